"""Cuts an entry: units, the best fitting kind, elements with their borders, and a work of values."""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from functools import cached_property

from ..guides.kinds import KindForm, Kinds
from ..guides.pattern import Sequence, arranged
from ..text.languages import is_foreign
from ..text.names import NameList
from ..text.spans import Span
from ..works import DateValue, Group, TextValue, Value, Work, is_names
from .assign import Fit
from .evidence import kinds_described
from .hand import Hand, hand_units
from .lead import lead_units, people
from .marked import places_marked, publishers_marked
from .points import is_coined
from .rank import ranked
from .unit import Unit
from .units import find_units
from .written import Written, text_value

# A kind that fits worse by less than this may be what is meant.
_NEAR = 3.0
# No entry is longer, or has more parts; what is, is none, and is not worked on.
_LONGEST = 1600
_MOST_UNITS = 48
_TITLES = frozenset(("title", "container", "reviewed", "series"))
_FOREIGN = frozenset(("words", "stray", "retrieved", "review-of"))


@dataclass(frozen=True, slots=True)
class CutElement:
    """An element as it stands. `span` is its value, `whole` includes label and quotation marks; both
    are offsets into the entry's text with single spaces."""

    name: str
    span: Span
    whole: Span
    dress: str
    value: Value | None
    parts: tuple[tuple[str, Span], ...] = ()
    confidence: float = 1.0


@dataclass(frozen=True)
class Cut:
    """An entry in its elements. `runner_up` is the next best kind. `elements` are in written order;
    what belongs to none has the name `stray`, `supplement` or `annotation`.
    `points` are those of the fit, `fit` the same for each unit (about 2 where all is well)."""

    written: Written
    kind: str
    confidence: float
    runner_up: str
    elements: tuple[CutElement, ...]
    work: Work
    by_hand: bool = False
    repeated: bool = False
    fit: float = 0.0
    points: float = 0.0
    near: Callable[[], tuple[Cut, ...]] = field(default=tuple, repr=False, compare=False)

    @cached_property
    def alternatives(self) -> tuple[Cut, ...]:
        """Cuts that fit nearly as well, made when they are asked for."""
        return self.near()

    @property
    def left_over(self) -> float:
        """Of the letters of the entry, the share that no element took (0 to 1)."""
        loose = sum(len(e.whole) for e in self.elements if e.name == "supplement")
        return loose / max(1, len(self.written.text))

    def element(self, name: str) -> CutElement | None:
        return next((e for e in self.elements if e.name == name), None)


@dataclass(frozen=True, slots=True)
class Opened:
    """What is known of an entry's beginning: the names or the group, where they stand, or that it
    begins with its title."""

    names: NameList | None
    group: str
    span: Span
    repeated: bool = False


def cut_entry(written: Written, opened: Opened, kinds: Kinds, hand: Hand | None = None) -> Cut:
    """Cut an entry of a list. Never raises: what cannot be told is a supplement of kind `unknown`.
    Kinds of the house's own are for `hand` alone to name."""
    hand = hand or Hand()
    text = written.text
    if len(text) > _LONGEST:
        return Cut(written, "unknown", 0.0, "", (), Work("unknown"))
    lead, end = lead_units(text, opened.names, opened.group, opened.span, repeated=opened.repeated)
    units = hand_units(find_units(written, lead, end), written, hand)
    first = units[0].element if units else ""
    patterns = _patterns_of(kinds, first, hand.kind)
    return _best(written, units, patterns, kinds, hand)


# By identity, for patterns are long to compare; what is kept beside it keeps the identity taken.
_patterns: dict[tuple[int, str], tuple[Kinds, list[tuple[KindForm, Sequence]]]] = {}


def _patterns_of(kinds: Kinds, first: str, only: str) -> list[tuple[KindForm, Sequence]]:
    """All patterns of a guide's entries, for one that `first` begins; or those of one kind `only`."""
    if only:
        form = kinds.kinds.get(only)
        return _of_form(form, first) if form is not None else []
    kept = _patterns.get((id(kinds), first))
    if kept is None:
        found = [p for form in kinds.kinds.values() if not form.like for p in _of_form(form, first)]
        kept = _patterns[id(kinds), first] = (kinds, found)
    return kept[1]


def _of_form(form: KindForm, first: str) -> list[tuple[KindForm, Sequence]]:
    patterns = dict.fromkeys((*form.listed, *form.headless, *form.led.get(first, ())))
    return [(form, p) for p in patterns]


def cut_reference(written: Written, opened: Opened, kinds: Kinds, hand: Hand | None = None) -> Cut:
    """Cut a full reference of a note; the same of kinds of the house's own."""
    hand = hand or Hand()
    lead, end = lead_units(written.text, opened.names, opened.group, opened.span, repeated=False)
    # What looks like pages in a note is the place that is cited.
    units = [
        replace(u, element="locator") if u.element == "pages" else u
        for u in find_units(written, lead, end)
    ]
    units = hand_units(units, written, hand)
    patterns = [
        (form, p)
        for form in kinds.kinds.values()
        for p in form.note
        if (form.kind == hand.kind if hand.kind else not form.like)
    ]
    return _best(written, units, patterns, kinds, hand)


def _best(
    written: Written,
    units: list[Unit],
    patterns: list[tuple[KindForm, Sequence]],
    kinds: Kinds,
    hand: Hand,
) -> Cut:
    if len(units) > _MOST_UNITS:
        return Cut(written, "unknown", 0.0, "", (), Work("unknown"))
    units = _review_marked(units, written.text)
    if any(form.needs.get("place") == "needed" for form in kinds.kinds.values()):
        units = places_marked(units, written.text)
    units = publishers_marked(units, written.text)
    by_author = "author" if not units or units[0].element != "author" else "container-author"
    order = tuple(by_author if u.element == "by-author" else u.element for u in units if u.element)
    patterns = [(form, arranged(p, order)) for form, p in patterns]
    fits = ranked(written, units, patterns, kinds)
    if not fits:
        return Cut(written, "unknown", 0.0, "", (), Work("unknown"))
    best = fits[0]
    confidence = _share(best.kind, fits)
    near = {(f.kind, f.elements, f.starts): f for f in fits if best.score - f.score <= _NEAR}
    near.pop((best.kind, best.elements, best.starts))
    if best.kind in kinds_described(written.text, units):
        # It says itself what it is.
        near = {key: f for key, f in near.items() if f.kind == best.kind}

    def alternatives() -> tuple[Cut, ...]:
        return tuple(_cut(written, units, f, fits, hand, 0.5, kinds) for f in near.values())

    return _cut(written, units, best, fits, hand, confidence, kinds, alternatives)


def _share(kind: str, fits: list[Fit]) -> float:
    """How likely a kind is among all that were fitted: each counts by its best fit."""
    best: dict[str, float] = {}
    for fit in fits:
        best[fit.kind] = max(best.get(fit.kind, fit.score), fit.score)
    return 1 / sum(math.exp(score - best[kind]) for score in best.values())


def _cut(
    written: Written,
    units: list[Unit],
    best: Fit,
    fits: list[Fit],
    hand: Hand,
    confidence: float,
    kinds: Kinds,
    alternatives: Callable[[], tuple[Cut, ...]] = tuple,
) -> Cut:
    other = next((f for f in fits if f.kind != best.kind), None)
    elements = _elements(written, units, best)
    has_title = any(e.name == "title" for e in elements)
    if hand.kind:
        confidence = 1.0
    elif not has_title and best.titled:
        confidence *= 0.7
    work = _work(kinds.kinds[best.kind].like or best.kind, elements, units, written)
    return Cut(
        written,
        best.kind,
        round(confidence, 3),
        other.kind if other is not None else "",
        elements,
        work,
        bool(hand.kind or hand.borders),
        any(u.source == "repeated" for u in units[:1]),
        round(best.form / max(1, len(units)), 3),
        best.score,
        alternatives,
    )


def _review_marked(units: list[Unit], text: str) -> list[Unit]:
    """The title and the author that follow `review of` are those of the work reviewed."""
    found = list(units)
    for number, unit in enumerate(units):
        if unit.element != "review-of":
            continue
        for later in range(number + 1, min(number + 3, len(units))):
            if (
                found[later].element == "" and found[later].dress != "plain"
            ) or later == number + 1:
                span = found[later].span
                found[later] = replace(
                    found[later], element="reviewed", value=TextValue(""), span=span
                )
                _author_reviewed(found, later + 1, text)
                break
    return found


def _author_reviewed(found: list[Unit], number: int, text: str) -> None:
    if number >= len(found) or found[number].element not in ("", "editor", "by-author"):
        return
    span = found[number].whole
    match = re.match(r"by\s(?P<who>.+)$", span.of(text))
    names = people(match["who"]) if match is not None else None
    if match is None or names is None:
        return
    who = Span(span.start + match.start("who"), span.end)
    found[number] = replace(
        found[number], element="reviewed-author", span=who, value=names[0], more=names[1]
    )


def _elements(written: Written, units: list[Unit], fit: Fit) -> tuple[CutElement, ...]:
    found: list[CutElement] = []
    at = 0
    while at < len(units):
        unit, element = units[at], fit.elements[at]
        if unit.element and element == "numbering":
            element = unit.element  # of a volume alone that much is known
        if unit.element == "by-author":
            element = "container-author" if any(e.name == "author" for e in found) else "author"
        end = at + 1
        while (
            end < len(units)
            and element
            and unit.source != "hand"
            and fit.starts[end] == fit.starts[at]
            and not units[end].element
        ):
            end += 1
        last = units[end - 1]
        if at and units[at - 1].source == "hand" and fit.starts[at] == fit.starts[at - 1]:
            element = ""  # behind a border that a person has drawn
        if not element:
            follows = fit.elements[end] if end < len(units) else ""
            placed = unit.colon_after and follows == "publisher"
            element = unit.element or ("place" if placed else _loose(units, at, written))
        span = Span(unit.span.start, last.span.end)
        whole = Span(unit.whole.start, last.whole.end)
        value = unit.value
        if (not unit.element or element == "reviewed") and unit.source != "held":
            value = text_value(written, span, unit.dress)
        found.append(CutElement(element, span, whole, unit.dress, value, unit.parts))
        at = end
    return _with_own_capitals(found)


def _loose(units: list[Unit], at: int, written: Written) -> str:
    """What a stretch is that no pattern has a place for: behind numbers and before an address a coined name
    is that of a collection on the web."""
    behind = units[at - 1].element if at else ""
    ahead = units[at + 1].element if at + 1 < len(units) else ""
    numbered = behind in ("pages", "numbering", "volume", "issue", "article")
    named = is_coined(units[at].span.of(written.text))
    return (
        "database" if numbered and named and ahead in ("doi", "url", "accessed") else "supplement"
    )


def _with_own_capitals(elements: list[CutElement]) -> tuple[CutElement, ...]:
    """Titles in another language keep their capitals, and so does what holds them."""
    titles = [e for e in elements if e.name in _TITLES and isinstance(e.value, TextValue)]
    foreign = {
        e.name for e in titles if isinstance(e.value, TextValue) and is_foreign(e.value.text)
    }
    around = [
        value.text
        if isinstance(value, TextValue)
        else "".join(n.literal for n in value if isinstance(n, Group))
        for name, value in ((e.name, e.value) for e in elements)
        if name in ("author", "publisher") and (is_names(value) or isinstance(value, TextValue))
    ]
    if any(map(is_foreign, around)):
        foreign.add("title")  # `France, portrait social`: whose words they are tells the language
    if not foreign:
        return tuple(elements)
    return tuple(
        replace(e, value=replace(e.value, foreign=True))
        if e.name in _TITLES
        and isinstance(e.value, TextValue)
        and ("title" in foreign or e.name in foreign)
        else e
        for e in elements
    )


def _work(kind: str, elements: tuple[CutElement, ...], units: list[Unit], written: Written) -> Work:
    values: dict[str, Value] = {}
    more: set[str] = set()
    for element in elements:
        name = element.name
        if name in _FOREIGN or name in ("supplement", "annotation") or element.value is None:
            continue
        if name == "day":
            _join_day(values, element)
            continue
        if element.parts:
            for part, span in element.parts:
                values.setdefault(part, TextValue(span.of(written.text).replace("no. ", "")))
            continue
        if name in values and name == "date":
            _join_day(values, element)
            continue
        values.setdefault(name, element.value)
    named: set[str] = set()
    cut_short = {u.whole.start for u in units if u.more}
    for element in elements:
        # Of two lists of names in one role the first is the work's.
        if element.whole.start in cut_short and element.name not in named:
            more.add(element.name)
        named.add(element.name)
    return Work(kind, values, frozenset(more))


def _join_day(values: dict[str, Value], element: CutElement) -> None:
    """A day further on (`2021. … April 22`) belongs to the year after the author."""
    value, before = element.value, values.get("date")
    if not isinstance(value, DateValue):
        return
    if not isinstance(before, DateValue):
        values["date"] = value
    elif before.month is None and not before.season and value.year in (None, before.year):
        values["date"] = replace(value, year=before.year, letter=before.letter)
