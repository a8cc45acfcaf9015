"""A note in another face or size than the text’s, or the house’s.

One face holds the paper together; a note may be smaller, down to ten points.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_SMALLEST, _NEAR = 9.5, 0.4


def check(paper: Paper, number: int) -> Verdict:
    body_face, body_size = paper.structure.body_face, paper.structure.body_size
    inked = [i for i in paper.document.notes[number].paragraphs if not paper.paragraph(i).is_blank]
    runs = [r for i in inked for r in paper.paragraph(i).inked_runs() if not r.format.raised]
    faces = {r.format.face for r in runs if r.format.face is not None}
    sizes = {r.format.size for r in runs if r.format.size is not None}
    if not faces or not sizes or body_face is None or body_size is None:
        return NOT_MINE
    house = paper.policy.house
    face, size = house.value("note_face"), house.number("note_size")
    wanted = body_face if face in ("text", "any") else face
    if face != "any" and {f.casefold() for f in faces} - {wanted.casefold()}:
        template = "face" if face == "text" else "house_face"
    elif size is not None:
        if max(sizes) <= size + _NEAR and min(sizes) >= size - _NEAR:
            return RIGHT
        template = "house_size"
    elif max(sizes) > body_size + _NEAR or min(sizes) < _SMALLEST:
        template = "size"
    else:
        return RIGHT
    return (
        Slip(
            template=template,
            holes=(("face", wanted), ("size", f"{size or body_size:g}")),
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
        "house_face": "The house rules have notes in {face}.",
        "house_size": "The house rules have notes in {size} points.",
        "size": "The note is larger than the text, or smaller than ten points.",
    },
    check=check,
    house=("note_face", "note_size"),
)
