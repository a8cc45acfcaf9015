"""The project's own PostgreSQL server: on loopback, its data in the project's `var` folder.

Debian's own cluster, if there is one, is left alone. As root the server runs as
`postgres`, since it refuses to run as root; the folder must then be reachable for it.
"""

from __future__ import annotations

import hashlib
import os
import shutil
import socket
import subprocess
import time
from pathlib import Path

from . import debian
from .paths import ROOT, VAR
from .say import Trouble, run, say, step

_FIRST_PORT = 54417
_AS_ROOT = os.getuid() == 0


class Postgres:
    """Finds, makes, starts and stops the server. `port` is known once it runs."""

    def __init__(self) -> None:
        self.data = self._place()
        self.log = self.data.parent / "postgres.log"
        self.port = 0
        self.started_here = False

    def ensure_running(self) -> None:
        """Install, initialise and start what is missing; use a server that is up already."""
        self._install()
        self.port = self._recorded_port()
        if self.port and self._is_ours(self.port):
            return
        self._ensure_cluster()
        with step("starting PostgreSQL"):
            self._start()
        self.started_here = True
        self._ensure_database("grelt")

    def stop(self) -> None:
        """Stop the server if this run started it."""
        if self.started_here:
            command = self._as_owner("pg_ctl", "-D", str(self.data), "-m", "fast", "-w", "stop")
            subprocess.run(command, capture_output=True, check=False)
            self.started_here = False

    # Places and programs

    def _place(self) -> Path:
        """`var/postgres`, or a folder of the system where `postgres` cannot reach that."""
        wanted = VAR / "postgres" / "data"
        if not _AS_ROOT or shutil.which("runuser") is None:
            return wanted
        wanted.parent.mkdir(parents=True, exist_ok=True)
        reach = ["runuser", "-u", "postgres", "--", "test", "-x", str(wanted.parent)]
        known = subprocess.run(["id", "postgres"], capture_output=True, check=False)
        if known.returncode != 0:
            return wanted
        if subprocess.run(reach, capture_output=True, check=False).returncode == 0:
            return wanted
        name = hashlib.sha256(str(ROOT).encode()).hexdigest()[:10]
        return Path("/var/lib/postgresql") / f"grelt-{name}" / "data"

    def _install(self) -> None:
        if self._programs() is None:
            debian.install(["postgresql"], "PostgreSQL")
            self.data = self._place()
            self.log = self.data.parent / "postgres.log"
        if self._programs() is None:
            raise Trouble("PostgreSQL’s server programs were not found under /usr/lib/postgresql.")

    @staticmethod
    def _programs() -> Path | None:
        found = [p for p in Path("/usr/lib/postgresql").glob("*/bin") if (p / "initdb").exists()]
        return max(found, key=lambda p: float(p.parent.name), default=None)

    def _as_owner(self, program: str, *arguments: str) -> list[str]:
        programs = self._programs()
        command = [str(programs / program) if programs else program, *arguments]
        return ["runuser", "-u", "postgres", "--", *command] if _AS_ROOT else command

    # The cluster

    @property
    def _marker(self) -> Path:
        return self.data.parent / "ready"

    def _ensure_cluster(self) -> None:
        if self._marker.is_file() and (self.data / "PG_VERSION").is_file():
            return
        if self.data.exists():
            aside = self.data.with_name(f"half-made-{int(time.time())}")
            say(f"A half-made database was found and put aside as {aside}.")
            self.data.rename(aside)
        with step("making a database"):
            self.data.mkdir(parents=True, mode=0o700)
            if _AS_ROOT:
                shutil.chown(self.data, "postgres", "postgres")
            run(
                self._as_owner(
                    "initdb", "-D", str(self.data), "-U", "postgres", "-A", "trust", "-E", "UTF8",
                    "--locale=C.UTF-8",
                ),
                cwd=Path("/"),
                failure=f"The database could not be made in {self.data}.",
            )  # fmt: skip
        self._marker.touch()

    def _start(self) -> None:
        self.port = self._free_port()
        if _AS_ROOT:
            self.log.touch()
            shutil.chown(self.log, "postgres", "postgres")
        options = f"-p {self.port} -c listen_addresses=127.0.0.1 -c unix_socket_directories=''"
        command = self._as_owner(
            "pg_ctl", "-D", str(self.data), "-w", "-t", "60", "-l", str(self.log), "-o", options,
            "start",
        )  # fmt: skip
        for attempt in (1, 2, 3):
            done = subprocess.run(
                command, cwd="/", stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, check=False
            )
            if done.returncode == 0 and self._answers(self.port):
                (self.data.parent / "port").write_text(str(self.port))
                return
            # A server killed a moment ago may still be letting go of its files.
            time.sleep(attempt)
        raise Trouble(
            f"PostgreSQL did not start. Its log is {self.log}. If the data folder is damaged, "
            f"move {self.data} away and start again: the demo is loaded anew."
        )

    # Ports

    def _recorded_port(self) -> int:
        record = self.data.parent / "port"
        return int(record.read_text()) if record.is_file() else 0

    def _free_port(self) -> int:
        wanted = int(os.environ.get("GRELT_DB_PORT", self._recorded_port() or _FIRST_PORT))
        return free_port(wanted)

    def _answers(self, port: int) -> bool:
        programs = self._programs()
        if programs is None:
            return False
        command = [str(programs / "pg_isready"), "-q", "-h", "127.0.0.1", "-p", str(port)]
        return subprocess.run(command, check=False).returncode == 0

    def _is_ours(self, port: int) -> bool:
        """Whether the server that answers keeps its data in our folder."""
        if not self._answers(port):
            return False
        found = self._sql(port, "postgres", "SHOW data_directory")
        return found is not None and Path(found.strip()) == self.data

    def _sql(self, port: int, database: str, query: str) -> str | None:
        programs = self._programs()
        command = [str(programs / "psql") if programs else "psql", "-h", "127.0.0.1", "-p",
                   str(port), "-U", "postgres", "-d", database, "-tAc", query]  # fmt: skip
        done = subprocess.run(command, capture_output=True, text=True, check=False)
        return done.stdout if done.returncode == 0 else None

    def _ensure_database(self, name: str) -> None:
        if self._sql(self.port, name, "SELECT 1") is not None:
            return
        if self._sql(self.port, "postgres", f'CREATE DATABASE "{name}"') is None:
            raise Trouble(f"The database could not be created. The server’s log is {self.log}.")


def free_port(wanted: int) -> int:
    """The wanted port of the loopback address, or the next one that is free."""
    for port in range(wanted, wanted + 200):
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind(("127.0.0.1", port))
            except OSError:
                continue
            return port
    raise Trouble(f"No free port was found from {wanted} on.")
