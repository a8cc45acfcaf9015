"""Pages in an entry, with a label and without."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ..text.calendar import MONTH
from ..text.spans import Span
from ..works import TextValue
from .dated import titles_volume
from .looks import BARE_PAGES, ENCLOSED_PAGES, PAGES, UNHELD_PAGES, UNPARTED_PAGES
from .unit import Taken, Unit
from .written import Written


def page_units(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    """All pages, those with a label first."""
    text = written.text
    for match in PAGES.finditer(text, start):
        if sheltered.free(Span(*match.span())):
            span = _not_into_year(text, Span(*match.span("pages")))
            yield Unit("pages", span, Span(match.start(), span.end), value=TextValue(span.of(text)))
    yield from _bare_pages(written, start, sheltered)
    for match in ENCLOSED_PAGES.finditer(text, start):
        span = Span(*match.span("pages"))
        if sheltered.free(span) and not re.match(r"(?:1[4-9]|20)\d\d", span.of(text)):
            yield Unit("pages", span, span, value=TextValue(span.of(text)))
    for match in (*UNPARTED_PAGES.finditer(text, start), *UNHELD_PAGES.finditer(text, start)):
        span = Span(*match.span("pages"))
        if sheltered.free(span):
            yield Unit("pages", span, span, value=TextValue(span.of(text)))


# A newspaper's article goes on elsewhere: `*Saltmarsh Courier*, A1, A6.`
_FURTHER = re.compile(r"(?:,\s[A-Z]?\d{1,3})+(?=\.)")
_MONTH = re.compile(rf"\b{MONTH}")


_YEAR = re.compile(r"\b(?:1[4-9]|20)\d\d[a-z]?\b")
_LAST_YEAR = re.compile(r",\s(?:1[4-9]|20)\d\d\.?$")


def _bare_pages(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    """Pages without a label."""
    text = written.text
    at = start
    while (match := BARE_PAGES.search(text, at)) is not None:
        span = _not_into_year(text, Span(*match.span("pages")))
        if not len(span) or not sheltered.free(span) or titles_volume(written, span.start):
            at = match.start() + 1  # what is taken may hide what follows
            continue
        at = match.end()
        italic_before = match.start() > 0 and written.italic[match.start() - 1]
        more = _FURTHER.match(text, span.end) if italic_before and _MONTH.search(text) else None
        if more is not None:
            span = Span(span.start, more.end())
        if more is not None or _paged(text, match, span, italic_before=italic_before):
            yield Unit("pages", span, span, value=TextValue(span.of(text)))


def _not_into_year(text: str, span: Span) -> Span:
    """`pp. 20-41, 2021`: the year behind the pages is not one of them."""
    words = span.of(text)
    match = re.search(r",\s?(?:1[4-9]|20)\d\d$", words)
    return Span(span.start, span.end - len(match.group())) if match else span


def _paged(text: str, match: re.Match[str], span: Span, *, italic_before: bool) -> bool:
    """Whether figures without a label are pages: a range, or what a colon or a full date leads to."""
    words = span.of(text)
    before = text[: match.start()]
    years = re.fullmatch(r"1\d{3}|20\d\d", words) or (
        re.fullmatch(r"(?:1\d|20)\d\d\s?[-–—]\s?(?:(?:1\d|20)?\d\d)?", words)
        and not re.search(r"\d\)?$", before)
    )
    edited = re.search(r"\b(?:[Ee]dited|[Tt]ranslated) by [^,;]{3,90}$", before) is not None
    if years and match["mark"] != ":":
        # Figures that could be years: pages where the entry has its year already, and behind what has pages;
        # behind editors also where its year is its last word.
        parted = re.search(r"[-–—]", words) is not None
        dated = _YEAR.search(before) is not None
        return parted and (
            (dated and (edited or italic_before))
            or (edited and _LAST_YEAR.search(text, span.end) is not None)
        )
    if re.search(r"[-–—‑−]", words):
        first = re.match(r"[A-Za-z]{0,2}\d+|[ivxlc]+", words)
        return first is not None
    if match["mark"] == ":":
        return bool(re.search(r"\d\)?$", text[: match.start()]))
    after = text[span.end : span.end + 1]
    closes = after in (".", "")
    counted = re.search(r"\bed\.$|\b[Vv]ol\. \d+$", before) is not None
    dated = (
        counted or edited or italic_before or bool(re.search(r"(?:1[4-9]|20)\d\d$|\d\)$", before))
    )
    return closes and (dated or re.fullmatch(r"[A-Z]\d{1,3}\+?", words) is not None)
