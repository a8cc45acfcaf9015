"""Differences of one element, and of one that is missing."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..forms import Piece
from ..forms.compose import NAMES
from ..text.spans import Span
from .laid import Laid
from .model import Difference
from .names import name_differences
from .texts import dress_difference, text_differences

_MISSING = {
    "author": "author", "editor": "author", "director": "author", "host": "author", "title": "title",
    "container": "container", "publisher": "publisher", "date": "date", "day": "date", "pages": "pages",
    "volume": "volume", "issue": "issue", "numbering": "volume", "url": "location", "doi": "location",
    "database": "database", "accessed": "access-date", "place": "place", "edition": "edition",
    "medium": "medium", "institution": "institution", "event": "container", "reviewed": "title",
}  # fmt: skip


def element_differences(laid: Laid, at: int, number: int) -> Iterator[Difference]:
    """Differences of one element. A period that both the element and the mark behind it end in
    stands once: where only one of the two forms has it, it goes with the element."""
    element, piece = laid.elements[at], laid.whole.pieces[number]
    own, right = element.whole.of(laid.text)[-1:], piece.text[-1:]
    for difference in _own_differences(laid, at, number):
        if difference.expected is None or difference.span.end != element.whole.end or piece.gap:
            yield difference
        elif laid.shares_period(at):
            longer = replace(difference, span=Span(difference.span.start, difference.span.end + 1))
            if longer.span.of(laid.text) != longer.expected:
                yield longer
        elif own == "." != right and laid.plain_mark(number + 1).startswith("."):
            dot = replace(difference, expected=f"{difference.expected}.")
            yield replace(dot, markup=f"{dot.markup}." if dot.markup else "")
        elif at == laid.anchors[-1][0] and element.whole.end == len(laid.text) and not laid.noted:
            # Nothing stands behind it: the closing mark comes with it.
            end = laid.whole.marks[-1]
            whole = replace(difference, expected=f"{difference.expected}{end}")
            yield replace(whole, markup=f"{whole.markup}{end}" if whole.markup else "")
        else:
            yield difference


def _own_differences(laid: Laid, at: int, number: int) -> Iterator[Difference]:
    element, piece = laid.elements[at], laid.whole.pieces[number]
    if piece.element == "words":
        return
    if piece.gap and element.value is None:
        yield missing_one(laid, piece, element.whole, None)  # its place is held already
        return
    if piece.parts and piece.element in NAMES and isinstance(element.value, tuple):
        if laid.cut.repeated and at == 0:
            return
        yield from name_differences(
            laid.text,
            element.whole,
            element.span,
            element.value,
            piece.parts,
            piece.element,
            begins=laid.begins_sentence(at),
        )
        return
    yield from text_differences(
        laid.written,
        element,
        piece,
        laid.kinds,
        laid.vocabulary,
        in_quotes=element.dress == "quotes",
        strict_dashes=laid.strict_dashes,
        begins=laid.begins_sentence(at),
    )
    if piece.gap or (piece.dress == "quotes" and laid.holds_whole(at)):
        return
    better = piece.text
    dress = dress_difference(
        laid.written,
        element,
        piece,
        laid.kinds,
        laid.whole.marks[number],
        laid.whole.marks[number + 1],
        text=better,
    )
    if dress is not None:
        yield dress


def missing_one(laid: Laid, piece: Piece, span: Span, expected: str | None) -> Difference:
    element = piece.element
    if piece.gap:
        if element == "numbering":
            element = "volume" if "volume" not in laid.cut.work.values else "issue"
        rule = f"entry-missing-{_MISSING.get(element, 'title')}"
        holes = (("element", element),)
        return Difference(rule, span, expected, "", element, "missing", holes)
    rule = "entry-date-position" if element in ("date", "day") else "entry-edition-form"
    if element == "words":
        rule = "entry-edition-form"
    return Difference(
        rule, span, expected, "", element, holes=(("found", "nothing"), ("right", piece.text))
    )
