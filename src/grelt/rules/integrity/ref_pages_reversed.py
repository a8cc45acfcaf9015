"""The last page stands before the first.

One of the two numbers is wrong, and the reader cannot tell which.
"""

import re

from ...citations.anatomy import whole_second
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_RANGE = re.compile(
    r"(?P<before>pp?\.\s?|:\s|\),\s|\bpages\s|,\s)(?P<first>\d{1,5})\s?[-–—]{1,2}\s?(?P<last>\d{1,5})(?=[.,;)]|\s|$)"
)  # fmt: skip
_YEAR = re.compile(r"1[5-9]\d\d|20\d\d")


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    # Figures inside the title are no pages.
    start = entry.title.span.end if entry.title is not None else 0
    found = [m for m in _RANGE.finditer(entry.text, start) if not _is_years(m)]
    if not found:
        return NOT_MINE
    for match in found:
        first, last = match["first"], match["last"]
        if int(whole_second(first, last)) < int(first):
            span = Span(match.start("first"), match.end("last"))
            holes = (("first", first), ("last", last))
            return (Slip("reversed", holes, entry.place(span), entry=number, confidence=0.95),)
    return RIGHT


def _is_years(match: re.Match[str]) -> bool:
    labelled = match["before"].startswith("p")
    return not labelled and _YEAR.fullmatch(match["first"]) is not None


RULE = Rule(
    id="ref-pages-reversed",
    subject=Subject.ENTRY,
    label="pages that run backwards",
    mark="pages",
    messages={"reversed": "Page {last} comes before page {first}."},
    check=check,
)
