"""Words that the core knows, as tables, each with its source: `words/*.toml`.

A cue of these tables may add to what the form of an entry or a citation tells; it never stands in its
place. Names of real institutions stand here because real papers cite them.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from functools import cache
from pathlib import Path
from typing import Any

from .. import kept


class WordsBroken(Exception):
    """A table of ours is wrong: a fault of the build."""


@cache
def table(name: str) -> dict[str, Any]:
    """A table by its file and name (`names.particles`), without its source. Raises `WordsBroken`."""
    file, _, key = name.partition(".")
    found = _file(file).get(key)
    if not isinstance(found, dict):
        raise WordsBroken(f"there is no table {name}")
    if not str(found.get("source", "")).strip():
        raise WordsBroken(f"{name} does not say where its words are from")
    return {k: v for k, v in found.items() if k != "source"}


@cache
def _file(name: str) -> dict[str, Any]:
    path = Path(__file__).with_name(f"{name}.toml")
    return kept.toml(path)


def files() -> list[str]:
    """The names of all files of tables."""
    return sorted(path.stem for path in Path(__file__).parent.glob("*.toml"))


@cache
def ordered(name: str, key: str) -> tuple[str, ...]:
    """The words under a key, as they stand there: a list, or one text of words."""
    value = table(name).get(key)
    if isinstance(value, str):
        return tuple(value.split())
    if not isinstance(value, list):
        raise WordsBroken(f"{name} has no words {key}")
    return tuple(value)


@cache
def words(name: str, *keys: str) -> frozenset[str]:
    """The words under some keys, together."""
    return frozenset(word for key in keys for word in ordered(name, key))


def one_of(items: Iterable[str]) -> str:
    """A pattern for any of some words, the longest first; a space in them is any one white space, and a
    straight apostrophe either kind. No group of its own is left open."""
    longest_first = sorted(set(items), key=lambda w: (-len(w), w))
    return "(?:" + "|".join(_escaped(w) for w in longest_first) + ")"


def _escaped(word: str) -> str:
    return re.sub("['’]", "['’]", re.escape(word).replace(r"\ ", r"\s"))
