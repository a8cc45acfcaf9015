"""The database: the project's own PostgreSQL server on loopback, or one elsewhere, named in the settings.

Debian's own cluster, if there is one, is left alone. As root the server runs as `postgres`, since it refuses to
run as root; the folder must then be reachable for it. Whoever connects needs a password, kept in `var` for who
may read that; the application's own role may neither read files nor run programs.
"""

from __future__ import annotations

import os
import secrets
import shutil
import socket
import subprocess
import time
from pathlib import Path

from . import debian
from .handing_over import HAND_OVER, ROLE, earlier_place
from .paths import VAR
from .say import Trouble, run, say, step

_FIRST_PORT = 54417
_AS_ROOT = os.getuid() == 0
_NAME = "grelt"
# Whoever may connect, and how: the file that PostgreSQL reads, in whole.
_ACCESS = "host all all 127.0.0.1/32 scram-sha-256\n"


class Postgres:
    """Finds, makes, starts, migrates and stops the server. `port` is known once it runs."""

    def __init__(self) -> None:
        self._home = VAR / "postgres"
        self.data = self._place()
        self.port = 0
        self.started_here = False

    def ensure_running(self) -> None:
        """Install, initialise and start what is missing; use a server that is up already."""
        self._install()
        self.port = self._recorded_port()
        if not (self.port and self._is_ours(self.port)):
            self._ensure_cluster()
            self._ensure_version()
            with step("starting PostgreSQL"):
                self._start()
            self.started_here = True
        self._ensure_role()

    def look(self) -> None:
        """Start the server again if it died; where it was, so that all find it."""
        if self._answers(self.port):
            return
        time.sleep(0.5)
        if self._answers(self.port):
            return
        say(f"The database does not answer and is started again. Its log is {self.log}.")
        before = self.port
        try:
            self._start()
        except Trouble as trouble:
            say(str(trouble))
        if self.port != before:
            raise Trouble(f"Another program took the database’s port {before}. Start Grelt again.")

    def stop(self) -> None:
        """Stop the server if this run started it."""
        if self.started_here:
            command = self._as_owner("pg_ctl", "-D", str(self.data), "-m", "fast", "-w", "stop")
            subprocess.run(command, capture_output=True, check=False, cwd="/")
            self.started_here = False

    def settings(self) -> dict[str, str]:
        """How the application reaches it."""
        return {
            "GRELT_DB_PORT": str(self.port),
            "GRELT_DB_USER": ROLE,
            "GRELT_DB_NAME": _NAME,
            "GRELT_DB_PASSWORD": self._password("application"),
        }

    # Places and programs

    @property
    def log(self) -> Path:
        return self.data.parent / "postgres.log"

    def _place(self) -> Path:
        """`var/postgres/data`, or a folder of the system where `postgres` cannot reach that. Which, is noted in
        `var`, and goes with it where the checkout is moved or renamed."""
        noted = self._home / "place"
        if noted.is_file():
            return Path(noted.read_text().strip())
        wanted = self._home / "data"
        self._home.mkdir(parents=True, exist_ok=True)
        known = subprocess.run(["id", "postgres"], capture_output=True, check=False)
        if not _AS_ROOT or shutil.which("runuser") is None or known.returncode != 0:
            return wanted
        reach = ["runuser", "-u", "postgres", "--", "test", "-x", str(self._home)]
        if subprocess.run(reach, capture_output=True, check=False).returncode == 0:
            return wanted
        place = (
            earlier_place()
            or Path("/var/lib/postgresql") / f"grelt-{secrets.token_hex(5)}" / "data"
        )
        noted.write_text(str(place))
        return place

    def _install(self) -> None:
        if not self._installed():
            debian.install(["postgresql"], "PostgreSQL")
            self.data = self._place()
        if not self._installed():
            raise Trouble("PostgreSQL’s server programs were not found under /usr/lib/postgresql.")

    @staticmethod
    def _installed() -> dict[int, Path]:
        """The programs of each major version that is there."""
        found = [p for p in Path("/usr/lib/postgresql").glob("*/bin") if (p / "initdb").exists()]
        return {int(p.parent.name): p for p in found if p.parent.name.isdigit()}

    def _programs(self) -> Path:
        """The programs that fit the data; the newest where there is none yet."""
        installed = self._installed()
        version = _version(self.data)
        if version is not None and version in installed:
            return installed[version]
        return installed[max(installed)]

    def _as_owner(self, program: str, *arguments: str, programs: Path | None = None) -> list[str]:
        command = [str((programs or self._programs()) / program), *arguments]
        return ["runuser", "-u", "postgres", "--", *command] if _AS_ROOT else command

    def _password(self, whose: str) -> str:
        """The password of the server's own role, or of the application's; made at first need."""
        path = self._home / f"{whose}.password"
        if not path.is_file():
            path.parent.mkdir(parents=True, exist_ok=True)
            path.touch(mode=0o600)
            path.write_text(secrets.token_urlsafe(32))
        return path.read_text()

    # The cluster

    @property
    def _marker(self) -> Path:
        return self.data.parent / "ready"

    def _ensure_cluster(self) -> None:
        if self._marker.is_file() and (self.data / "PG_VERSION").is_file():
            self._ensure_passwords()
            return
        if self.data.exists():
            aside = self.data.with_name(f"half-made-{int(time.time())}")
            say(f"A half-made database was found and put aside as {aside}.")
            self.data.rename(aside)
        with step("making a database"):
            self._initialise(self.data, self._programs())
        self._marker.touch()

    def _initialise(self, data: Path, programs: Path) -> None:
        data.mkdir(parents=True, mode=0o700)
        # `postgres` reads it once, and nobody else may.
        given = data.parent / "initial.password"
        given.touch(mode=0o600)
        given.write_text(self._password("server"))
        if _AS_ROOT:
            for path in (data, given):
                shutil.chown(path, "postgres", "postgres")
        run(
            self._as_owner(
                "initdb", "-D", str(data), "-U", "postgres", "-A", "scram-sha-256", "--pwfile", str(given),
                "-E", "UTF8", "--locale=C.UTF-8", programs=programs,
            ),
            cwd=Path("/"),
            failure=f"The database could not be made in {data}.",
        )  # fmt: skip
        given.unlink()
        (data / "pg_hba.conf").write_text(_ACCESS)

    def _ensure_passwords(self) -> None:
        """Data of earlier releases let anybody of the machine in: from here on a password is asked for."""
        access = self.data / "pg_hba.conf"
        if access.read_text() == _ACCESS:
            return
        self._start()
        try:
            asked = f"ALTER ROLE postgres PASSWORD '{self._password('server')}'"
            if self._sql(self.port, "postgres", asked) is None:
                raise Trouble(f"The database could not be given a password. Its log is {self.log}.")
        finally:
            self.started_here = True
            self.stop()
        access.write_text(_ACCESS)

    def _ensure_version(self) -> None:
        """Data of an older major version is carried over to the newest programs that are there."""
        version, installed = _version(self.data), self._installed()
        if version is None or version == max(installed):
            return
        if version not in installed:
            raise Trouble(
                f"The data in {self.data} is PostgreSQL {version}’s, and only {max(installed)} is installed. "
                f"Nothing is lost: install postgresql-{version} beside it and start again, and Grelt carries "
                "the data over by itself."
            )
        self.carry_over(installed[max(installed)])

    def carry_over(self, programs: Path) -> Path:
        """Dump the data with its own programs, restore it with these. The old folder stays, and is returned."""
        version = _version(self.data)
        new = programs.parent.name
        with step(f"carrying the data over from PostgreSQL {version} to {new}"):
            dump = self._home / f"before-{new}.sql"
            self._start()
            self.started_here = True
            try:
                whole = self._client("pg_dumpall", "-U", "postgres", "-f", str(dump))
                run(whole, env=self._client_environment(), cwd=Path("/"),
                    failure="The data could not be dumped; nothing was changed.")  # fmt: skip
            finally:
                self.stop()
            old = self.data.with_name(f"data-{version}-{int(time.time())}")
            self.data.rename(old)
            try:
                self._initialise(self.data, programs)
                self._start()
                self.started_here = True
                restored = self._client(
                    "psql", "-q", "-U", "postgres", "-d", "postgres", "-f", str(dump)
                )
                run(restored, env=self._client_environment(), cwd=Path("/"),
                    failure="The data could not be restored; the old folder is put back.")  # fmt: skip
                self.stop()
            except Trouble:
                self.stop()
                self.data.rename(self.data.with_name(f"half-made-{int(time.time())}"))
                old.rename(self.data)
                raise
        say(f"The old data is kept in {old}; delete it when all is well.")
        return old

    def _start(self) -> None:
        # Where it was, unless another took the port while it was down.
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
            f"PostgreSQL did not start. Its log is {self.log}; the data is in {self.data}, untouched. "
            "A backup is restored with: bin/grelt restore FILE"
        )

    # Ports

    def _recorded_port(self) -> int:
        record = self.data.parent / "port"
        return int(record.read_text()) if record.is_file() else 0

    def _free_port(self) -> int:
        wanted = int(os.environ.get("GRELT_DB_PORT", self._recorded_port() or _FIRST_PORT))
        return free_port(wanted)

    def _answers(self, port: int) -> bool:
        command = [
            str(self._programs() / "pg_isready"),
            "-q",
            "-h",
            "127.0.0.1",
            "-p",
            str(port),
            "-t",
            "3",
        ]
        return subprocess.run(command, check=False).returncode == 0

    def _is_ours(self, port: int) -> bool:
        """Whether the server that answers keeps its data in our folder, and asks for our password."""
        if not self._answers(port) or not (self.data / "PG_VERSION").is_file():
            return False
        found = self._sql(port, "postgres", "SHOW data_directory")
        return found is not None and Path(found.strip()) == self.data

    # Roles and contents

    def _client(self, program: str, *arguments: str) -> list[str]:
        return [
            str(self._programs() / program),
            "-h",
            "127.0.0.1",
            "-p",
            str(self.port),
            *arguments,
        ]

    def _client_environment(self) -> dict[str, str]:
        return {**os.environ, "PGPASSWORD": self._password("server"), "PGCONNECT_TIMEOUT": "5"}

    def _sql(self, port: int, name: str, query: str) -> str | None:
        command = [str(self._programs() / "psql"), "-h", "127.0.0.1", "-p", str(port), "-U", "postgres",
                   "-d", name, "-v", "ON_ERROR_STOP=1", "-tAc", query]  # fmt: skip
        done = subprocess.run(
            command,
            env=self._client_environment(),
            capture_output=True,
            text=True,
            check=False,
            cwd="/",
        )
        return done.stdout if done.returncode == 0 else None

    def _ensure_role(self) -> None:
        """The application's role and its database, and in it what earlier releases made as another role."""
        if (
            self._sql(self.port, _NAME, f"SELECT rolname FROM pg_roles WHERE rolname = '{ROLE}'")
            or ""
        ).strip():
            return
        password = self._password("application")
        asked = [f"CREATE ROLE {ROLE} LOGIN CREATEDB PASSWORD '{password}'"]
        there = (
            self._sql(self.port, "postgres", f"SELECT 1 FROM pg_database WHERE datname = '{_NAME}'")
            or ""
        ).strip()
        asked.append(
            f"{'ALTER' if there else 'CREATE'} DATABASE {_NAME} OWNER {'TO ' if there else ''}{ROLE}"
        )
        if any(self._sql(self.port, "postgres", query) is None for query in asked) or (
            there and self._sql(self.port, _NAME, HAND_OVER) is None
        ):
            raise Trouble(f"The database could not be prepared. The server’s log is {self.log}.")

    # Backups

    def back_up(self, file: Path) -> None:
        """Write all of it into a file; it is usable as soon as it stands there."""
        part = file.with_name(f"{file.name}.part")
        run(self._client("pg_dump", "-U", "postgres", "-Fc", "-f", str(part), _NAME),
            env=self._client_environment(), failure="The backup could not be written.")  # fmt: skip
        part.chmod(0o600)
        part.replace(file)

    def restore(self, file: Path) -> str:
        """Put a backup in the place of what is there, which is kept under the name that is returned."""
        aside = f"{_NAME}_before_{int(time.time())}"
        for query in (
            f"SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '{_NAME}'",
            f"ALTER DATABASE {_NAME} RENAME TO {aside}",
            f"CREATE DATABASE {_NAME} OWNER {ROLE}",
        ):
            if self._sql(self.port, "postgres", query) is None:
                raise Trouble("The database could not be put aside; nothing was changed.")
        try:
            run(self._client("pg_restore", "-U", "postgres", "-d", _NAME, "--exit-on-error", str(file)),
                env=self._client_environment(), failure=f"{file} could not be restored.")  # fmt: skip
        except Trouble:
            self._sql(self.port, "postgres", f"DROP DATABASE {_NAME}")
            self._sql(self.port, "postgres", f"ALTER DATABASE {aside} RENAME TO {_NAME}")
            raise
        return aside


def _version(data: Path) -> int | None:
    """The major version that made a folder of data."""
    path = data / "PG_VERSION"
    try:
        return int(path.read_text().split(".")[0])
    except (OSError, ValueError):
        return None


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
