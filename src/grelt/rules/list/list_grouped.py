"""Entries are divided under subheadings.

One alphabet serves the reader who has only a name; divided lists have to be searched one
after the other.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if paper.policy.guide.list.grouped or not paper.entries:
        return NOT_MINE
    if not paper.sources.subheadings:
        return RIGHT
    return tuple(
        Slip(
            template="grouped",
            holes=(("heading", paper.paragraph(index).text.strip()),),
            place=paper.whole_paragraph(index),
            paragraph=index,
        )
        for index in paper.sources.subheadings
    )


RULE = Rule(
    id="list-grouped",
    subject=Subject.LIST,
    label="list divided under headings",
    mark="divided",
    messages={"grouped": "“{heading}” divides the list; all entries go in one alphabet."},
    check=check,
)
