"""One running Grelt a checkout: a lock that says where it is, and an end for what an earlier one left."""

from __future__ import annotations

import fcntl
import os
import signal
import time
from pathlib import Path
from typing import IO

from .paths import VAR

# In the environment of all that is started, so that it is known by what it is, not by its port or number.
MARK = "GRELT_INSTANCE"
_LOCK = VAR / "lock"
_PATIENCE = 10.0


def take_lock() -> IO[str] | None:
    """The lock, for as long as it is held open; None where a Grelt of this checkout runs."""
    VAR.mkdir(parents=True, exist_ok=True)
    lock = _LOCK.open("a+")
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        lock.close()
        return None
    return lock


def note(lock: IO[str], words: str) -> None:
    """Write into the lock what a second start should say."""
    lock.seek(0)
    lock.truncate()
    lock.write(words)
    lock.flush()


def noted() -> str:
    """What the Grelt that runs has noted."""
    return _LOCK.read_text().strip()


def mark() -> str:
    return str(VAR.resolve())


def end_left_over() -> int:
    """End processes of an earlier start that could not end them itself, and say how many there were."""
    found = [pid for pid in _pids() if pid != os.getpid() and _is_marked(pid)]
    for sent in (signal.SIGTERM, signal.SIGKILL):
        for pid in found:
            try:
                os.kill(pid, sent)
            except ProcessLookupError:
                continue
        deadline = time.monotonic() + _PATIENCE
        while any(map(_is_marked, found)) and time.monotonic() < deadline:
            time.sleep(0.1)
    return len(found)


def _pids() -> list[int]:
    return [int(p.name) for p in Path("/proc").iterdir() if p.name.isdigit()]


def _is_marked(pid: int) -> bool:
    try:
        environment = Path(f"/proc/{pid}/environ").read_bytes()
        ended = Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()[0] == "Z"
    except OSError:
        return False
    return not ended and f"{MARK}={mark()}".encode() in environment.split(b"\0")
