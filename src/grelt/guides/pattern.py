"""The notation of an entry's pattern: elements in braces, the marks between, optional groups.

    {author}. {title:part}. [{container:whole}, {numbering}, {date}], {location}.

A mark belongs to the element or group behind it and goes when that goes. The first element of
a group that is there takes the mark the group begins with: `[ ({edition}, {pages})]` gives
` (pp. 9–23)`. Words are written as `{"In"}` and stay as long as their group has an element.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

_TOKEN = re.compile(
    r"\{\"(?P<words>[^\"]+)\"\}|\{(?P<slot>[a-z-]+)(?::(?P<form>[a-z-]+))?\}|[\[\]]|[^{}\[\]]+"
)


# Square brackets of the entry itself.
_BRACKETS = str.maketrans("⟦⟧", "[]")


class PatternBroken(Exception):
    """A pattern of ours is misspelled: a fault of the build."""


@dataclass(frozen=True, slots=True)
class Slot:
    """An element in a pattern, in one of the guide's forms (empty: the usual one)."""

    element: str
    form: str = ""
    words: str = ""


@dataclass(frozen=True, slots=True)
class Sequence:
    """Slots and groups in order, each with the mark before it; `tail` is the mark behind them."""

    items: tuple[tuple[str, Slot | Sequence], ...]
    tail: str = ""

    def slots(self) -> tuple[Slot, ...]:
        """All slots in order, groups opened. Words are left out."""
        found: list[Slot] = []
        for _, item in self.items:
            if isinstance(item, Sequence):
                found += item.slots()
            elif not item.words:
                found.append(item)
        return tuple(found)


def parse_pattern(text: str) -> Sequence:
    """Parse the notation. Raises `PatternBroken`."""
    tokens = _tokens(text)
    sequence, rest = _sequence(tokens, 0, inner=False)
    if rest != len(tokens):
        raise PatternBroken(f"a bracket too many in {text!r}")
    return sequence


def _tokens(text: str) -> list[re.Match[str]]:
    found = []
    at = 0
    while at < len(text):
        match = _TOKEN.match(text, at)
        if match is None:
            raise PatternBroken(f"cannot read {text[at:]!r} in {text!r}")
        found.append(match)
        at = match.end()
    return found


def _sequence(tokens: list[re.Match[str]], at: int, *, inner: bool) -> tuple[Sequence, int]:
    items: list[tuple[str, Slot | Sequence]] = []
    mark = ""
    while at < len(tokens):
        token = tokens[at]
        at += 1
        if token.group() == "[":
            group, at = _sequence(tokens, at, inner=True)
            items.append((mark, group))
            mark = ""
        elif token.group() == "]":
            if not inner:
                raise PatternBroken("a closing bracket without its opening one")
            return Sequence(tuple(items), mark), at
        elif token["slot"] or token["words"]:
            slot = Slot(token["slot"] or "", token["form"] or "", token["words"] or "")
            items.append((mark, slot))
            mark = ""
        else:
            mark += token.group().translate(_BRACKETS)
    if inner:
        raise PatternBroken("an opening bracket without its closing one")
    return Sequence(tuple(items), mark), at
