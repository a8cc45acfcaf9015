"""An ISSN whose check digit does not fit.

The last figure is reckoned from the others, so a slip in copying shows.
"""

import re

from stdnum import issn

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_SAID = re.compile(r"\be?ISSN:?\s*(?P<number>[\dXx]{4}[\s-]?[\dXx]{3,4})\b")


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    said = _SAID.search(entry.text)
    if said is None:
        return NOT_MINE
    if issn.is_valid(said["number"]):
        return RIGHT
    place = entry.place(Span(*said.span("number")))
    return (Slip("digit", (("number", said["number"]),), place, entry=number, confidence=0.95),)


RULE = Rule(
    id="ref-issn-invalid",
    subject=Subject.ENTRY,
    label="ISSN that does not reckon",
    mark="issn",
    messages={"digit": "{number} is no ISSN: its check digit does not fit."},
    check=check,
)
