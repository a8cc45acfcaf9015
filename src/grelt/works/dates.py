"""Dates as sources give them: read in any order and language-neutral form, written in a guide's."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace

MONTHS = (
    "January February March April May June July August September October November December".split()
)
_SHORT = "Jan. Feb. Mar. Apr. May June July Aug. Sept. Oct. Nov. Dec.".split()
SEASONS = ("winter", "spring", "summer", "autumn", "fall")
_BY_WORD = {m[:3].casefold(): n for n, m in enumerate(MONTHS, start=1)}

_MONTH = (
    r"(?:Jan(?:uary|\.)?|Feb(?:ruary|\.)?|Mar(?:ch|\.)?|Apr(?:il|\.)?|May\.?|June?\.?|July?\.?|"
    r"Aug(?:ust|\.)?|Sept?(?:ember|\.)?|Oct(?:ober|\.)?|Nov(?:ember|\.)?|Dec(?:ember|\.)?)"
)
_YEAR = r"(?:1[4-9]\d\d|20\d\d)"
_DAY = r"(?:3[01]|[12]\d|0?[1-9])(?:st|nd|rd|th)?"
_DASH = r"\s?[-–—/]\s?"
_UNDATED = r"n\.\s?d\.?|no\sdate|in\spress|forthcoming|undated"
DATE = re.compile(
    rf"(?P<undated>(?i:{_UNDATED}))(?P<uletter>-?[a-z]\b)?"
    rf"|(?P<y1>{_YEAR})(?P<l1>[a-z]\b)?,?\s(?:(?P<m1>{_MONTH})(?:{_DASH}(?P<n1>{_MONTH}))?(?:\s(?P<d1>{_DAY}\b(?:{_DASH}{_DAY}\b)?))?"
    rf"|(?P<s1>(?i:winter|spring|summer|autumn|fall))(?:{_DASH}(?P<t1>(?i:winter|spring|summer|autumn|fall)))?"
    rf"|(?P<e1>{_DAY})\s(?P<f1>{_MONTH}))(?![\w])"
    rf"|(?:(?P<d2>\b{_DAY}(?:{_DASH}{_DAY})?)\s)?(?P<m2>\b{_MONTH})(?:{_DASH}(?P<n2>{_MONTH}))?,?\s(?P<y2>{_YEAR})\b(?P<l2>[a-z]\b)?"
    rf"|(?P<m3>\b{_MONTH})\s(?P<d3>{_DAY}(?:{_DASH}{_DAY})?),?\s(?P<y3>{_YEAR})\b"
    rf"|(?P<s4>\b(?i:winter|spring|summer|autumn|fall))(?:{_DASH}(?P<t4>(?i:winter|spring|summer|autumn|fall)))?,?\s(?P<y4>{_YEAR})\b"
    rf"|(?P<y5>(?<![\d./-]){_YEAR})-(?P<m5>0[1-9]|1[0-2])-(?P<d5>[0-3]\d)(?!\d)"
    rf"|(?<![\d./-])(?P<a6>\d\d?)[./](?P<b6>\d\d?)[./](?P<y6>{_YEAR}|\d\d)(?!\d|[./]\d)"
    rf"|(?P<circa>(?:c\.|ca\.|circa)\s)?(?P<y7>(?<![\w.,/–-]){_YEAR}|(?<=[(\[]){_YEAR})(?P<l7>[a-z]\b)?(?:(?P<later>{_DASH}(?:{_YEAR}|\d\d|present)?))?(?![\w/])"
)  # fmt: skip


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
    if match is None and (text.strip().rstrip(",").casefold() in ("n.d.", "n.d", "n. d.")):
        return DateValue(literal="n.d.")
    return date_of(match) if match is not None else None


def date_of(match: re.Match[str]) -> DateValue | None:
    """The value of a match of `DATE`; None for figures that make no date."""
    got = match.groupdict()
    if got["undated"]:
        word = re.sub(r"\s+", " ", got["undated"].casefold())
        literal = word if word in ("in press", "forthcoming") else "n.d."
        return DateValue(literal=literal, letter=(got["uletter"] or "").strip("-"))
    if got["y1"]:
        value = DateValue(int(got["y1"]), letter=got["l1"] or "")
        if got["s1"]:
            return replace(value, season=got["s1"].casefold(), until=(got["t1"] or "").casefold())
        month = got["m1"] or got["f1"]
        day = got["d1"] or got["e1"] or ""
        return replace(value, month=_month(month), day=_day(day), until=_until(got["n1"]))
    if got["y2"]:
        return DateValue(
            int(got["y2"]),
            _month(got["m2"]),
            _day(got["d2"] or ""),
            until=_until(got["n2"]),
            letter=got["l2"] or "",
        )
    if got["y3"]:
        return DateValue(int(got["y3"]), _month(got["m3"]), _day(got["d3"]))
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


def _month(word: str | None) -> int | None:
    return _BY_WORD.get(word[:3].casefold()) if word else None


def _until(word: str | None) -> str:
    return str(_month(word)) if word else ""


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
    names = _SHORT if months == "short" else MONTHS
    month = names[value.month - 1]
    if value.until:
        month += ("-" if order == "day month year" else dash) + names[int(value.until) - 1]
    day = value.day.replace("-", "-" if order == "day month year" else dash)
    if order == "day month year":
        return " ".join(filter(None, (day, month, year)))
    if order == "month day, year":
        return f"{month} {day}, {year}" if day else f"{month} {year}"
    return f"{year}, {month}{' ' + day if day else ''}"
