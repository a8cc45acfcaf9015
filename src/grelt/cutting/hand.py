"""What a person has set right in an entry: its kind, and the borders of elements."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from ..forms.compose import NAMES, NUMBERS
from ..forms.numbers import edition_value
from ..text.spans import Span
from ..works import DateValue, TextValue, Value, read_date
from .lead import people
from .unit import Unit
from .written import Written, text_value

_DATES = ("date", "accessed", "original-date", "day")
_LABEL = re.compile(r"^(?:pp?|vols?|nos?|pages?|volumes?|numbers?|issues?)\b\.?\s*", re.I)
_RESOLVER = re.compile(r"^(?:https?://(?:dx\.)?doi\.org/|doi:\s*)", re.I)


@dataclass(frozen=True)
class Hand:
    """What a person has set right in one entry: the kind, and borders of elements as offsets into the
    entry's own text (its paragraphs joined by line breaks)."""

    kind: str = ""
    borders: tuple[tuple[str, int, int], ...] = ()


def hand_units(units: list[Unit], written: Written, hand: Hand) -> list[Unit]:
    """Units with the borders that a person has drawn: what they cover gives way, what is left of it
    belongs to no element."""
    for name, start, end in hand.borders:
        if not 0 <= start < end <= len(written.source):
            continue  # drawn in an entry that has been rewritten since
        begin = written.flat.forth(start)
        stop = written.flat.forth(max(start, end - 1)) + 1
        span = Span(begin, max(begin, stop))
        kept = [u for u in units if not u.whole.overlaps(span)]
        for unit in units:
            if unit.whole.overlaps(span):
                kept += _left_over(unit, span, written.text)
        dress = "italics" if written.share_in_italics(span) > 0.5 else "plain"
        if any(q.start <= span.start and span.end <= q.end for q in written.quotes):
            dress = "quotes"
        value, more = _value(name, written, span, dress)
        kept.append(Unit(name, span, span, dress, value, more=more, source="hand"))
        units = sorted(kept, key=lambda u: (u.whole.start, u.whole.end))
    return units


def _left_over(unit: Unit, span: Span, text: str) -> Iterator[Unit]:
    """What of a unit stands before and behind a border, without the marks at its ends."""
    for start, end in ((unit.whole.start, span.start), (span.end, unit.whole.end)):
        match = re.search(r"\w(?:.*\w)?", text[start:end]) if start < end else None
        if match is not None:
            rest = Span(start + match.start(), start + match.end())
            yield Unit("supplement", rest, rest, source="hand")


def _value(name: str, written: Written, span: Span, dress: str) -> tuple[Value | None, bool]:
    """The value of an element drawn by hand, read as its kind of element is; whether names go on."""
    words = span.of(written.text)
    if name in NAMES and (names := people(words)) is not None:
        return names
    if name in _DATES:
        return read_date(words) or DateValue(None, literal=words), False
    if name == "edition":
        return TextValue(edition_value(words)), False
    if name in NUMBERS:
        return TextValue(_LABEL.sub("", words)), False
    if name == "doi":
        return TextValue(_RESOLVER.sub("", words)), False
    return text_value(written, span, dress), False
