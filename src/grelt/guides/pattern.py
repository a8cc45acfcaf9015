"""The notation of an entry's pattern: elements in braces, the marks between, optional groups.

    {author}. {title:part}. [{container:whole}, <{editor}, {translator}>, {numbering}, {date}], {location}.

A mark belongs to the element or group behind it and goes when that goes. The first element of
a group that is there takes the mark the group begins with: `[ ({edition}, {pages})]` gives
` (pp. 9–23)`. Words are written as `{"In"}` and stay as long as their group has an element.
Elements between `<` and `>` may stand in any order; a pattern with `{day!}` is for works that have it alone.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cached_property

_TOKEN = re.compile(
    r"\{\"(?P<words>[^\"]+)\"\}|\{(?P<slot>[a-z-]+)(?::(?P<form>[a-z-]+))?(?P<needed>!)?\}|[\[\]<>]|[^{}\[\]<>]+"
)


# Square brackets of the entry itself.
_BRACKETS = str.maketrans("⟦⟧", "[]")
_CLOSES = {"[": "]", "<": ">"}


class PatternBroken(Exception):
    """A pattern of ours is misspelled: a fault of the build."""


@dataclass(frozen=True, slots=True)
class Slot:
    """An element in a pattern, in one of the guide's forms (empty: the usual one). A `required` one must
    be there for the pattern to be meant."""

    element: str
    form: str = ""
    words: str = ""
    required: bool = False


@dataclass(frozen=True)
class Sequence:
    """Slots and groups in order, each with the mark before it; `tail` is the mark behind them. The items of
    a `free` one may stand in any order."""

    items: tuple[tuple[str, Slot | Sequence], ...]
    tail: str = ""
    free: bool = False

    @cached_property
    def all_slots(self) -> tuple[Slot, ...]:
        """All slots in order, groups opened. Words are left out."""
        found: list[Slot] = []
        for _, item in self.items:
            if isinstance(item, Sequence):
                found += item.all_slots
            elif not item.words:
                found.append(item)
        return tuple(found)

    @cached_property
    def elements(self) -> frozenset[str]:
        return frozenset(s.element for s in self.all_slots)

    @cached_property
    def required(self) -> frozenset[str]:
        return frozenset(s.element for s in self.all_slots if s.required)

    @cached_property
    def free_elements(self) -> frozenset[str]:
        """Elements that stand in a group of free order."""
        found: set[str] = set()
        for _, item in self.items:
            if isinstance(item, Sequence):
                found |= item.free_elements
            elif self.free:
                found.add(item.element)
        return frozenset(found)

    @cached_property
    def words(self) -> frozenset[str]:
        """The words that stand in it, in small letters."""
        found: set[str] = set()
        for _, item in self.items:
            if isinstance(item, Sequence):
                found |= item.words
            elif item.words:
                found.add(item.words.casefold())
        return frozenset(found)

    @cached_property
    def movable(self) -> bool:
        """Whether an element has several places, or any place of a group."""
        return bool(self.free_elements) or len(self.elements) < len(self.all_slots)


# So many are kept; a house's own kinds come and go while they are tried.
_MOST_ARRANGED = 16_384
_arranged: dict[tuple[int, tuple[str, ...]], tuple[Sequence, Sequence]] = {}


def arranged(pattern: Sequence, order: tuple[str, ...]) -> Sequence:
    """The pattern for elements that stand in this `order`: those of free order as they stand, those that are
    not there behind them; of several places for one element the one that it has."""
    if not pattern.movable:
        return pattern
    mine = tuple(dict.fromkeys(e for e in order if e in pattern.elements))
    key = (id(pattern), mine)
    kept = _arranged.get(key)
    if kept is None:
        if len(_arranged) >= _MOST_ARRANGED:
            _arranged.clear()
        # With the pattern kept, its identity stays taken.
        kept = _arranged[key] = (pattern, _once_each(_reordered(pattern, mine), mine))
    return kept[1]


def _once_each(pattern: Sequence, order: tuple[str, ...]) -> Sequence:
    """With one slot for each element: where it stands among the others, or the first of its slots."""
    names = [s.element for s in pattern.all_slots]
    dropped: set[int] = set()
    for element in {n for n in names if names.count(n) > 1}:
        places = [n for n, name in enumerate(names) if name == element]
        stands = order.index(element) if element in order else -1

        def turned(place: int, element: str = element, stands: int = stands) -> int:
            before = {n for n in names[:place] if n in order and n != element}
            behind = {n for n in names[place:] if n in order and n != element} - before
            return sum(order.index(n) > stands for n in before) + sum(
                order.index(n) < stands for n in behind
            )

        kept = min(places, key=turned) if stands >= 0 else places[0]
        dropped |= set(places) - {kept}
    return _without(pattern, dropped, 0)[0] if dropped else pattern


def _without(pattern: Sequence, dropped: set[int], at: int) -> tuple[Sequence, int]:
    """The pattern without the slots of these numbers; and the number behind its last slot, `at` being that
    of its first."""
    items: list[tuple[str, Slot | Sequence]] = []
    first: str | None = None
    for mark, item in pattern.items:
        # The mark of the first is that of the group, whoever is its first.
        if first is not None:
            mark, first = first, None
        if isinstance(item, Sequence):
            inner, at = _without(item, dropped, at)
            items.append((mark, inner))
        elif item.words:
            items.append((mark, item))
        else:
            if at not in dropped:
                items.append((mark, item))
            elif not items:
                first = mark
            at += 1
    return Sequence(tuple(items), pattern.tail, pattern.free), at


def _reordered(pattern: Sequence, order: tuple[str, ...]) -> Sequence:
    items = pattern.items
    if pattern.free:
        marks = [mark for mark, _ in items]

        def place(item: Slot | Sequence) -> int:
            known = isinstance(item, Slot) and item.element in order
            return order.index(item.element) if known and isinstance(item, Slot) else len(order)

        slots = sorted((item for _, item in items), key=place)
        items = tuple(zip(marks, slots, strict=True))
    return Sequence(
        tuple(
            (mark, _reordered(item, order) if isinstance(item, Sequence) else item)
            for mark, item in items
        ),
        pattern.tail,
        pattern.free,
    )


def led_by(pattern: Sequence, role: str) -> Sequence:
    """A pattern that begins with its author, for a work that begins with who had another part in it: the
    author then stands where that part would."""
    if not isinstance(pattern.items[0][1], Slot):
        return pattern
    first = (pattern.items[0][0], Slot(role, f"lead-{role}"))
    rest = Sequence(pattern.items[1:], pattern.tail, pattern.free)
    changed = _with_author_for(rest, role)
    return Sequence((first, *changed.items), pattern.tail, pattern.free)


def _with_author_for(pattern: Sequence, role: str) -> Sequence:
    return Sequence(
        tuple(
            (mark, _with_author_for(item, role))
            if isinstance(item, Sequence)
            else (mark, Slot("author") if item.element == role else item)
            for mark, item in pattern.items
        ),
        pattern.tail,
        pattern.free,
    )


def parse_pattern(text: str) -> Sequence:
    """Parse the notation. Raises `PatternBroken`."""
    tokens = _tokens(text)
    sequence, rest = _sequence(tokens, 0, inner="")
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


def _sequence(tokens: list[re.Match[str]], at: int, *, inner: str) -> tuple[Sequence, int]:
    """One sequence from token `at` on; `inner` is the bracket that opened it (empty: the whole)."""
    items: list[tuple[str, Slot | Sequence]] = []
    mark = ""
    while at < len(tokens):
        token = tokens[at]
        at += 1
        if token.group() in _CLOSES:
            group, at = _sequence(tokens, at, inner=token.group())
            items.append((mark, group))
            mark = ""
        elif token.group() in _CLOSES.values():
            if _CLOSES.get(inner) != token.group():
                raise PatternBroken("a closing bracket without its opening one")
            return Sequence(tuple(items), mark, inner == "<"), at
        elif token["slot"] or token["words"]:
            slot = Slot(
                token["slot"] or "",
                token["form"] or "",
                token["words"] or "",
                bool(token["needed"]),
            )
            items.append((mark, slot))
            mark = ""
        else:
            mark += token.group().translate(_BRACKETS)
    if inner:
        raise PatternBroken("an opening bracket without its closing one")
    return Sequence(tuple(items), mark), at
