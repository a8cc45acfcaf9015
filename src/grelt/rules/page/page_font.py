"""The text is in another face than the house asks for, or changes its face on the way.

One face throughout keeps the eye on the words; another one is the trace of something pasted.
"""

from collections import Counter

from ...document import Paragraph
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span, merge
from ..base import Rule
from ..laid_out import opens_prose, prose

# Fewer letters may be a sign that the face lacks, or a word in another script.
_LEAST_LETTERS = 12


def check(paper: Paper, number: int) -> Verdict:
    usual = paper.structure.body_face
    paragraph = prose(paper, number)
    if paragraph is None or usual is None:
        return NOT_MINE
    wanted = paper.policy.faces
    if wanted and usual.casefold() not in {face.casefold() for face in wanted}:
        return _not_the_houses(paper, number, paragraph, wanted)
    return _changes(paragraph, usual)


def _not_the_houses(
    paper: Paper, number: int, paragraph: Paragraph, wanted: tuple[str, ...]
) -> Verdict:
    """The whole paper is in a face that the house does not have: said once, at its first paragraph."""
    if not opens_prose(paper, number):
        return NOT_MINE
    return (
        Slip(
            template="house",
            holes=(("found", paper.structure.body_face or ""), ("wanted", " or ".join(wanted))),
            place=paper.whole_paragraph(number),
            paragraph=number,
        ),
    )


def _changes(paragraph: Paragraph, usual: str) -> Verdict:
    other: Counter[str] = Counter()
    spans: list[Span] = []
    known = False
    for run in paragraph.inked_runs():
        face = run.format.face
        known = known or face is not None
        if face is None or face == usual or run.format.raised:
            continue
        letters = sum(c.isalpha() and c < "\u0250" for c in run.span.of(paragraph.text))
        if letters:
            other[face] += letters
            spans.append(run.span)
    if not known:
        return NOT_MINE
    if sum(other.values()) < _LEAST_LETTERS:
        return RIGHT
    joined = merge(spans, paragraph.text)
    longest = max(joined, key=len)
    return (
        Slip(
            template="changes",
            holes=(("found", other.most_common(1)[0][0]), ("usual", usual)),
            place=Place(paragraph.index, longest),
            paragraph=paragraph.index,
        ),
    )


RULE = Rule(
    id="page-font",
    subject=Subject.PARAGRAPH,
    label="face of the text",
    mark="face",
    messages={
        "house": "The paper is in {found}; the house rules ask for {wanted}.",
        "changes": "This is in {found}; the rest of the text is in {usual}.",
    },
    check=check,
    of_text=True,
    house=("face",),
)
