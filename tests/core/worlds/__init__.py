"""The marked entries rewritten by tables of substitutions (see README.md here)."""

from __future__ import annotations

import re
import tomllib
import zlib
from dataclasses import dataclass, replace
from pathlib import Path
from typing import Any

from grelt.text.name_lists import inverted_names
from grelt.words import ordered

from ..marked_entries import MarkedEntry

_FOLDER = Path(__file__).parent
_AUTHORS = re.compile(r"\{a (?P<names>[^{}]*)\}")


@dataclass(frozen=True)
class World:
    """A table: its name, what it stands for, and its substitutions."""

    name: str
    what: str
    swaps: tuple[dict[str, Any], ...]


def worlds() -> tuple[World, ...]:
    """All worlds by name."""
    found = []
    for path in sorted(_FOLDER.glob("*.toml")):
        data = tomllib.loads(path.read_text(encoding="utf-8"))
        found.append(World(path.stem, data["what"], tuple(data["swap"])))
    return tuple(found)


def rewritten(entry: MarkedEntry, world: World) -> MarkedEntry | None:
    """The entry in that world; None where nothing of it changes."""
    marked = entry.marked
    for swap in world.swaps:
        if entry.kind in swap.get("kinds", (entry.kind,)):
            marked = _swapped(marked, swap, entry.guide)
    return replace(entry.with_marked(marked), faults=()) if marked != entry.marked else None


def _swapped(text: str, swap: dict[str, Any], guide: str) -> str:
    by = ordered(*swap["by"].rsplit(".", 1)) if isinstance(swap["by"], str) else tuple(swap["by"])
    if swap.get("names") or swap.get("given"):
        given = bool(swap.get("given"))
        changed = _AUTHORS.sub(lambda m: _renamed(m, by, guide, given=given), text)
        # The period of an initial closes the element.
        changed = changed.replace(".}.", ".}")
        if ".}" in text and ".}" not in changed:
            changed = re.sub(r"(\{a [^{}]*)\}(?=\s)", r"\1.}", changed)
        return changed
    for number, word in enumerate(swap["these"]):
        new = by[(zlib.crc32(text.encode()) + number) % len(by)]
        place = swap.get("where", "{}").replace("{}", _bounded(word))
        text = re.sub(place, new.replace("\\", ""), text)
    return text


def _bounded(word: str) -> str:
    return (
        rf"(?<![\w’-]){re.escape(word)}(?![\w’-])"
        if word[0].isalnum()
        else re.escape(word) + r"(?!\w)"
    )


def _renamed(match: re.Match[str], by: tuple[str, ...], guide: str, *, given: bool) -> str:
    """The names at the head of an entry, each with another surname or given name."""
    words = match["names"]
    read = inverted_names(words)
    for name in read.names if read is not None else ():
        old = name.given if given else name.family
        new = by[zlib.crc32(old.encode()) % len(by)]
        if given and guide == "apa-7":
            new = " ".join("-".join(f"{p[0].upper()}." for p in w.split("-")) for w in new.split())
        if old and name.given:
            words = re.sub(rf"(?<![\w’-]){re.escape(old)}(?![\w’-])", new.replace("\\", ""), words)
    return f"{{a {words}}}"
