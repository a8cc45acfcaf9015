"""`grelt start`: database, migrations, demo data, web servers and worker, kept running until Ctrl-C."""

from __future__ import annotations

import os
import secrets
import shutil
import signal
import socket
import subprocess
import threading
import time
import urllib.error
import urllib.request
from types import FrameType

from . import instance, node_env, postgres, python_env
from .databases import Database, database
from .paths import PYTHON, ROOT, VAR
from .say import Trouble, run, say, step
from .supervise import Service, Supervisor

_PORT = 8417
_ANSWER_WITHIN = 30
_WEB_PROCESSES = 2
_USER = "grelt"
# Where it was the last time: bookmarks and proxies point there.
_ADDRESS = VAR / "port"
# An installation for real use; the demo and its published password never come into it.
_EMPTY = VAR / "without-demo"


def start(*, empty: bool = False) -> int:
    """Bring everything up, print the address, keep it up, and stop all that was started."""
    _refuse_unwritable()
    lock = instance.take_lock()
    if lock is None:
        say(f"Grelt runs already: {instance.noted()}")
        return 0
    instance.note(lock, "it is starting.")
    stopping = threading.Event()

    def stop(_signal: int, _frame: FrameType | None) -> None:
        stopping.set()

    signal.signal(signal.SIGTERM, stop)
    signal.signal(signal.SIGINT, stop)
    python_env.ensure("server")
    if instance.end_left_over():
        say("Processes left over from an earlier start were ended.")
    build = threading.Thread(target=_in_background, args=(node_env.ensure_build,))
    build.start()
    held = database()
    supervisor: Supervisor | None = None
    try:
        held.ensure_running()
        listening = _listen()
        port = listening.getsockname()[1]
        env = environment(held) | {"GRELT_PORT": str(port), instance.MARK: instance.mark()}
        _prepare(env, empty)
        build.join()
        if _background_trouble:
            raise _background_trouble[0]
        if stopping.is_set():
            return 0
        supervisor = Supervisor(_services(env, listening, port), held.look)
        supervisor.look()
        _wait_for_answer(port, supervisor, stopping)
        if not stopping.is_set():
            instance.note(lock, f"it is at http://127.0.0.1:{port}/ (process {os.getpid()}).")
            _greet(port)
        while not stopping.wait(0.3):
            supervisor.look()
    finally:
        build.join()
        if supervisor is not None:
            supervisor.stop()
        held.stop()
        lock.close()
        say("Stopped.")
    return 0


def _refuse_unwritable() -> None:
    try:
        VAR.mkdir(parents=True, exist_ok=True)
        (VAR / "writable").touch()
    except OSError as error:
        raise Trouble(
            f"Grelt keeps its data in {VAR} and may not write there ({error.strerror}). "
            "Give it the folder, or name another one in GRELT_VAR."
        ) from error


def _prepare(env: dict[str, str], empty: bool) -> None:
    if empty:
        _EMPTY.touch()
    with_demo = not _EMPTY.is_file()
    with step("migrating, loading the demo" if with_demo else "migrating"):
        run(
            [PYTHON, ROOT / "manage.py", "prepare", *(["--demo"] if with_demo else [])],
            env=env,
            failure="The database could not be brought up to date.",
        )


_background_trouble: list[Trouble] = []


def _in_background(work: object) -> None:
    try:
        if callable(work):
            work()
    except Trouble as trouble:
        _background_trouble.append(trouble)


def environment(held: Database) -> dict[str, str]:
    """The environment of the web servers, the worker and Django's commands."""
    return {**python_env.environment(), **held.settings(), "GRELT_SECRET_KEY": _secret_key()}


def _secret_key() -> str:
    given = os.environ.get("GRELT_SECRET_KEY")
    if given:
        return given
    path = VAR / "secret.key"
    if not path.is_file():
        path.parent.mkdir(parents=True, exist_ok=True)
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(48))
    return path.read_text()


def _listen() -> socket.socket:
    """The socket that the web servers share. It outlives them, so that the address stays and nobody is refused
    while they are started again."""
    asked = os.environ.get("GRELT_PORT")
    before = _ADDRESS.read_text().strip() if _ADDRESS.is_file() else ""
    wanted = int(asked or before or _PORT)
    # Where nobody relies on an address yet, the next one that is free will do.
    for port in [wanted] if asked or before else range(wanted, wanted + 200):
        listening = socket.socket()
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            listening.bind((os.environ.get("GRELT_LISTEN", "127.0.0.1"), port))
        except OSError:
            listening.close()
            continue
        listening.listen(1024)
        listening.set_inheritable(True)
        _ADDRESS.write_text(str(port))
        return listening
    raise Trouble(
        f"Port {wanted} is taken by another program. End that, or choose another port: "
        "GRELT_PORT=8500 bin/grelt start"
    )


def _services(env: dict[str, str], listening: socket.socket, port: int) -> list[Service]:
    user = _user_for(env)
    python = [str(PYTHON), "-m"]
    found = []
    if "GRELT_RECORDS_ADDRESS" not in env:
        lookup_port = postgres.free_port(port + 1)
        env["GRELT_RECORDS_ADDRESS"] = f"http://127.0.0.1:{lookup_port}"
        command = [*python, "lookup.service", str(lookup_port)]
        found.append(_service("look-up", command, env, user))
    web = [*python, "config.serve", str(listening.fileno())]
    for number in range(_WEB_PROCESSES):
        log = f"web-{number + 1}"
        found.append(_service("web server", web, env, user, log, (listening.fileno(),)))
    worker = [str(PYTHON), str(ROOT / "manage.py"), "work"]
    found.append(_service("worker", worker, env, user))
    return found


def _service(
    name: str,
    command: list[str],
    env: dict[str, str],
    user: str | None,
    log: str = "",
    sockets: tuple[int, ...] = (),
) -> Service:
    path = VAR / f"{log or name}.log"
    return Service(name, command, dict(env), ROOT, path, user=user, sockets=sockets)


def _user_for(env: dict[str, str]) -> str | None:
    """Who web servers and worker run as: never root, where another user can reach the program at all."""
    if os.getuid() != 0:
        return None
    if subprocess.run(["id", _USER], capture_output=True, check=False).returncode != 0:
        run(
            ["useradd", "--system", "--no-create-home", "--shell", "/usr/sbin/nologin", _USER],
            failure=f"The user {_USER}, whom the web server runs as, could not be made.",
        )
    env["HOME"] = "/nonexistent"
    reach = ["runuser", "-u", _USER, "--", str(PYTHON), "-c", "import django"]
    if shutil.which("runuser") and subprocess.run(
        reach, env=env, cwd="/", capture_output=True, check=False
    ).returncode == 0:  # fmt: skip
        return _USER
    say(
        f"Web server and worker run as root: {ROOT} or its Python lies where no other user can read. "
        "For real use put Grelt under /srv or /opt."
    )
    return None


def _wait_for_answer(port: int, supervisor: Supervisor, stopping: threading.Event) -> None:
    deadline = time.monotonic() + _ANSWER_WITHIN
    while time.monotonic() < deadline and not stopping.is_set():
        supervisor.look()
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/health", timeout=5):
                return
        except (urllib.error.URLError, OSError):
            time.sleep(0.15)
    if not stopping.is_set():
        raise Trouble(f"The web server did not answer. Its log is {VAR / 'web-1.log'}.")


def _greet(port: int) -> None:
    who = (
        "Accounts are made with: bin/grelt account NAME"
        if _EMPTY.is_file()
        else "Demo sign-in: name vale, password slack-water"
    )
    print(f"\nGrelt is at http://127.0.0.1:{port}/\n{who}\nCtrl-C stops it.", flush=True)
