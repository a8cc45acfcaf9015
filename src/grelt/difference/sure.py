"""How sure it is what stands at either side of a mark. A mark between two elements is wrong only where both are
what they are taken for: told by their own look, their dress or their words."""

from __future__ import annotations

from dataclasses import replace

from ..cutting import Cut, CutElement
from ..cutting.vocabulary import told_by
from .model import Difference

# Elements that only their place tells where no word of theirs does.
_LOOSE = {
    "publisher": frozenset(
        "press-name press-word trade-word studio-name label-name network-name group-word data-name".split()
    ),
    "place": frozenset(("place-name",)),
    "institution": frozenset(("group-word",)),
    "event": frozenset(("event-word",)),
    "series": frozenset(("series-word",)),
    "database": frozenset(),
    "section": frozenset(),
    "medium": frozenset(),
    "supplement": frozenset(),
}
# What a rule's findings hang on when they are about marks or order.
_OF_MARKS = frozenset(("entry-punctuation", "entry-element-order", "entry-element-extra"))
_UNSURE = 0.6


def with_doubt(cut: Cut, differences: tuple[Difference, ...]) -> tuple[Difference, ...]:
    """Differences of marks and order beside an element that is not sure are not sure themselves."""
    return tuple(
        replace(d, confidence=min(d.confidence, _UNSURE))
        if d.rule in _OF_MARKS and not all(is_sure(cut, e) for e in _beside(cut, d))
        else d
        for d in differences
    )


def _beside(cut: Cut, difference: Difference) -> list[CutElement]:
    """The elements that a difference lies between, or has within it."""
    span = difference.span
    inside = [e for e in cut.elements if span.start < e.whole.end and e.whole.start < span.end]
    before = [e for e in cut.elements if e.whole.end <= span.start]
    after = [e for e in cut.elements if e.whole.start >= span.end]
    return [*before[-1:], *inside, *after[:1]]


def is_sure(cut: Cut, element: CutElement) -> bool:
    """Whether an element is told by more than its place."""
    if element.name not in _LOOSE or element.dress == "quotes":
        return True
    if element.name == "database":
        return element.dress == "italics" or _holds_an_article(cut, element)
    if element.dress == "italics":
        return False
    if told_by(element.span.of(cut.written.text)) & _LOOSE[element.name]:
        return True
    return element.name == "place" and _before_press(cut, element)


def _holds_an_article(cut: Cut, database: CutElement) -> bool:
    """A name of few words between an article's pages and its address can be nothing but who holds it."""
    at = cut.elements.index(database)
    words = database.span.of(cut.written.text).split()
    return (
        0 < at < len(cut.elements) - 1
        and cut.elements[at - 1].name in ("pages", "numbering", "volume", "issue", "article")
        and cut.elements[at + 1].name in ("doi", "url")
        and len(words) <= 4
        and all(w[:1].isupper() and w.isalpha() for w in words)
    )


def _before_press(cut: Cut, place: CutElement) -> bool:
    """A place is told by the press beside it as well."""
    at = cut.elements.index(place)
    beside = cut.elements[max(0, at - 1) : at + 2]
    return any(e.name == "publisher" and is_sure(cut, e) for e in beside)
