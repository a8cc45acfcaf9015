"""An entry, or a part of one, is in another face or size than the text.

One face throughout; another one is the trace of something pasted.
"""

from collections import Counter

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span, merge
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    face, size = paper.structure.body_face, paper.structure.body_size
    entry = paper.entries[number]
    if face is None and size is None:
        return NOT_MINE
    other: Counter[tuple[str | None, float | None]] = Counter()
    spans: list[tuple[int, Span]] = []
    inked = 0
    for paragraph in paper.paragraphs_of(entry):
        for run in paragraph.inked_runs():
            inked += len(run.span)
            wrong_face = (
                run.format.face is not None and face is not None and run.format.face != face
            )
            wrong_size = (
                run.format.size is not None and size is not None and run.format.size != size
            )
            if wrong_face or wrong_size:
                other[
                    run.format.face if wrong_face else None, run.format.size if wrong_size else None
                ] += len(run.span)
                spans.append((paragraph.index, run.span))
    if not spans:
        return RIGHT
    found_face, found_size = other.most_common(1)[0][0]
    said = " ".join(filter(None, (found_face, f"{found_size:g} point" if found_size else None)))
    usual = " ".join(
        filter(
            None,
            (face if found_face else None, f"{size:g} point" if found_size and size else None),
        )
    )
    first = spans[0][0]
    text = paper.paragraph(first).text
    whole = sum(len(s) for _, s in spans) >= 0.9 * inked
    joined = merge([s for p, s in spans if p == first], text)[0]
    return (
        Slip(
            template="whole" if whole else "part",
            holes=(("found", said), ("usual", usual)),
            place=entry.whole if whole else Place(first, joined),
            entry=number,
        ),
    )


RULE = Rule(
    id="list-font",
    subject=Subject.ENTRY,
    label="face or size of an entry",
    mark="face",
    messages={
        "whole": "The entry is in {found}; the text is in {usual}.",
        "part": "Part of the entry is in {found}; the text is in {usual}.",
    },
    check=check,
    of_list=True,
)
