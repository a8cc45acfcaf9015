"""Marked entries: correct ones with their elements marked, and slips planted in them.

A set is a folder of files, one a guide. A line of a file is an entry in the notation of fragments in
which `{a …}` marks who is named first, `{t …}` the title, `{c …}` the container, `{y …}` the year and
`{p …}` the pages; `# kind` says what the entries below are. A line `! old => new | rule` plants a slip
in the entry above it: `new` in the place of `old` must be found by that rule, and put right again.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from pathlib import Path

SETS = Path(__file__).parent / "entry_sets"
_MARK = re.compile(r"\{(?P<name>[atcyp]) (?P<words>[^{}]*)\}")
_NAMES = {"a": "author", "t": "title", "c": "container", "y": "year", "p": "pages"}


@dataclass(frozen=True)
class Fault:
    """An entry with a slip in it, and the rule that must find it."""

    text: str
    rule: str
    why: str


@dataclass(frozen=True)
class MarkedEntry:
    """A correct entry as a fragment, its kind, the words of its elements, and slips to plant."""

    guide: str
    kind: str
    text: str
    elements: dict[str, str]
    faults: tuple[Fault, ...]
    marked: str = ""

    def with_marked(self, marked: str) -> MarkedEntry:
        """The same entry in other words, given with its marks."""
        text, elements = _unmarked(marked)
        return replace(self, text=text, elements=elements, marked=marked)


def load_set(name: str) -> list[MarkedEntry]:
    """All entries of a set. Raises `ValueError` for a slip whose words its entry does not have."""
    return [
        entry
        for path in sorted((SETS / name).glob("*.txt"))
        for entry in _read(path.stem, path.read_text(encoding="utf-8"))
    ]


def _read(guide: str, text: str) -> Iterator[MarkedEntry]:
    kind = ""
    current: tuple[str, dict[str, str]] | None = None
    marked = ""
    faults: list[Fault] = []
    for line in [*text.splitlines(), "# end"]:
        if line.startswith("! "):
            assert current is not None
            fault = _fault(current[0], line[2:])
            if fault is not None:
                faults.append(fault)
            continue
        if current is not None and line.strip():
            yield MarkedEntry(guide, kind, *current, tuple(faults), marked)
            current, faults = None, []
        if line.startswith("# "):
            kind = line[2:].strip()
        elif line.strip():
            current, marked = _unmarked(line), line


def _unmarked(line: str) -> tuple[str, dict[str, str]]:
    """An entry without its marks, and the words of each element."""
    elements = {_NAMES[m["name"]]: m["words"].replace("*", "") for m in _MARK.finditer(line)}
    return _MARK.sub(lambda m: m["words"], line), elements


def _fault(text: str, line: str) -> Fault | None:
    change, _, rule = line.rpartition("|")
    old, _, new = change.partition("=>")
    old, new = old.strip(" "), new.strip(" ")
    # A space at either side of the words counts.
    old, new = _spaced(change.partition("=>")[0]), _spaced(change.partition("=>")[2][1:])
    if rule.strip() == "skip":
        return None
    if text.count(old) < 1:
        raise ValueError(f"{old!r} is not in {text!r}")
    return Fault(text.replace(old, new, 1), rule.strip(), line)


def _spaced(words: str) -> str:
    """One space before the arrow or the bar belongs to the notation."""
    return words[:-1] if words.endswith(" ") else words
