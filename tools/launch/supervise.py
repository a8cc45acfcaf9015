"""Keeps what was started running: what ends is started again, sooner at first and then more slowly."""

from __future__ import annotations

import os
import signal
import subprocess
import time
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass, field
from pathlib import Path

from .say import say

_FIRST_PAUSE, _LONGEST_PAUSE = 0.5, 30.0
# One that ran so long was well.
_WELL_AFTER = 60.0
_LOG_MOST = 20 * 2**20


@dataclass
class Service:
    """A process to keep running. `sockets` are open files that it inherits; `user` is who it runs as."""

    name: str
    command: list[str]
    env: dict[str, str]
    folder: Path
    log: Path
    user: str | None = None
    sockets: tuple[int, ...] = ()
    process: subprocess.Popen[bytes] | None = None
    pause: float = _FIRST_PAUSE
    began: float = 0.0
    due: float = 0.0

    def start(self) -> None:
        """Start it; its log is put aside where it has grown long."""
        if self.log.is_file() and self.log.stat().st_size > _LOG_MOST:
            self.log.replace(self.log.with_suffix(".log.1"))
        with self.log.open("ab") as log:
            self.process = subprocess.Popen(
                self.command, cwd=self.folder, env=self.env, stdin=subprocess.DEVNULL, stdout=log, stderr=log,
                start_new_session=True, pass_fds=self.sockets, user=self.user, group=self.user,
                extra_groups=[] if self.user else None,
            )  # fmt: skip
        self.began = time.monotonic()

    @property
    def is_up(self) -> bool:
        return self.process is not None and self.process.poll() is None

    def look(self) -> None:
        """Start it again if it ended and its pause is over."""
        now = time.monotonic()
        if self.is_up:
            return
        if self.process is not None:
            if now - self.began > _WELL_AFTER:
                self.pause = _FIRST_PAUSE
            say(
                f"The {self.name} ended ({self.process.returncode}) and is started again: see {self.log}."
            )
            self.end_group(signal.SIGKILL)
            self.process = None
            self.due = now + self.pause
            self.pause = min(self.pause * 2, _LONGEST_PAUSE)
        if now >= self.due:
            self.start()

    def end_group(self, sent: signal.Signals) -> None:
        """Send a signal to it and to all that it started."""
        if self.process is None:
            return
        try:
            os.killpg(self.process.pid, sent)
        except (ProcessLookupError, PermissionError):
            return


@dataclass
class Supervisor:
    """The services of one Grelt, and a look at the database."""

    services: list[Service]
    look_at_database: Callable[[], None]
    _looked: float = field(default=0.0)

    def look(self) -> None:
        """Look at everything once; to be called a few times a second."""
        now = time.monotonic()
        if now - self._looked > 1.0:
            self._looked = now
            self.look_at_database()
        for service in self.services:
            service.look()

    def stop(self, patience: float = 15.0) -> None:
        """End all of them, gently first."""
        for service in self.services:
            service.end_group(signal.SIGTERM)
        deadline = time.monotonic() + patience
        for service in self.services:
            if service.process is None:
                continue
            with suppress(subprocess.TimeoutExpired):
                service.process.wait(max(deadline - time.monotonic(), 0.1))
            service.end_group(signal.SIGKILL)
            service.process.wait()
