"""What stands between two elements in their order, before the first and behind the last: marks, what
is missing there and what is too much."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import replace

from ..cutting import CutElement
from ..text.markup import with_italics
from ..text.spans import Span
from .elements import missing_one
from .laid import Laid
from .marks import mark_differences, seen, trimmed
from .model import KEPT, Difference, alike
from .texts import form_rule

_BRACKETS = re.compile(r"[()\[\]]")


def gap_differences(
    laid: Laid, one: tuple[int, int], other: tuple[int, int]
) -> Iterator[Difference]:
    if laid.left(one[0]) > laid.right(other[0]):
        return
    between = laid.elements[one[0] + 1 : other[0]]
    lacking = range(one[1] + 1, other[1])
    kept = _kept(laid, between)
    if kept is not None:
        yield from _missing(laid, lacking, kept, None)
        return
    wanted = "".join(
        laid.whole.marks[n] + (laid.whole.pieces[n].text if n < other[1] else "")
        for n in range(one[1] + 1, other[1] + 1)
    )
    start, wanted = laid.behind(one, wanted)
    stop, wanted = laid.ahead(other, wanted)
    if start > stop:
        return
    following = laid.whole.pieces[other[1]]
    words = laid.elements[other[0]].whole
    said, right = words.of(laid.text), following.text
    same = said.casefold().strip(" :.") == right.casefold().strip(" :.")
    if following.element == "words" and same and said != right:
        stop, wanted = words.end, wanted + following.text  # `in` for `In`
    span = Span(start, stop)
    if between:
        yield from _extra(laid, between, span, wanted, lacking)
        return
    if lacking:
        yield from _missing(laid, lacking, span, wanted)
        return
    bracket = _brackets(laid, one, other, span, wanted)
    if bracket is not None:
        yield from bracket
        return
    if _either_mark(laid, one, other, span.of(laid.text), wanted):
        return
    numbered = laid.whole.pieces[one[1]].element == "numbering"
    if numbered and laid.kinds.marks["tight_colon"] and _stands_at_figures(laid.text, span):
        return
    yield from mark_differences(laid.text, span, wanted, laid.whole.pieces[other[1]].element)


def _stands_at_figures(text: str, span: Span) -> bool:
    """A colon right behind figures: with or without a space it is right there, whatever else they lack."""
    return span.of(text) == ": " or (
        span.of(text) == ":" and text[span.start - 1 : span.start].isdigit()
    )


_HELPERS = ("editor", "translator", "illustrator")


def _either_mark(
    laid: Laid, one: tuple[int, int], other: tuple[int, int], words: str, wanted: str
) -> bool:
    """Between those who helped with a book a semicolon is as good as a comma."""
    both = {laid.whole.pieces[one[1]].element, laid.whole.pieces[other[1]].element}
    return both <= set(_HELPERS) and (words, wanted) == ("; ", ", ")


def _brackets(
    laid: Laid, one: tuple[int, int], other: tuple[int, int], span: Span, wanted: str
) -> list[Difference] | None:
    """Brackets that stand round an element and should not, or the reverse, are its form."""
    words = span.of(laid.text)
    said = "".join(_BRACKETS.findall(words))
    right = "".join(_BRACKETS.findall(wanted))
    if said == right or alike(words, wanted):
        return None
    opens = said.count("(") + said.count("[") != right.count("(") + right.count("[")
    number = laid.anchors.index(other if opens else one)
    element = laid.whole.pieces[laid.anchors[number][1]].element
    if element not in (
        "date",
        "pages",
        "edition",
        "original-date",
        "numbering",
        "volume",
        "number",
        "editor",
        "translator",
    ):
        return None
    if not opens:
        # Told with the opening bracket, unless that is put right with something moved.
        return None if number in laid.covered else []
    if number + 1 in laid.covered:
        return None  # the closing one is
    return [_bracketed(laid, number, element)]


def _bracketed(laid: Laid, number: int, element: str) -> Difference:
    """The element with the marks on both its sides."""
    at, piece = laid.anchors[number]
    before = laid.anchors[number - 1] if number else None
    after = laid.anchors[number + 1] if number + 1 < len(laid.anchors) else None
    first = before[1] + 1 if before else piece
    last = after[1] if after else len(laid.whole.pieces)
    wanted = laid.composed(first, last)
    markup = laid.composed(first, last, markup=True)
    if after is None:
        wanted += laid.whole.marks[-1]
        markup += laid.whole.marks[-1]
    start = laid.right(at)
    if before:
        start, wanted = laid.behind(before, wanted)
        _, markup = laid.behind(before, markup)
    stop = len(laid.text)
    if after:
        stop, wanted = laid.ahead(after, wanted)
        _, markup = laid.ahead(after, markup)
    span = Span(start, max(start, stop))
    lacking = any(n not in laid.pairs.values() for n in range(first, last))
    least = span if lacking or after is None else laid.elements[at].whole
    span, wanted, markup = trimmed(laid.text, span, wanted, markup, least)
    holes = (("found", span.of(laid.text).strip()), ("right", wanted.strip()))
    return Difference(form_rule(element), span, wanted, markup, element, holes=holes)


def _kept(laid: Laid, between: tuple[CutElement, ...]) -> Span | None:
    """The stretch of what is the writer's own, where there is such."""
    if not any(e.name in KEPT or laid.is_kept(e) for e in between):
        return None
    return Span(between[0].whole.start, between[-1].whole.end)


def _missing(
    laid: Laid, lacking: range, place: Span, wanted: str | None, markup: str = ""
) -> Iterator[Difference]:
    """One difference for each element that is not there. Several at one place share its text, which
    has them all; `wanted` is None where what stands there is the writer's own."""
    elements = {laid.whole.pieces[n].element for n in lacking if n not in laid.pairs.values()}
    for number in lacking:
        piece = laid.whole.pieces[number]
        if piece.element == "words" and elements > {"words"}:
            continue  # the `In` before a container goes with it
        if piece.element == "day" and not piece.gap and _has_loose_date(laid):
            continue  # said already in words of its own: `Filmed April 2022`
        if number not in laid.pairs.values():
            yield replace(
                missing_one(laid, laid.whole.pieces[number], place, wanted), markup=markup
            )


def _has_loose_date(laid: Laid) -> bool:
    return any(e.name == "date" and n not in laid.pairs for n, e in enumerate(laid.elements))


def _extra(
    laid: Laid, between: tuple[CutElement, ...], span: Span, wanted: str, lacking: range
) -> Iterator[Difference]:
    first = between[0]
    rule = "entry-stray" if all(e.name == "stray" for e in between) else "entry-element-extra"
    if all(e.name == "date" for e in between):
        rule = "entry-date-position"
    found = first.whole.of(laid.text)
    place, expected, _ = trimmed(laid.text, span, wanted, "")
    yield Difference(
        rule, place, expected, "", first.name, template=_extra_template(first.name),
        holes=(("found", found), ("element", first.name)),
    )  # fmt: skip
    yield from (
        replace(d, span=place, expected=expected) for d in _missing(laid, lacking, span, wanted)
    )


def start_differences(
    laid: Laid, regions: list[tuple[int, int, list[int]]]
) -> Iterator[Difference]:
    at, piece = laid.anchors[0]
    if piece == 0 or any(a == 0 for a, _, _ in regions):
        return
    lacking = range(piece)
    kept = _kept(laid, laid.elements[:at])
    if kept is not None:
        yield from _missing(laid, lacking, kept, None)
        return
    span = Span(0, laid.right(at))
    wanted = laid.composed(0, piece)
    if at and not lacking:
        yield from _extra(laid, laid.elements[:at], span, wanted, lacking)
        return
    wide = _widened(laid, span)
    words = with_italics(laid.text, laid.written.italic.__getitem__, span.end, wide.end)
    markup = laid.composed(0, piece, markup=True) + words
    yield from _missing(laid, lacking, wide, wanted + laid.text[span.end : wide.end], markup)


def _widened(laid: Laid, span: Span) -> Span:
    """A place at the very beginning, widened to the first word."""
    if len(span):
        return span
    match = re.compile(r"\S+").match(laid.text, span.end)
    return Span(span.start, match.end()) if match else span


def end_differences(laid: Laid) -> Iterator[Difference]:
    at, piece = laid.anchors[-1]
    between = laid.elements[at + 1 :]
    lacking = range(piece + 1, len(laid.whole.pieces))
    kept = _kept(laid, between)
    if kept is not None:
        yield from _missing(laid, lacking, kept, None)
        yield from _kept_end(laid)
        return
    wanted = laid.composed(piece + 1, len(laid.whole.pieces)) + laid.whole.marks[-1]
    start, wanted = laid.behind(laid.anchors[-1], wanted)
    span = Span(start, len(laid.text))
    if between:
        yield from _extra(laid, between, span, wanted, lacking)
        return
    if lacking:
        place = seen(span)
        yield from _missing(laid, lacking, place, laid.text[place.start : span.start] + wanted)
        return
    if laid.noted:
        return
    words = span.of(laid.text)
    if alike(words, wanted):
        return
    yield _end_difference(laid.text, span, wanted)


def _kept_end(laid: Laid) -> Iterator[Difference]:
    """An entry that ends in something of its own still closes with a period."""
    if laid.noted or not laid.kinds.marks["end_after_address"]:
        return
    if not re.search(r"[.?!][”\"’)\]]?$", laid.text):
        yield _end_difference(laid.text, Span(len(laid.text), len(laid.text)), ".")


def _extra_template(element: str) -> str:
    return {
        "place": "place",
        "retrieved": "retrieved",
        "stray": "stray",
        "database": "database",
        "date": "again",
    }.get(element, "extra")


def _end_difference(text: str, span: Span, wanted: str) -> Difference:
    words = span.of(text)
    place = seen(span)
    expected = text[place.start : span.start] + wanted
    template = (
        "missing"
        if wanted.strip('”"') and not words.strip('”" ')
        else "extra"
        if not wanted
        else "differs"
    )
    return Difference(
        "entry-end-period", place, expected, "", "", template, (("found", words), ("right", wanted))
    )
