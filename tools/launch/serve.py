"""`grelt start`: database, migrations, demo data, web servers and worker, kept running until Ctrl-C."""

from __future__ import annotations

import errno
import os
import re
import secrets
import shutil
import signal
import socket
import subprocess
import threading
import time
import urllib.error
import urllib.request
from collections.abc import Mapping
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
_NUMBERS = (
    *("GRELT_PORT", "GRELT_DB_PORT", "GRELT_CHECK_MB", "GRELT_CHECK_SECONDS", "GRELT_QUOTA_MB"),
    *("GRELT_RECORDS_WAIT", "GRELT_RECORDS_WHOLE_WAIT", "GRELT_RECORDS_MOST"),
)
# Where it was the last time: bookmarks and proxies point there.
_ADDRESS = VAR / "port"
# An installation for real use; the demo and its published password never come into it.
_EMPTY = VAR / "without-demo"


def start(*, empty: bool = False) -> int:
    """Bring everything up, print the address, keep it up, and stop all that was started."""
    refuse_senseless(os.environ)
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
        port, where = listening.getsockname()[1], address(listening)
        env = environment(held) | {"GRELT_PORT": str(port), instance.MARK: instance.mark()}
        user = _user_for(env)
        # What asks for checks must know that records are looked up, and where.
        supervisor = Supervisor(_look_up(env, port, user), held.look)
        supervisor.look()
        _prepare(env, empty)
        build.join()
        if _background_trouble:
            raise _background_trouble[0]
        if stopping.is_set():
            return 0
        supervisor.services += _services(env, listening, user)
        supervisor.look()
        _wait_for_answer(where, supervisor, stopping)
        if not stopping.is_set():
            instance.note(lock, f"it is at {where}/ (process {os.getpid()}).")
            _greet(where)
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


def refuse_senseless(settings: Mapping[str, str]) -> None:
    """Trouble where a setting of the environment cannot be meant, before anything is started by it."""
    for name in _NUMBERS:
        value = settings.get(name) or "1"
        if not re.fullmatch(r"\d+(?:\.\d+)?", value):
            raise Trouble(f"{name} is “{value}”; it is to be a number.")
    if not (settings.get("GRELT_PORT") or "1").isdecimal():
        raise Trouble("GRELT_PORT is to be a whole number.")
    if settings.get("GRELT_HTTPS") == "1" and not settings.get("GRELT_PROXY"):
        raise Trouble(
            "GRELT_HTTPS=1 has Grelt answer only through a proxy that speaks TLS: "
            "name its address in GRELT_PROXY, too."
        )


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
    host = os.environ.get("GRELT_LISTEN") or "127.0.0.1"
    asked = os.environ.get("GRELT_PORT")
    before = _ADDRESS.read_text().strip() if _ADDRESS.is_file() else ""
    wanted = int(asked or before or _PORT)
    # Where nobody relies on an address yet, the next one that is free will do.
    for port in [wanted] if asked or before else range(wanted, wanted + 200):
        try:
            family = socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)[0][0]
            listening = socket.create_server((host, port), family=family, backlog=1024)
        except OSError as error:
            if error.errno == errno.EADDRINUSE:
                continue
            raise Trouble(
                f"Grelt cannot listen on {host}, port {port} ({error.strerror}). "
                "GRELT_LISTEN is to be an address of this machine, GRELT_PORT a port that may be opened."
            ) from error
        listening.set_inheritable(True)
        _ADDRESS.write_text(str(port))
        return listening
    raise Trouble(
        f"Port {wanted} is taken by another program. End that, or choose another port: "
        "GRELT_PORT=8500 bin/grelt start"
    )


def address(listening: socket.socket) -> str:
    """Where this machine reaches what listens: every address of it is the loopback one, too."""
    host, port = listening.getsockname()[:2]
    host = {"0.0.0.0": "127.0.0.1", "::": "::1"}.get(host, host)
    return f"http://[{host}]:{port}" if ":" in host else f"http://{host}:{port}"


def _look_up(env: dict[str, str], port: int, user: str | None) -> list[Service]:
    """The stand-in for the look-up of records, where no other is set; `env` then says where it is."""
    if env.get("GRELT_RECORDS_ADDRESS"):
        return []
    own = postgres.free_port(port + 1)
    env["GRELT_RECORDS_ADDRESS"] = f"http://127.0.0.1:{own}"
    return [_service("look-up", [str(PYTHON), "-m", "lookup.service", str(own)], env, user)]


def _services(env: dict[str, str], listening: socket.socket, user: str | None) -> list[Service]:
    python = [str(PYTHON), "-m"]
    found = []
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


def _wait_for_answer(where: str, supervisor: Supervisor, stopping: threading.Event) -> None:
    # Whatever the names are under which it is reached from outside.
    question = urllib.request.Request(f"{where}/api/health", headers={"Host": "localhost"})
    deadline = time.monotonic() + _ANSWER_WITHIN
    while time.monotonic() < deadline and not stopping.is_set():
        supervisor.look()
        try:
            with urllib.request.urlopen(question, timeout=5):
                return
        except (urllib.error.URLError, OSError):
            time.sleep(0.15)
    if not stopping.is_set():
        raise Trouble(f"The web server did not answer. Its log is {VAR / 'web-1.log'}.")


def _greet(where: str) -> None:
    who = (
        "Accounts are made with: bin/grelt account NAME"
        if _EMPTY.is_file()
        else "Demo sign-in: name vale, password slack-water"
    )
    print(f"\nGrelt is at {where}/\n{who}\nCtrl-C stops it.", flush=True)
