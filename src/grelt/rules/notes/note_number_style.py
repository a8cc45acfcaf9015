"""The number before a note raised or full-sized, against the house rule.

In the text the number is raised so that it does not interrupt; before the note it is a figure like any
other. Word processors raise both, so a course says which way it wants.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    wanted = paper.policy.house.value("note_numbers")
    note = paper.document.notes[number]
    if wanted == "either" or note.number_raised is None or not note.paragraphs:
        return NOT_MINE
    if note.number_raised == (wanted == "raised"):
        return RIGHT
    return (Slip(template=wanted, place=paper.whole_paragraph(note.paragraphs[0]), note=number),)


RULE = Rule(
    id="note-number-style",
    subject=Subject.NOTE,
    label="number before a note",
    mark="number",
    messages={
        "raised": "The number before this note is full-sized; the course has it raised.",
        "full": "The number before this note is raised; the course has it full-sized.",
    },
    check=check,
    house=("note_numbers",),
)
