"""A note in another face than the text, or larger than it.

One face holds the paper together; a note may be smaller, down to ten points.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_SMALLEST = 9.5


def check(paper: Paper, number: int) -> Verdict:
    body_face, body_size = paper.structure.body_face, paper.structure.body_size
    inked = [i for i in paper.document.notes[number].paragraphs if not paper.paragraph(i).is_blank]
    runs = [r for i in inked for r in paper.paragraph(i).inked_runs() if not r.format.raised]
    faces = {r.format.face for r in runs if r.format.face is not None}
    sizes = {r.format.size for r in runs if r.format.size is not None}
    if not faces or not sizes or body_face is None or body_size is None:
        return NOT_MINE
    if faces - {body_face}:
        template = "face"
    elif max(sizes) > body_size + 0.4 or min(sizes) < _SMALLEST:
        template = "size"
    else:
        return RIGHT
    return (
        Slip(
            template=template,
            holes=(("face", body_face),),
            place=paper.whole_paragraph(inked[0]),
            note=number,
            confidence=0.9,
        ),
    )


RULE = Rule(
    id="note-font",
    subject=Subject.NOTE,
    label="face of a note",
    mark="face",
    messages={
        "face": "The text is set in {face}, and the note is not.",
        "size": "The note is larger than the text, or smaller than ten points.",
    },
    check=check,
)
