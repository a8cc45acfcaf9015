"""An ISBN whose check digit does not fit.

The last figure is reckoned from the others, so a slip in copying shows.
"""

import re

from stdnum import isbn

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_SAID = re.compile(r"\bISBN(?:-1[03])?:?\s*(?P<number>[\dXx][\dXx\s-]{7,20}[\dXx])\b")


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    said = _SAID.search(entry.text)
    if said is None:
        return NOT_MINE
    if isbn.is_valid(said["number"]):
        return RIGHT
    place = entry.place(Span(*said.span("number")))
    return (Slip("digit", (("number", said["number"]),), place, entry=number, confidence=0.95),)


RULE = Rule(
    id="ref-isbn-invalid",
    subject=Subject.ENTRY,
    label="ISBN that does not reckon",
    mark="isbn",
    messages={"digit": "{number} is no ISBN: its check digit does not fit."},
    check=check,
)
