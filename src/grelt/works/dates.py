"""Dates as sources give them: read in any order and language-neutral form, written in a guide's."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace

from ..text.calendar import (
    DASH,
    DAY,
    MONTH,
    MONTH_NAMES,
    SEASON,
    SHORT_MONTHS,
    YEAR,
    month_number,
)
from ..words import one_of, ordered

_SEASON = f"(?i:{SEASON})"
_TERM = one_of(ordered("calendar.undated", "without"))
# What is still to come says so in a place of its own, in whole words: no press ends in it.
_COMING = r"(?:in\spress|forthcoming|In\spress|Forthcoming)(?=[.,;:)\]]|\s?$)"
_ERA = r"(?:\s(?:B\.?C\.?(?:E\.?)?|C\.?E\.?|A\.?D\.?)(?![\w]))"
DATE = re.compile(
    rf"(?P<undated>(?<![\w.])(?i:{_TERM})(?![^\W\d_])|(?<![\w-]){_COMING})(?P<uletter>-?[a-z]\b)?"
    rf"|(?P<over>\b(?:{DAY}\s{MONTH}{DASH}{DAY}\s{MONTH}|{MONTH}\s{DAY}{DASH}{MONTH}\s{DAY}),?\s(?P<y9>{YEAR}))\b"
    rf"|(?<!\w)(?:c|cop\.\s|©\s?)(?P<y8>{YEAR})(?!\w)"
    rf"|(?P<y1>{YEAR})(?P<l1>[a-z]\b)?,?\s(?:(?P<m1>{MONTH})(?:{DASH}(?P<n1>{MONTH}))?(?:\s(?P<d1>{DAY}\b(?:{DASH}{DAY}\b)?))?"
    rf"|(?P<s1>{_SEASON})(?:{DASH}(?P<t1>{_SEASON}))?"
    rf"|(?P<e1>{DAY})\s(?P<f1>{MONTH}))(?![\w])"
    rf"|(?:(?P<d2>\b{DAY}(?:{DASH}{DAY})?)(?:\sof)?\s)?(?P<m2>\b{MONTH})(?:{DASH}(?P<n2>{MONTH}))?(?:,?\s|\sof\s)(?P<y2>{YEAR})\b(?P<l2>[a-z]\b)?"
    rf"|(?P<m3>\b{MONTH})\s(?P<d3>{DAY}(?:{DASH}{DAY})?),?\s(?P<y3>{YEAR})\b"
    rf"|(?P<s4>\b{_SEASON})(?:{DASH}(?P<t4>{_SEASON}))?,?\s(?P<y4>{YEAR})\b"
    rf"|(?P<y5>(?<![\d./-]){YEAR})-(?P<m5>0[1-9]|1[0-2])-(?P<d5>[0-3]\d)(?!\d)"
    rf"|(?<![\d./-])(?P<a6>\d\d?)[./-](?P<b6>\d\d?)[./-](?P<y6>{YEAR}|\d\d)(?!\d|[./-]\d)"
    rf"|(?P<circa>(?:c\.|ca\.|circa)\s)?(?P<y7>(?<![\w.,/–-]){YEAR}|(?<=[(\[]){YEAR})(?P<l7>[a-z]\b)?(?:(?P<later>{DASH}(?:{YEAR}|\d\d|present)?))?(?![\w/])(?!{_ERA})"
)


@dataclass(frozen=True, slots=True)
class DateValue:
    """A date as full as the source gives it. `month` 1 to 12; `day` a number or a range of them
    (`14-20`); `season` small; `until` the later month, season or year of a span; `literal` for
    what is no date (`n.d.`, `in press`); `letter` tells works of one year apart. `figures` says
    that it was written in figures that may be read two ways."""

    year: int | None = None
    month: int | None = None
    day: str = ""
    season: str = ""
    until: str = ""
    literal: str = ""
    letter: str = ""
    circa: bool = False
    figures: bool = False

    @property
    def undated(self) -> bool:
        return self.year is None


def read_date(text: str) -> DateValue | None:
    """The date that a text is, or None where it is not one as a whole."""
    match = DATE.fullmatch(text.strip().strip("()[],. "))
    if match is None and text.strip().rstrip(",").casefold() in ordered(
        "calendar.undated", "without"
    ):
        return DateValue(literal="n.d.")
    return date_of(match) if match is not None else None


def date_of(match: re.Match[str]) -> DateValue | None:
    """The value of a match of `DATE`; None for figures that make no date."""
    got = match.groupdict()
    if got["undated"]:
        word = re.sub(r"\s+", " ", got["undated"].casefold())
        literal = word if word in ("in press", "forthcoming") else "n.d."
        return DateValue(literal=literal, letter=(got["uletter"] or "").strip("-"))
    if got["over"]:
        return DateValue(int(got["y9"]), literal=got["over"])  # over two months: as it is written
    if got["y8"]:
        return DateValue(int(got["y8"]))
    if got["y1"]:
        value = DateValue(int(got["y1"]), letter=got["l1"] or "")
        if got["s1"]:
            return replace(value, season=got["s1"].casefold(), until=(got["t1"] or "").casefold())
        month = got["m1"] or got["f1"]
        day = got["d1"] or got["e1"] or ""
        return replace(value, month=month_number(month), day=_day(day), until=_until(got["n1"]))
    if got["y2"]:
        return DateValue(
            int(got["y2"]),
            month_number(got["m2"]),
            _day(got["d2"] or ""),
            until=_until(got["n2"]),
            letter=got["l2"] or "",
        )
    if got["y3"]:
        return DateValue(int(got["y3"]), month_number(got["m3"]), _day(got["d3"]))
    if got["y4"]:
        return DateValue(
            int(got["y4"]), season=got["s4"].casefold(), until=(got["t4"] or "").casefold()
        )
    if got["y5"]:
        return DateValue(int(got["y5"]), int(got["m5"]), _day(got["d5"]))
    if got["y6"]:
        return _in_figures(int(got["a6"]), int(got["b6"]), got["y6"])
    until = (got["later"] or "").strip(" -–—/")
    open_ended = bool(got["later"]) and not until
    return DateValue(
        int(got["y7"]),
        until="present" if open_ended else until,
        letter=got["l7"] or "",
        circa=bool(got["circa"]),
    )


def _in_figures(first: int, second: int, year: str) -> DateValue | None:
    """`22/04/2024` can be read one way only; `04/05/2024` two ways: its month stays unknown."""
    whole = int(year) if len(year) == 4 else (2000 if int(year) < 40 else 1900) + int(year)
    if first > 12 >= second >= 1 and first <= 31:
        return DateValue(whole, second, str(first))
    if second > 12 >= first >= 1 and second <= 31:
        return DateValue(whole, first, str(second))
    if 1 <= first <= 12 and first == second:
        return DateValue(whole, first, str(first))
    if not (1 <= first <= 31 and 1 <= second <= 31):
        return None
    return DateValue(whole, figures=True)


def _until(word: str | None) -> str:
    return str(month_number(word)) if word else ""


def _day(text: str) -> str:
    numbers = [str(int(n)) for n in re.findall(r"\d+", text)]
    return "-".join(numbers)


def write_date(value: DateValue, order: str, months: str, *, dash: str = "–") -> str:
    """A date in words.

    `order` is `day month year`, `month day, year` or `year, month day`; `months` is `whole` or
    `short`. A date that no order can hold (in doubtful figures) gives an empty text.
    """
    if value.literal:
        sep = "-" if value.letter and value.literal != "n.d." else ("-" if value.letter else "")
        return f"{value.literal}{sep}{value.letter}"
    if value.figures or value.year is None:
        return ""
    year = f"{'c. ' if value.circa else ''}{value.year}{value.letter}"
    if value.season:
        season = value.season if order == "day month year" else value.season.capitalize()
        if value.until:
            until = value.until if order == "day month year" else value.until.capitalize()
            season = f"{season}{dash if order != 'day month year' else '-'}{until}"
        return f"{year}, {season}" if order == "year, month day" else f"{season} {year}"
    if value.month is None:
        if value.until:
            later = "" if value.until == "present" else value.until
            return f"{year}{dash}{later}"
        return year
    names = SHORT_MONTHS if months == "short" else MONTH_NAMES
    month = names[value.month - 1]
    if value.until:
        month += ("-" if order == "day month year" else dash) + names[int(value.until) - 1]
    day = value.day.replace("-", "-" if order == "day month year" else dash)
    if order == "day month year":
        return " ".join(filter(None, (day, month, year)))
    if order == "month day, year":
        return f"{month} {day}, {year}" if day else f"{month} {year}"
    return f"{year}, {month}{' ' + day if day else ''}"
