"""A note in the form of the list: name turned round, periods between elements, no parentheses.

The list is ordered by surnames, so it turns the name round; a note is a sentence, and has commas.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    kind = paper.citations[number].note_kind
    if kind == "full":
        return RIGHT
    if kind != "list":
        return NOT_MINE
    return (
        Slip(
            template="entry", place=paper.citation_place(number), citation=number, confidence=0.95
        ),
    )


RULE = Rule(
    id="note-list-form",
    subject=Subject.CITATION,
    label="note in the form of the list",
    mark="form",
    messages={"entry": "This is the form of an entry; a note has the name as spoken, and commas."},
    check=check,
)
