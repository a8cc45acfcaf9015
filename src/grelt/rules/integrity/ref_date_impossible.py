"""A day that does not exist, a year that is still to come, or a work read before it was published.

A date that cannot be is a slip in copying, and leads to the wrong issue.
"""

import re
from calendar import monthrange

from ...entries import Entry
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_MONTHS = {
    name: number
    for number, names in enumerate(
        ("jan january", "feb february", "mar march", "apr april", "may", "jun june", "jul july",
         "aug august", "sep sept september", "oct october", "nov november", "dec december"), 1
    )
    for name in names.split()
}  # fmt: skip
_MONTH = r"(?P<month>Jan(?:uary|\.)?|Feb(?:ruary|\.)?|Mar(?:ch|\.)?|Apr(?:il|\.)?|May|June?|July?|Aug(?:ust|\.)?|Sept?(?:ember|\.)?|Oct(?:ober|\.)?|Nov(?:ember|\.)?|Dec(?:ember|\.)?)"  # noqa: E501
_DATES = (
    re.compile(rf"\b(?P<day>\d{{1,2}})\s{_MONTH}\s(?P<year>\d{{4}})\b"),
    re.compile(rf"\b{_MONTH}\s(?P<day>\d{{1,2}}),\s(?P<year>\d{{4}})\b"),
    re.compile(rf"\b(?P<year>\d{{4}}),\s{_MONTH}\s(?P<day>\d{{1,2}})\b"),
)
_YEAR = re.compile(r"\b(?:1[5-9]|20)\d\d\b")
_READ = re.compile(r"\b(?:Accessed|Retrieved)\b[^.]{0,20}?\b(?P<year>(?:19|20)\d\d)\b")


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    dates = [m for pattern in _DATES for m in pattern.finditer(entry.text)]
    for match in dates:
        if not _exists(match):
            place = entry.place(Span(*match.span()))
            return (Slip("day", (("date", match.group()),), place, entry=number, confidence=0.95),)
    wrong = _by_year(paper, number, entry) or _read_too_early(entry, number)
    return wrong or (RIGHT if dates or entry.year else NOT_MINE)


def _exists(match: re.Match[str]) -> bool:
    month = _MONTHS[match["month"].rstrip(".").casefold()]
    return 1 <= int(match["day"]) <= monthrange(int(match["year"]) or 1, month)[1]


def _by_year(paper: Paper, number: int, entry: Entry) -> tuple[Slip, ...]:
    if entry.year is None or not entry.year.isdigit():
        return ()
    at = entry.text.find(entry.year)
    place = entry.place(Span(at, at + len(entry.year))) if at >= 0 else entry.whole
    today = paper.policy.date[:4]
    if today.isdigit() and int(entry.year) > int(today) + 1:
        return (Slip("future", (("year", entry.year),), place, entry=number, confidence=0.9),)
    return ()


def _read_too_early(entry: Entry, number: int) -> tuple[Slip, ...]:
    """The year of reading before the last year that stands before it in the entry."""
    read = _READ.search(entry.text)
    start = entry.title.span.end if entry.title is not None else 0
    years = _YEAR.findall(entry.text, start, read.start()) if read is not None else []
    if read is None or not years or int(read["year"]) >= int(years[-1]):
        return ()
    holes = (("read", read["year"]), ("year", years[-1]))
    place = entry.place(Span(*read.span("year")))
    return (Slip("read", holes, place, entry=number, confidence=0.9),)


RULE = Rule(
    id="ref-date-impossible",
    subject=Subject.ENTRY,
    label="date that cannot be",
    mark="date",
    messages={
        "day": "There is no {date}.",
        "future": "The year {year} is still to come.",
        "read": "It was read in {read} and published in {year}.",
    },
    check=check,
)
