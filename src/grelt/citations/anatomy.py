"""Where the parts of a citation stand in the text, and what stands between them."""

from __future__ import annotations

import re

from ..text.spans import Span
from .model import Citation

PAGE_LABEL = re.compile(r"(?:pp?\.?|pgs?\.?|pages?)\s?(?=[\divxlc])", re.I)
_PAGES = re.compile(r"[\divxlcdm]+(?:\s?[-–—‑]{1,2}\s?[\divxlcdm]+)?", re.I)
_RANGE = re.compile(r"(?<![\d:.])(\d{1,5})(\s?)(--|[-–—‑−])(\s?)(\d{1,5})(?![\d:.])")


def is_enclosed(citation: Citation) -> bool:
    """Whether the source itself is named inside the parenthesis."""
    return citation.form == "parenthetical" and bool(citation.source)


def before_year(citation: Citation) -> Span | None:
    """What stands between the source and its year; None where there is no such place."""
    year = citation.year_span
    if year is None or not is_enclosed(citation) or year.start < citation.source_span.end:
        return None
    return Span(citation.source_span.end, year.start)


def before_locator(citation: Citation) -> Span | None:
    """What stands between the source, or its year, and the locator."""
    place = citation.locator_span
    if place is None or not is_enclosed(citation):
        return None
    year = citation.year_span
    start = year.end if year is not None else citation.source_span.end
    return Span(start, place.start) if start <= place.start else None


def page_label(locator: str) -> str:
    """The page label that a locator begins with (`p. `, `pp. `), or an empty text."""
    match = PAGE_LABEL.match(locator)
    return match.group() if match is not None else ""


def is_pages(locator: str) -> bool:
    """Whether a locator without its label is a page or a range of pages."""
    return _PAGES.fullmatch(locator) is not None


def ranges(text: str) -> list[re.Match[str]]:
    """The ranges of figures in a locator; groups 1 and 5 are the numbers, 3 the dash."""
    return list(_RANGE.finditer(text))


def whole_second(first: str, second: str) -> str:
    """The second number of a range with the digits that it leaves out: 203 and 15 give 215."""
    return first[: len(first) - len(second)] + second if len(second) < len(first) else second
