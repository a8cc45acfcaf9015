"""What is slow to make of our own files, kept in a form that loads fast, in the folders of byte code.

As with byte code: what is kept is made anew when its source is another, never needed, and not written where
Python is told to write none (`PYTHONDONTWRITEBYTECODE`); `PYTHONPYCACHEPREFIX` moves it.
"""

from __future__ import annotations

import contextlib
import importlib.util
import marshal
import os
import sys
from collections.abc import Callable
from pathlib import Path
from typing import Any, Generic, TypeVar

K = TypeVar("K")
V = TypeVar("V")


def toml(path: Path) -> dict[str, Any]:
    """The tables of a file of ours. Raises what `tomllib` raises."""

    def made() -> dict[str, Any]:
        import tomllib

        return tomllib.loads(path.read_text(encoding="utf-8"))

    about = path.stat()
    found: dict[str, Any] = _kept(path, (about.st_mtime_ns, about.st_size), made)
    return found


def text_of(name: str, version: object, made: Callable[[], str]) -> str:
    """A text made of something of this `version`. `name` is that of the file it is kept in."""
    found: str = _kept(Path(__file__).with_name(name), version, made)
    return found


class Store(Generic[K, V]):
    """Values of one version by key, in a file that is read at once and written by `keep` if any is new."""

    def __init__(self, name: str, version: str) -> None:
        self._place = _place(Path(__file__).with_name(name))
        self._version = version
        known = read(self._place, version)
        self._known: dict[K, V] = known if isinstance(known, dict) else {}
        self._new = False

    def get(self, key: K) -> V | None:
        return self._known.get(key)

    def add(self, key: K, value: V) -> None:
        self._known[key] = value
        self._new = True

    def keep(self) -> None:
        if self._new:
            write(self._place, self._version, self._known)
            self._new = False


def read(place: Path, version: object) -> Any:
    """What is kept there of this version of its source; None if nothing is."""
    with contextlib.suppress(OSError, ValueError, EOFError, TypeError):
        kept_version, value = marshal.loads(place.read_bytes())
        if kept_version == version:
            return value
    return None


def write(place: Path, version: Any, value: Any) -> None:
    """Keep a value of plain data, if that can be: whole, or not at all."""
    if sys.dont_write_bytecode:
        return
    with contextlib.suppress(OSError, ValueError):
        place.parent.mkdir(parents=True, exist_ok=True)
        beside = place.with_name(f"{place.name}.{os.getpid()}")
        beside.write_bytes(marshal.dumps((version, value)))
        beside.replace(place)


def _kept(path: Path, version: object, made: Callable[[], Any]) -> Any:
    place = _place(path)
    value = read(place, version)
    if value is None:
        value = made()
        write(place, version, value)
    return value


def _place(path: Path) -> Path:
    return Path(importlib.util.cache_from_source(f"{path}.py"))
