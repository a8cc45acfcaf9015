"""The list's heading is not set as the guide has it: centred, in plain print or in bold.

The heading is a line of the paper like any other; the guide sets it off by its place
and not by its print.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.folding import words
from ..base import Rule

_PLACE = {"center": "centred", "left": "at the left", "right": "at the right"}
_PRINT = {
    "plain": ", in the text’s own print",
    "bold": " and bold",
    "either": ", in the text’s own face and size",
}
_BLACK = ("auto", "000000", None)


def check(paper: Paper, number: int) -> Verdict:
    heading = paper.list_heading
    if heading is None or not paper.entries:
        return NOT_MINE
    wanted = paper.policy.guide.list
    faults: list[str] = []
    alignment = heading.format.alignment
    if alignment is not None and alignment != wanted.heading_alignment:
        faults.append(f"not {_PLACE[wanted.heading_alignment]}")
    runs = list(heading.inked_runs())
    if any(r.format.bold for r in runs) and wanted.heading_print == "plain":
        faults.append("in bold")
    if wanted.heading_print == "bold" and any(r.format.bold is False for r in runs):
        faults.append("not in bold")
    if any(r.format.italic for r in runs):
        faults.append("in italics")
    if any(r.format.underline for r in runs):
        faults.append("underlined")
    text = heading.text.strip()
    if any(r.format.capitals for r in runs) or (text.isupper() and len(text) > 3):
        faults.append("in capitals")
    elif _capitals_differ(paper, text):
        faults.append("without its capitals")
    if text[-1:] in ":.":
        faults.append(f"with “{text[-1]}” after it")
    if any(r.format.colour not in _BLACK for r in runs):
        faults.append("coloured")
    faults += _face_and_size(paper, {(r.format.face, r.format.size) for r in runs})
    if not faults:
        return RIGHT
    right = f"{_PLACE[wanted.heading_alignment]}{_PRINT[wanted.heading_print]}"
    said = faults[0] if len(faults) == 1 else f"{', '.join(faults[:-1])} and {faults[-1]}"
    return (
        Slip(
            template="form",
            holes=(("faults", said), ("wanted", right)),
            place=paper.whole_paragraph(heading.index),
            paragraph=heading.index,
        ),
    )


def _capitals_differ(paper: Paper, text: str) -> bool:
    """The right words in the wrong capitals; other words are another rule's business."""
    bare = text.rstrip(":. ")
    right = paper.policy.list_headings(len(paper.entries))
    return bare not in right and words(bare) in {words(w) for w in right}


def _face_and_size(paper: Paper, used: set[tuple[str | None, float | None]]) -> list[str]:
    body_face, body_size = paper.structure.body_face, paper.structure.body_size
    faults = []
    faces = {face for face, _ in used if face is not None and body_face not in (None, face)}
    sizes = {size for _, size in used if size is not None and body_size not in (None, size)}
    if faces:
        faults.append(f"in {sorted(faces)[0]}")
    if sizes:
        faults.append(f"in {sorted(sizes)[0]:g} point")
    return faults


RULE = Rule(
    id="list-heading-form",
    subject=Subject.LIST,
    label="print of the list’s heading",
    mark="heading",
    messages={"form": "The list’s heading is {faults}; it should be {wanted}."},
    check=check,
)
