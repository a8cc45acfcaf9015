"""A source kind of the house's own: a worked example with its elements marked, from which its pattern is taken.

    {author Quillon Instruments}. *{title Annual Return}*. {database= Tidewater Business}, {date 2021}.

What stands in braces is an element, its name first; `*` sets italics. One with `=` always has these words:
the kind is told by them. One with `?` may be missing.
"""

from __future__ import annotations

import re
from collections.abc import Collection, Mapping
from dataclasses import dataclass
from functools import cached_property

from .option import KIND_NAMES

# The elements that an example may have.
ELEMENTS: tuple[str, ...] = tuple(
    """author editor translator director performer interviewer host uploader illustrator title medium container
    edition volume issue volumes number section article series event institution place publisher date
    original-date pages locator database doi url accessed""".split()
)
_ELEMENT = re.compile(r"\{\s*(?P<name>[\w-]+)(?P<told>[=?]?)(?:\s+(?P<words>[^{}]*?))?\s*\}")
_QUOTES = '“”"„«»'
_PLAIN_MARKS = re.compile(r"[\w\s.,:;()\[\]/&–—’'-]*")
_LONGEST = 600
# Shorter words tell nothing.
_LEAST_LETTERS = 4


class ExampleWrong(Exception):
    """An example that cannot be taken, said in words."""


@dataclass(frozen=True, slots=True)
class Shown:
    """An element of an example. `before` are the marks and words ahead of it, `dress` is `italics`, `quotes` or
    `plain`; a `fixed` one has these words always."""

    element: str
    words: str
    before: str
    dress: str
    optional: bool = False
    fixed: bool = False


@dataclass(frozen=True)
class OwnKind:
    """A kind of the house's own. `like` is the kind that it is counted and exported as; `entry` the example in
    the list, `note` in a full note (empty: full notes of it are not checked)."""

    name: str
    several: str
    like: str
    entry: str
    note: str = ""

    @cached_property
    def id(self) -> str:
        return kind_id(self.name)

    @property
    def table(self) -> dict[str, str]:
        """As it is kept in a file of house rules."""
        table = {"name": self.name, "several": self.several, "like": self.like, "entry": self.entry}
        return table | ({"note": self.note} if self.note else {})

    @cached_property
    def shown(self) -> tuple[Shown, ...]:
        return read_example(self.entry)

    @cached_property
    def told_by(self) -> tuple[Shown, ...]:
        """The elements that tell it."""
        return tuple(s for s in self.shown if s.fixed)


def kind_id(name: str) -> str:
    """`company report` as the report has it: `company-report`."""
    return "-".join(re.findall(r"[^\W_]+", name.casefold()))


def read_example(text: str) -> tuple[Shown, ...]:
    """The elements of an example. Raises `ExampleWrong`."""
    if len(text) > _LONGEST:
        raise ExampleWrong(f"is longer than {_LONGEST} characters")
    found: list[Shown] = []
    at = 0
    for match in _ELEMENT.finditer(text):
        found.append(_shown(match, text, at))
        at = match.end()
    _sound(text, found, at)
    return tuple(found)


def _shown(match: re.Match[str], text: str, at: int) -> Shown:
    name, words = match["name"], match["words"] or ""
    if name not in ELEMENTS:
        raise ExampleWrong(f"has no element “{name}” to choose from: {', '.join(ELEMENTS)}")
    if not words:
        raise ExampleWrong(f"has no words for “{name}”, as in {{{name} …}}")
    before, behind = text[at : match.start()], text[match.end() : match.end() + 1]
    dress = "plain"
    if before.endswith("*") and behind == "*":
        dress = "italics"
    elif before[-1:] and before[-1:] in _QUOTES:
        dress = "quotes"
    return Shown(
        name, words, _bare(before), dress, optional=match["told"] == "?", fixed=match["told"] == "="
    )


def _bare(gap: str) -> str:
    """The marks between two elements without those that dress them."""
    bare = "".join(c for c in gap if c not in _QUOTES and c != "*")
    return re.sub(r"\s+", " ", bare)


def _sound(text: str, found: list[Shown], end: int) -> None:
    left = _ELEMENT.sub("", text)
    if "{" in left or "}" in left:
        raise ExampleWrong("has a brace that opens or closes nothing")
    names = [s.element for s in found]
    twice = next((n for n in names if names.count(n) > 1), "")
    if twice:
        raise ExampleWrong(f"has “{twice}” twice")
    if "title" not in names:
        raise ExampleWrong("needs a title, as in {title …}")
    if _bare(text[end:]).strip(" .)]"):
        raise ExampleWrong("has words behind its last element")
    for shown in found:
        if not _PLAIN_MARKS.fullmatch(shown.before):
            raise ExampleWrong(f"has marks before “{shown.element}” that no entry has")
    enclosed = [c for c in _bare(left) if c in "()[]"]
    if any(_unpaired(enclosed, pair) for pair in ("()", "[]")):
        raise ExampleWrong("has a bracket that opens or closes nothing")
    fixed = [s for s in found if s.fixed]
    if not any(sum(map(str.isalpha, s.words)) >= _LEAST_LETTERS for s in fixed):
        raise ExampleWrong(
            "has nothing that tells it from other kinds: mark what always stands in it, as in "
            "{database= Tidewater Business}"
        )


def _unpaired(brackets: list[str], pair: str) -> bool:
    depth = 0
    for mark in brackets:
        depth += (mark == pair[0]) - (mark == pair[1])
        if not 0 <= depth <= 1:
            return True
    return depth != 0


_KEYS = ("name", "several", "like", "entry", "note")
_LONGEST_NAME = 60


def own_kind(table: Mapping[str, object], others: Collection[str] = ()) -> OwnKind:
    """A kind given as a table; `others` are ids of the house’s other kinds. Raises `ExampleWrong` with the
    whole message."""
    unknown = sorted(set(table) - set(_KEYS))
    if unknown:
        raise ExampleWrong(f"A kind of source has no “{unknown[0]}”. It has {', '.join(_KEYS)}.")
    words = {key: " ".join(str(table.get(key) or "").split()) for key in _KEYS}
    name = words["name"]
    if not kind_id(name) or len(name) > _LONGEST_NAME:
        raise ExampleWrong(f"A kind of source needs a name of {_LONGEST_NAME} characters at most.")
    if kind_id(name) in KIND_NAMES or kind_id(name) in others:
        raise ExampleWrong(f"There is a kind “{kind_id(name)}” already.")
    if words["like"] not in KIND_NAMES:
        raise ExampleWrong(f"“{name}” is like one of these kinds: {', '.join(KIND_NAMES)}.")
    for key in ("entry", "note"):
        if key == "entry" or words[key]:
            try:
                read_example(words[key])
            except ExampleWrong as wrong:
                raise ExampleWrong(
                    f"The {'example' if key == 'entry' else key} of “{name}” {wrong}."
                ) from None
    several = words["several"] or f"{name}s"
    return OwnKind(name, several, words["like"], words["entry"], words["note"])
