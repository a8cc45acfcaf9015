"""Dates in an entry, told from years within titles and from pages."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ..text.calendar import DASH, DAY, MONTH, SEASON, month_number
from ..text.spans import Span
from ..works.dates import DATE, DateValue, date_of
from .looks import LEADING_IN, MODIFIED
from .unit import Taken, Unit
from .written import Written


def date_units(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    """Dates, wherever they stand, but for years of a title and pages that look like years."""
    text = written.text
    found = [m for m in DATE.finditer(text, start) if sheltered.free(Span(*m.span()))]
    for number, match in enumerate(found):
        if number + 1 < len(found) and (_of_a_title(text, match) or _in_italics(written, match)):
            continue
        closed = _spans_years(match) or (
            text[: match.start()].endswith(" ") and text[match.start() - 2] != ","
        )
        if number and closed and _of_a_title(text, match):
            continue  # with a date ahead, `State of the Shore 2017.` ends in its own year
        if titles_volume(written, match.start()):
            yield Unit("supplement", Span(*match.span()), Span(*match.span()))
            continue
        if _of_pages(text, match, alone=len(found) == 1):
            continue
        span = Span(*match.span())
        value = date_of(match)
        if value is None:
            continue
        whole = span
        guessed = re.compile(r"\??\]").match(text, span.end)
        if span.start and text[span.start - 1] == "[" and guessed is not None:
            whole = Span(span.start - 1, guessed.end())
        if text[span.start - 1 : span.start] in ("(", "[") and _REPRINTED.match(text, span.end):
            whole = Span(span.start - 1, span.end + 1)
            yield Unit("original-date", span, whole, value=value)
            continue
        label = MODIFIED.search(text[: whole.start])
        if label is not None:
            whole = Span(label.start(), whole.end)
        if _part_of_words(text, match) or _goes_on(text, match):
            continue
        yield Unit("date", span, whole, value=value)
    if found:
        yield from _without_year(text, found[0].end(), sheltered, found)


# A day, a month, a season without a year, which stands behind the author: `*Fishing News*, October 17.`,
# `38 (March): 515–22`, `12, no. 3 (Spring): 7–19`.
_YEARLESS = re.compile(
    rf"(?:(?<=\d\s\()|(?<=,\s))(?:(?P<month>{MONTH})(?:{DASH}(?P<later>{MONTH}))?(?:\s(?P<day>{DAY}))?"
    rf"|(?P<season>(?i:{SEASON}))(?:{DASH}(?P<until>(?i:{SEASON})))?)(?=\):|[.,](?:\s|$))"
)


def _without_year(
    text: str, start: int, sheltered: Taken, dates: list[re.Match[str]]
) -> Iterator[Unit]:
    for match in _YEARLESS.finditer(text, start):
        span = Span(*match.span())
        if not sheltered.free(span) or any(span.overlaps(Span(*d.span())) for d in dates):
            continue
        value = DateValue(
            month=month_number(match["month"]),
            day=match["day"] or "",
            season=(match["season"] or "").casefold(),
            until=str(month_number(match["later"]) or "") or (match["until"] or "").casefold(),
        )
        yield Unit("date", span, span, value=value)


# What follows the year of the original in `(1902) 1966.`
_REPRINTED = re.compile(r"[\])]\s(?:1[5-9]|20)\d\d[.,]")


def _in_italics(written: Written, match: re.Match[str]) -> bool:
    """A year within italic words (`*The State of the Washes, 2021*. … 2022`) is theirs."""
    span = Span(*match.span())
    return any(s.start < span.start - 1 and span.end <= s.end for s in written.italics)


def _of_a_title(text: str, match: re.Match[str]) -> bool:
    """Bare years at the end of undressed words (`The Estate, 1742-1860. Tidemark Press, 1996`): with
    another date behind them they belong to the title."""
    if match["y7"] is None:
        return False
    before, after = text[: match.start()], text[match.end() : match.end() + 2]
    return (
        after in (". ", ": ", " (", " [")
        and re.search(r"[^\W\d_][,\s]\s?$", before) is not None
        and not re.search(
            r"\b(?:Press|Books|UP|P|College|University|Inc|Ltd|House)\b[.,]*\s?$", before
        )
    )


# What pages follow: `40(2), 1540–1552`, `(2021): 1540–52`, `pp. 1540-52`.
_BEFORE_PAGES = re.compile(r"(?:\bpp?\.\s?|\d\)?:\s?)$")
_BEFORE_RANGE = re.compile(r"(?:\bpp?\.\s?|\d\)?[:,]\s?)$")


def _of_pages(text: str, match: re.Match[str], *, alone: bool) -> bool:
    """Whether what looks like years are pages: they stand where pages do, and another date is there."""
    if match["y7"] is None or alone:
        return False
    ranged = match["later"] is not None and re.search(r"\d$", match["later"]) is not None
    before = text[max(0, match.start() - 12) : match.start()]
    return (_BEFORE_RANGE if ranged else _BEFORE_PAGES).search(before) is not None


_VOLUME_BEFORE = re.compile(r"\b[Vv]ol\. \d{1,2}, $")


def titles_volume(written: Written, at: int) -> bool:
    """Whether figures are a volume's own title (`Vol. 2, *1500–1640*`)."""
    return written.italic[at] and bool(_VOLUME_BEFORE.search(written.text[max(0, at - 10) : at]))


def _spans_years(match: re.Match[str]) -> bool:
    """`1660–1720`: no publication takes so long."""
    return re.fullmatch(r"\d{4}[-–—](?:\d\d){1,2}", match.group()) is not None


def _goes_on(text: str, match: re.Match[str]) -> bool:
    """A bare year in the midst of words (`The year 2000 and the tides`)."""
    after = text[match.end() : match.end() + 5]
    return match["y7"] is not None and re.match(r"\s(?!eds?\b)[^\W\d_A-Z]", after) is not None


def _part_of_words(text: str, match: re.Match[str]) -> bool:
    """Whether a bare year is the end of a title's words."""
    return match["y7"] is not None and LEADING_IN.search(text[: match.start()]) is not None
