"""A Grelt started for a measurement, in a folder and at a port of its own."""

from __future__ import annotations

import http.cookiejar
import json
import os
import shutil
import socket
import subprocess
import tempfile
import time
import urllib.error
import urllib.request
import uuid
from collections.abc import Callable
from pathlib import Path
from typing import Any

from playwright.sync_api import Browser, BrowserContext, Page

ROOT = Path(__file__).resolve().parents[1]


def own_folder(name: str) -> Path:
    """A new folder that the server may enter, whoever it runs as."""
    folder = Path(tempfile.mkdtemp(prefix=f"grelt-{name}-", dir="/var/tmp"))
    folder.chmod(0o755)
    return folder


class Grelt:
    """One that was started here, and somebody signed in."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.env = {**os.environ, "GRELT_VAR": str(folder), "GRELT_PORT": str(free_port())}
        self.log = (folder / "start.log").open("wb")
        self.process = subprocess.Popen(
            [ROOT / "bin" / "grelt", "start"],
            env=self.env,
            stdout=self.log,
            stderr=self.log,
            start_new_session=True,
        )
        self.address = f"http://127.0.0.1:{self.env['GRELT_PORT']}"
        self.cookies = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.cookies))

    def ask(self, path: str, body: Any = None, **headers: str) -> tuple[int, Any]:
        data, kind = None, "application/json"
        if isinstance(body, tuple):
            data, kind = _form(*body)
        elif body is not None:
            data = json.dumps(body).encode()
        token = next((c.value for c in self.cookies if c.name == "csrftoken"), "") or ""
        request = urllib.request.Request(
            f"{self.address}/api/{path}",
            data,
            {"Content-Type": kind, "X-CSRFToken": token, **headers},
        )
        try:
            with self.opener.open(request, timeout=40) as answer:
                return answer.status, json.loads(answer.read() or b"null")
        except urllib.error.HTTPError as refused:
            text = refused.read()
            return refused.code, json.loads(text) if text[:1] == b"{" else text.decode(
                errors="replace"
            )
        except (urllib.error.URLError, OSError) as error:
            return 0, str(error)

    def sign_in(self) -> None:
        self.ask("session")
        self.ask("session", {"username": "vale", "password": "slack-water"})

    def wait(self, held: Callable[[], bool], most: float) -> float:
        """Seconds until it holds; infinity where it does not in time."""
        began = time.monotonic()
        while time.monotonic() - began < most:
            if held():
                return time.monotonic() - began
            time.sleep(0.1)
        return float("inf")

    def is_up(self) -> bool:
        return self.ask("health")[0] == 200

    def processes(self, words: str) -> list[int]:
        """Ours whose command has these words."""
        found = []
        for path in Path("/proc").glob("[0-9]*"):
            try:
                command = (path / "cmdline").read_bytes().replace(b"\0", b" ").decode()
                marked = f"GRELT_INSTANCE={self.folder}".encode() in (
                    path / "environ"
                ).read_bytes().split(b"\0")
            except OSError:
                continue
            if words in command and marked:
                found.append(int(path.name))
        return found

    @property
    def postmaster(self) -> int:
        place = self.folder / "postgres" / "place"
        data = (
            Path(place.read_text().strip())
            if place.is_file()
            else self.folder / "postgres" / "data"
        )
        return int((data / "postmaster.pid").read_text().split()[0])

    def end(self) -> None:
        """Stop it, and leave nothing of it on the disk."""
        self.process.terminate()
        self.process.wait(60)
        place = self.folder / "postgres" / "place"
        if place.is_file():
            shutil.rmtree(Path(place.read_text().strip()).parent, ignore_errors=True)
        shutil.rmtree(self.folder, ignore_errors=True)


def signed_in(window: Browser | BrowserContext, base: str) -> Page:
    """A page of a browser's window in which the demo's instructor is signed in."""
    page = window.new_page()
    page.goto(f"{base}/sign-in")
    page.get_by_label("Name").fill("vale")
    page.get_by_label("Password").fill("slack-water")
    page.keyboard.press("Enter")
    page.wait_for_url(f"{base}/")
    return page


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def _form(name: str, content: bytes) -> tuple[bytes, str]:
    mark = uuid.uuid4().hex
    head = f'--{mark}\r\nContent-Disposition: form-data; name="file"; filename="{name}"\r\n\r\n'.encode()
    return head + content + f"\r\n--{mark}--\r\n".encode(), f"multipart/form-data; boundary={mark}"
