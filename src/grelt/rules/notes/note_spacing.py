"""A note is not single spaced.

Notes are apart from the text by their closer lines; double spaced they fill the page.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_SINGLE, _SLACK = 1.0, 0.2


def check(paper: Paper, number: int) -> Verdict:
    if paper.policy.guide.notes.spacing != "single":
        return NOT_MINE
    inked = [i for i in paper.document.notes[number].paragraphs if not paper.paragraph(i).is_blank]
    spacings = [(i, paper.paragraph(i).format.line_spacing) for i in inked]
    known = [(i, s) for i, s in spacings if s is not None and s.kind == "multiple"]
    if not known:
        return NOT_MINE
    wide = next((i for i, s in known if abs(s.value - _SINGLE) > _SLACK), None)
    if wide is None:
        return RIGHT
    return (Slip(template="wide", place=paper.whole_paragraph(wide), note=number, confidence=0.9),)


RULE = Rule(
    id="note-spacing",
    subject=Subject.NOTE,
    label="spacing of a note",
    mark="spacing",
    messages={"wide": "A note is single spaced."},
    check=check,
)
