"""Which database Grelt has: its own, or one elsewhere that is named in the settings."""

from __future__ import annotations

import os
from typing import Protocol

from .postgres import Postgres


class Database(Protocol):
    """What the start command needs of a database."""

    def ensure_running(self) -> None: ...
    def look(self) -> None: ...
    def stop(self) -> None: ...
    def settings(self) -> dict[str, str]: ...


def database() -> Database:
    """The database that is set up: elsewhere where `GRELT_DB_HOST` names a host, else the project's own."""
    return Elsewhere() if os.environ.get("GRELT_DB_HOST") else Postgres()


class Elsewhere:
    """A server that others run; how it is reached stands in `GRELT_DB_*`."""

    def ensure_running(self) -> None:
        pass

    def look(self) -> None:
        pass

    def stop(self) -> None:
        pass

    def settings(self) -> dict[str, str]:
        return {k: v for k, v in os.environ.items() if k.startswith("GRELT_DB_")}
