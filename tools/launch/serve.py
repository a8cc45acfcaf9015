"""`grelt start`: database, migrations, demo data, web server and worker, until Ctrl-C."""

from __future__ import annotations

import os
import secrets
import signal
import subprocess
import threading
import time
import urllib.error
import urllib.request
from pathlib import Path
from types import FrameType

from . import node_env, python_env
from .paths import PYTHON, ROOT, VAR
from .postgres import Postgres, free_port
from .say import Trouble, run, say, step

_PORT = 8417
_ANSWER_WITHIN = 30
_RUNNING = VAR / "running"


def start() -> int:
    """Bring everything up, print the address, wait, and stop all that was started."""
    VAR.mkdir(parents=True, exist_ok=True)
    python_env.ensure("server")
    _end_left_over()
    build = threading.Thread(target=_in_background, args=(node_env.ensure_build,))
    build.start()
    database = Postgres()
    stopping = threading.Event()

    def stop(_signal: int, _frame: FrameType | None) -> None:
        stopping.set()

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    children: list[subprocess.Popen[bytes]] = []
    try:
        database.ensure_running()
        env = environment(database)
        port = free_port(int(os.environ.get("GRELT_PORT", _PORT)))
        env["GRELT_PORT"] = str(port)
        with step("migrating, loading the demo"):
            run(
                [PYTHON, ROOT / "manage.py", "prepare"],
                env=env,
                failure="The database could not be brought up to date.",
            )
        build.join()
        if _background_trouble:
            raise _background_trouble[0]
        if stopping.is_set():
            return 0
        lookup_port = free_port(port + 1)
        env["GRELT_RECORDS_ADDRESS"] = f"http://127.0.0.1:{lookup_port}"
        children = [_lookup(env, lookup_port), _web_server(env, port), _worker(env)]
        _RUNNING.write_text(" ".join(str(child.pid) for child in children))
        _wait_for_answer(port, children, stopping)
        if not stopping.is_set():
            _greet(port)
        while not stopping.wait(0.5):
            _watch(children)
    finally:
        build.join()
        for child in children:
            if child.poll() is None:
                child.terminate()
        for child in children:
            try:
                child.wait(timeout=15)
            except subprocess.TimeoutExpired:
                child.kill()
        _RUNNING.unlink(missing_ok=True)
        database.stop()
        say("Stopped.")
    return 0


def _end_left_over() -> None:
    """End the web server and worker of a start that was killed and could not end them itself."""
    if not _RUNNING.is_file():
        return
    for pid in _RUNNING.read_text().split():
        command = Path(f"/proc/{pid}/cmdline")
        if command.is_file() and str(PYTHON).encode() in command.read_bytes():
            say("Ending a process left over from an earlier start.")
            os.kill(int(pid), signal.SIGTERM)
            deadline = time.monotonic() + 15
            while command.is_file() and time.monotonic() < deadline:
                time.sleep(0.1)
    _RUNNING.unlink()


_background_trouble: list[Trouble] = []


def _in_background(work: object) -> None:
    try:
        if callable(work):
            work()
    except Trouble as trouble:
        _background_trouble.append(trouble)


def environment(database: Postgres) -> dict[str, str]:
    """The environment of the web server, the worker and Django's commands."""
    return {
        **python_env.environment(),
        "GRELT_DB_PORT": str(database.port),
        "GRELT_SECRET_KEY": _secret_key(),
    }


def _secret_key() -> str:
    path = VAR / "secret.key"
    if not path.is_file():
        path.parent.mkdir(parents=True, exist_ok=True)
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(48))
    return path.read_text()


def _web_server(env: dict[str, str], port: int) -> subprocess.Popen[bytes]:
    log = (VAR / "web.log").open("ab")
    return subprocess.Popen(
        [str(PYTHON), "-m", "gunicorn", "config.wsgi", "--bind", f"127.0.0.1:{port}",
         "--workers", "2", "--threads", "4", "--timeout", "120", "--preload"],
        cwd=ROOT, env=env, stdin=subprocess.DEVNULL, stdout=log, stderr=log,
        start_new_session=True,
    )  # fmt: skip


def _lookup(env: dict[str, str], port: int) -> subprocess.Popen[bytes]:
    """The simulated look-up of records, reached as a real one would be."""
    log = (VAR / "lookup.log").open("ab")
    return subprocess.Popen(
        [str(PYTHON), "-m", "lookup.service", str(port)],
        cwd=ROOT, env=env, stdin=subprocess.DEVNULL, stdout=log, stderr=log,
        start_new_session=True,
    )  # fmt: skip


def _worker(env: dict[str, str]) -> subprocess.Popen[bytes]:
    log = (VAR / "worker.log").open("ab")
    return subprocess.Popen(
        [str(PYTHON), str(ROOT / "manage.py"), "procrastinate", "worker", "-c", "2"],
        cwd=ROOT, env=env, stdin=subprocess.DEVNULL, stdout=log, stderr=log,
        start_new_session=True,
    )  # fmt: skip


def _wait_for_answer(
    port: int, children: list[subprocess.Popen[bytes]], stopping: threading.Event
) -> None:
    deadline = time.monotonic() + _ANSWER_WITHIN
    while time.monotonic() < deadline and not stopping.is_set():
        _watch(children)
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/session", timeout=5):
                return
        except (urllib.error.URLError, OSError):
            time.sleep(0.15)
    if not stopping.is_set():
        raise Trouble(f"The web server did not answer. Its log is {VAR / 'web.log'}.")


def _watch(children: list[subprocess.Popen[bytes]]) -> None:
    for child, name in zip(children, ("lookup", "web", "worker"), strict=False):
        if child.poll() is not None:
            raise Trouble(f"The {name} process ended. Its log is {VAR / f'{name}.log'}.")


def _greet(port: int) -> None:
    print(
        f"\nGrelt is at http://127.0.0.1:{port}/\n"
        "Demo sign-in: name vale, password slack-water\n"
        "Ctrl-C stops it.",
        flush=True,
    )
