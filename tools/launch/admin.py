"""What whoever runs Grelt does now and then: accounts, backups, Django's own commands."""

from __future__ import annotations

import subprocess
from pathlib import Path

from . import instance, python_env
from .databases import Elsewhere, database
from .paths import PYTHON, ROOT
from .postgres import Postgres
from .say import Trouble, say
from .serve import environment


def manage(arguments: list[str]) -> int:
    """Run one of Django's commands with the database up."""
    python_env.ensure("server")
    held = database()
    held.ensure_running()
    try:
        command = [str(PYTHON), str(ROOT / "manage.py"), *arguments]
        return subprocess.run(command, cwd=ROOT, env=environment(held), check=False).returncode
    finally:
        held.stop()


def account(arguments: list[str]) -> int:
    """Make an account, or give one a new password."""
    return manage(["account", *arguments])


def back_up(arguments: list[str]) -> int:
    """Write all data into one file, while Grelt runs or not."""
    if len(arguments) != 1:
        say("Name the file: bin/grelt backup FILE")
        return 2
    held = _own()
    held.ensure_running()
    try:
        file = Path(arguments[0]).resolve()
        held.back_up(file)
        say(
            f"All courses, papers, decisions and accounts are in {file} ({file.stat().st_size / 2**20:.1f} MB)."
        )
    finally:
        held.stop()
    return 0


def restore(arguments: list[str]) -> int:
    """Put a backup in the place of the data that is there; Grelt must not run meanwhile."""
    if len(arguments) != 1 or not Path(arguments[0]).is_file():
        say("Name a file that bin/grelt backup has written: bin/grelt restore FILE")
        return 2
    lock = instance.take_lock()
    if lock is None:
        say(f"Stop Grelt first: {instance.noted()}")
        return 1
    held = _own()
    held.ensure_running()
    try:
        aside = held.restore(Path(arguments[0]).resolve())
        say(f"Restored. What was there before is kept in the database {aside}.")
    finally:
        held.stop()
        lock.close()
    return 0


def _own() -> Postgres:
    held = database()
    if isinstance(held, Elsewhere):
        raise Trouble(
            "The database is elsewhere (GRELT_DB_HOST): back it up and restore it there, with pg_dump."
        )
    assert isinstance(held, Postgres)
    return held
