"""Type of another size than the guide or the house has, or that changes on the way.

Larger type makes a paper look longer, smaller type makes it hard to read; both make papers unlike each other.
"""

from collections import Counter

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span, merge
from ..base import Rule
from ..laid_out import kept_whole, opens_prose, prose

_SLACK = 0.3
# On paper sizes are measured, and scaled by what made the pages.
_SLACK_MEASURED = 0.7
_LEAST_LETTERS = 12


def check(paper: Paper, number: int) -> Verdict:
    usual = paper.structure.body_size
    paragraph = prose(paper, number)
    if paragraph is None or usual is None:
        return NOT_MINE
    slack = _SLACK if kept_whole(paper) else _SLACK_MEASURED
    least, most = paper.policy.sizes_of(paper.structure.body_face)
    if not least - slack <= usual <= most + slack:
        if not opens_prose(paper, number):
            return NOT_MINE
        return (
            Slip(
                template="paper",
                holes=(("found", f"{usual:g}"), ("wanted", _range(least, most))),
                place=paper.whole_paragraph(number),
                paragraph=number,
            ),
        )
    other: Counter[float] = Counter()
    spans: list[Span] = []
    for run in paragraph.inked_runs():
        size = run.format.size
        if size is not None and abs(size - usual) > slack and not run.format.raised:
            other[size] += sum(map(str.isalpha, run.span.of(paragraph.text)))
            spans.append(run.span)
    if sum(other.values()) < _LEAST_LETTERS:
        return RIGHT
    return (
        Slip(
            template="changes",
            holes=(("found", f"{other.most_common(1)[0][0]:g}"), ("usual", f"{usual:g}")),
            place=Place(number, max(merge(spans, paragraph.text), key=len)),
            paragraph=number,
        ),
    )


def _range(least: float, most: float) -> str:
    return f"{least:g}" if least == most else f"{least:g} to {most:g}"


RULE = Rule(
    id="page-font-size",
    subject=Subject.PARAGRAPH,
    label="size of type",
    mark="size",
    messages={
        "paper": "The paper is set in {found} points; it should be {wanted}.",
        "changes": "This is set in {found} points; the rest of the text is in {usual}.",
    },
    check=check,
    of_text=True,
    house=("size",),
)
