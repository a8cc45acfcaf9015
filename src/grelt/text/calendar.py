"""Months, seasons and years as they are written: the one home of their patterns."""

from __future__ import annotations

from ..words import one_of, ordered

MONTH_NAMES = ordered("calendar.months", "whole")
SHORT_MONTHS = ordered("calendar.months", "short")
SEASONS = ordered("calendar.seasons", "names")

# Each a pattern without a group of its own.
MONTH = (
    one_of((*MONTH_NAMES, *SHORT_MONTHS, *ordered("calendar.months", "others"))) + r"(?![^\W\d_])"
)
SEASON = one_of(SEASONS)
# A year in which something may have been published.
YEAR = r"(?:1[4-9]\d\d|20\d\d)"
DAY = r"(?:3[01]|[12]\d|0?[1-9])(?:st|nd|rd|th)?"
DASH = r"\s?(?:--|[-–—/])\s?"

_NUMBER = {name[:3].casefold(): number for number, name in enumerate(MONTH_NAMES, start=1)}


def month_number(word: str | None) -> int | None:
    """1 to 12 of a month in letters, whole or shortened; None for no word."""
    return _NUMBER.get(word[:3].casefold()) if word else None
