"""What a running Grelt does when parts of it die, hang, are flooded or lied to.

Run: `.venv/bin/python benchmarks/outages.py`. Starts a Grelt of its own in a folder of its own (`GRELT_VAR`),
on loopback, and ends only what it started. Prints a line for each promise, with its figure; ends with 1 where
one was not kept. Takes about two minutes.
"""

from __future__ import annotations

import http.cookiejar
import json
import os
import re
import shutil
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT), str(ROOT / "tools")]

from benchmarks.running import Grelt, free_port, own_folder  # noqa: E402
from demo.essay import load_essays  # noqa: E402
from demo.write import file_of  # noqa: E402
from tests.core.hostile_papers import drawing_forms, drawing_itself  # noqa: E402

_PAPERS = 24
_failures = 0


def say(kept: bool, words: str) -> None:
    global _failures
    _failures += not kept
    print(f"{'kept  ' if kept else 'BROKEN'}  {words}", flush=True)


def _essay(number: int) -> bytes:
    """An essay that differs from the others, as Markdown."""
    _, content = file_of(_ESSAYS[number % len(_ESSAYS)], "md")
    return content + f"\n\n<!-- {number} -->\n".encode()


_ESSAYS = load_essays()[:6]


def second_start(grelt: Grelt) -> None:
    done = subprocess.run(
        [ROOT / "bin" / "grelt", "start"],
        env=grelt.env,
        capture_output=True,
        text=True,
        timeout=60,
        check=False,
    )
    told = grelt.address in done.stderr and "runs already" in done.stderr
    say(told and grelt.is_up(), f"a second start: {done.stderr.strip()!r}; the first still answers")


def hostile_pdfs(grelt: Grelt, assignment: int) -> None:
    for name, data in (("itself.pdf", drawing_itself()), ("forms.pdf", drawing_forms())):
        _, paper = grelt.ask(f"assignments/{assignment}/papers", (name, data))
        took = grelt.wait(lambda p=paper: _state(grelt, p["id"]) == "failed", 60)  # type: ignore[misc]
        _, last = grelt.ask(f"papers/{paper['id']}/checks/last")
        say(
            took < 10,
            f"{name} ({len(data)} bytes): failed after {took:.1f} s: {last['error_message'][:60]}…",
        )


def _state(grelt: Grelt, paper: int) -> str:
    status, last = grelt.ask(f"papers/{paper}/checks/last")
    return str(last["state"]) if status == 200 else ""


def kills(grelt: Grelt, assignment: int) -> None:
    """Kill each part while papers wait: all are checked once, at the same address."""
    papers = []
    for number in range(_PAPERS):
        _, paper = grelt.ask(f"assignments/{assignment}/papers", (f"{number}.md", _essay(number)))
        papers.append(paper["id"])
    for what in ("manage.py work", "config.serve", "lookup.service", "postgres"):
        pids = [grelt.postmaster] if what == "postgres" else grelt.processes(what)
        for pid in pids:
            os.kill(pid, signal.SIGKILL)
        time.sleep(0.2)
        took = grelt.wait(grelt.is_up, 60)
        say(
            took < 5,
            f"kill -9 of {len(pids)} × {what}: answers at the same address after {took:.1f} s",
        )
    took = grelt.wait(lambda: all(_state(grelt, p) in ("done", "failed") for p in papers), 180)
    states = [_state(grelt, p) for p in papers]
    say(
        states.count("done") == len(papers),
        f"{states.count('done')} of {len(papers)} papers checked, after {took:.0f} s",
    )
    say(bool(grelt.processes("manage.py work")), "the worker is back")


def silence(grelt: Grelt) -> None:
    """Half-sent requests keep nobody waiting; bodies too large are refused before they are taken."""
    host, port = "127.0.0.1", int(grelt.env["GRELT_PORT"])
    held = []
    for _ in range(200):
        one = socket.create_connection((host, port))
        one.sendall(b"POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Le")
        held.append(one)
    waits = []
    for _ in range(20):
        began = time.monotonic()
        status, _answer = grelt.ask("health")
        waits.append(time.monotonic() - began if status == 200 else 99.0)
    say(
        max(waits) < 2,
        f"200 half-sent requests: 20 others answered, the slowest after {max(waits):.2f} s",
    )
    for one in held:
        one.close()
    large = socket.create_connection((host, port))
    large.sendall(
        b"POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 125829120\r\n\r\n"
    )
    sent = 0
    large.settimeout(5)
    try:
        while sent < 120 * 2**20:
            sent += large.send(b"x" * 65536)
    except OSError:
        pass
    say(sent < 40 * 2**20, f"a body of 120 MB: {sent / 2**20:.1f} MB taken before it was refused")
    large.close()


def throttle(grelt: Grelt) -> None:
    let_through = 0
    for number in range(60):
        status, _ = grelt.ask(
            "session",
            {"username": "quill", "password": "x"},
            **{"X-Forwarded-For": f"10.0.0.{number}"},
        )
        let_through += status == 400
    say(let_through <= 10, f"60 wrong passwords with 60 forged addresses: {let_through} tried")
    fresh = Grelt.__new__(Grelt)
    fresh.address, fresh.cookies = grelt.address, http.cookiejar.CookieJar()
    fresh.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(fresh.cookies))
    fresh.ask("session")
    status, _ = fresh.ask("session", {"username": "vale", "password": "slack-water"})
    say(status == 200, "from the same address another person still signs in")


def many_joins(grelt: Grelt, paper: int) -> None:
    """Joins while checks of the same paper run: none is lost, none refused."""
    _, report = grelt.ask(f"papers/{paper}/report")
    keys = [c["key"] for c in report["citations"]][:16]

    def join(key: str) -> int:
        token = next((c.value for c in grelt.cookies if c.name == "csrftoken"), "") or ""
        request = urllib.request.Request(
            f"{grelt.address}/api/papers/{paper}/joins/{key}", b'{"entry": ""}',
            {"Content-Type": "application/json", "X-CSRFToken": token}, method="PUT",
        )  # fmt: skip
        try:
            with grelt.opener.open(request, timeout=40) as answer:
                return int(answer.status)
        except urllib.error.HTTPError as refused:
            return refused.code

    with ThreadPoolExecutor(8) as pool:
        statuses = list(pool.map(join, keys))
        list(pool.map(lambda _: grelt.ask(f"papers/{paper}/checks", {}), range(8)))
    grelt.wait(lambda: _state(grelt, paper) == "done", 60)
    _, desk = grelt.ask(f"papers/{paper}/desk")
    _, report = grelt.ask(f"papers/{paper}/report")
    by_hand = sum(c["by_hand"] for c in report["citations"])
    say(
        statuses == [200] * len(keys) and len(desk["joins"]) == by_hand == len(keys),
        f"{len(keys)} joins in 8 re-checks: {statuses.count(200)} taken, {len(desk['joins'])} kept, "
        f"{by_hand} in the report",
    )


def large_table(grelt: Grelt, course: int) -> None:
    """2,000 papers in an assignment: how long the first rows take."""
    _, made = grelt.ask(f"courses/{course}/assignments", {"title": "Large", "guide": "mla-9"})
    program = (
        f"from papers.models import *; a = Assignment.objects.get(pk={made['id']});"
        "ps = Paper.objects.bulk_create(Paper(assignment=a, writer=f'Ada Writer{n:04}') for n in range(2000));"
        "ds = Draft.objects.bulk_create(Draft(paper=p, number=1, file_name='a.md', content=b'', size=0,"
        " sha256=str(p.pk)) for p in ps);"
        "Check.objects.bulk_create(Check(draft=d, state='done', slips=d.pk % 30) for d in ds)"
    )
    done = subprocess.run(
        [ROOT / "bin" / "grelt", "manage", "shell", "-c", program],
        env=grelt.env,
        capture_output=True,
        text=True,
        check=False,
    )
    if done.returncode:
        say(False, done.stderr[-300:])
        return
    took, size, after, seen = [], 0, 0, 0
    while True:
        began = time.monotonic()
        _, page = grelt.ask(f"assignments/{made['id']}/papers?limit=250&after={after}")
        took.append(time.monotonic() - began)
        seen += len(page["papers"])
        size = max(size, len(json.dumps(page)))
        if page["next"] is None:
            break
        after = page["next"]
    best = min(took)
    say(
        best < 0.25 and seen >= 2000,
        f"{seen} papers in {len(took)} pages of up to {size // 1000} kB: "
        f"{best:.3f} to {max(took):.3f} s a page",
    )
    _, progress = grelt.ask(f"assignments/{made['id']}/progress?since=2100-01-01T00:00:00Z")
    say(len(json.dumps(progress)) < 300, f"news of it: {len(json.dumps(progress))} bytes")


def database_away(grelt: Grelt) -> None:
    """A web server whose database is away: 503 in the one format, within 5 s."""
    port = free_port()
    with socket.socket() as listening:
        listening.bind(("127.0.0.1", port))
        listening.listen(16)
        listening.set_inheritable(True)
        env = {
            **grelt.env, "PYTHONPATH": f"{ROOT}/src:{ROOT}/server:{ROOT}",
            "DJANGO_SETTINGS_MODULE": "config.settings",
            "GRELT_DB_PORT": "9", "GRELT_SECRET_KEY": "x" * 60, "GRELT_LOG_LEVEL": "CRITICAL",
        }  # fmt: skip
        command = [sys.executable, "-m", "config.serve", str(listening.fileno())]
        server = subprocess.Popen(
            command, env=env, pass_fds=[listening.fileno()], stderr=subprocess.DEVNULL
        )
        try:
            time.sleep(3)
            for path in ("health", "courses"):
                began = time.monotonic()
                request = urllib.request.Request(
                    f"http://127.0.0.1:{port}/api/{path}",
                    headers={"Cookie": "sessionid=" + "a" * 32},
                )
                try:
                    urllib.request.urlopen(request, timeout=40)
                    status, code = 200, ""
                except urllib.error.HTTPError as refused:
                    status, code = refused.code, json.loads(refused.read())["code"]
                took = time.monotonic() - began
                say(
                    status == 503 and took < 5,
                    f"database away, {path}: {status} {code} after {took:.1f} s",
                )
        finally:
            server.kill()
            server.wait()


def password_asked(grelt: Grelt) -> None:
    """Nobody without a password reaches the database, and the application's role may run no program."""
    record = next(grelt.folder.glob("postgres/port"), None)
    place = grelt.folder / "postgres" / "place"
    port = (record or Path(place.read_text().strip()).parent / "port").read_text()
    psql = shutil.which("psql") or next(iter(Path("/usr/lib/postgresql").glob("*/bin/psql")))
    ask = [str(psql), "-h", "127.0.0.1", "-p", port, "-d", "grelt", "-w", "-tAc"]
    open_door = subprocess.run(
        [*ask, "SELECT 1", "-U", "postgres"], capture_output=True, check=False
    ).returncode
    say(open_door != 0, "the database asks for a password")
    secret = (grelt.folder / "postgres" / "application.password").read_text()
    run = subprocess.run(
        [*ask, "COPY (SELECT 1) TO PROGRAM 'id'", "-U", "grelt"], capture_output=True, text=True,
        env={**os.environ, "PGPASSWORD": secret}, check=False,
    )  # fmt: skip
    say(
        run.returncode != 0 and "pg_execute_server_program" in run.stderr,
        f"the application's role may run no program: {run.stderr.strip()[:60]}",
    )


def records_found(grelt: Grelt, courses: Any) -> None:
    """The very first checks, which the start itself asks for, know what the look-up knows."""
    differing = 0
    for assignment in (a["id"] for c in courses for a in c["assignments"]):
        for paper in grelt.ask(f"assignments/{assignment}/papers")[1]["papers"]:
            last = f"papers/{paper['id']}/checks/last"
            grelt.wait(lambda last=last: bool(grelt.ask(last)[1]["state"] == "done"), 60)  # type: ignore[misc]
            findings = grelt.ask(f"papers/{paper['id']}/report")[1]["findings"]
            differing += sum(f["rule"] == "ref-record-differs" for f in findings)
    say(differing > 0, f"{differing} entries of the demo differ from their records")


def main() -> int:
    folder = own_folder("outages")
    grelt = Grelt(folder)
    try:
        took = grelt.wait(grelt.is_up, 300)
        say(took < 300, f"started after {took:.0f} s")
        grelt.sign_in()
        grelt.wait(lambda: "busy" in str(grelt.ask("health")) or True, 1)
        _, courses = grelt.ask("courses")
        course = next(c for c in courses if c["assignments"])
        _, made = grelt.ask(
            f"courses/{course['id']}/assignments", {"title": "Outages", "guide": "mla-9"}
        )
        records_found(grelt, courses)
        second_start(grelt)
        password_asked(grelt)
        database_away(grelt)
        hostile_pdfs(grelt, made["id"])
        kills(grelt, made["id"])
        _, papers = grelt.ask(f"assignments/{made['id']}/papers")
        many_joins(
            grelt, next(p["id"] for p in papers["papers"] if re.search(r"\d+\.md", p["file_name"]))
        )
        silence(grelt)
        large_table(grelt, course["id"])
        throttle(grelt)
    finally:
        print((folder / "start.log").read_text()[-600:])
        grelt.end()
    return 1 if _failures else 0


if __name__ == "__main__":
    sys.exit(main())
