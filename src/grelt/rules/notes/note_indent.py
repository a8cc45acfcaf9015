"""The first line of a note is not indented as the guide has it.

The indent sets the note's number off, so that a reader who comes from the text finds it at once.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.measures import in_words
from ..base import Rule

_NEAR = 6.0


def check(paper: Paper, number: int) -> Verdict:
    inked = [i for i in paper.document.notes[number].paragraphs if not paper.paragraph(i).is_blank]
    if not inked:
        return NOT_MINE
    paragraph = paper.paragraph(inked[0])
    layout = paragraph.format
    if layout.first_line is None or layout.left is None or layout.marker is not None:
        return NOT_MINE
    wanted = paper.policy.guide.notes.first_line
    tab = paragraph.text.startswith("\t")
    if tab or abs(layout.first_line + layout.left - wanted) <= _NEAR:
        return RIGHT
    return (
        Slip(
            template="indent",
            holes=(("wanted", in_words(wanted)),),
            place=paper.whole_paragraph(inked[0]),
            note=number,
            confidence=0.9,
        ),
    )


RULE = Rule(
    id="note-indent",
    subject=Subject.NOTE,
    label="first line of a note",
    mark="indent",
    messages={"indent": "The first line of the note is not set in by {wanted}."},
    check=check,
)
