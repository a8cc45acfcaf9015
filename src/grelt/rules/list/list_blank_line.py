"""An empty line stands in the list.

Entries follow each other in even spacing; empty lines are typed in place of it.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if not paper.paragraph(number).is_blank:
        return NOT_MINE
    found = paper.structure.list_of(number)
    if found is None:
        return NOT_MINE
    if (paper.policy.list_line_spacing or 0.0) < 1.5:
        return NOT_MINE
    if paper.paragraph(number).hard_breaks:
        return NOT_MINE  # it carries a page break and does not show
    previous = number - 1
    if previous in found.paragraphs and paper.paragraph(previous).is_blank:
        return RIGHT  # one gap, one finding
    first = min(i for i in found.paragraphs if not paper.paragraph(i).is_blank)
    return (
        Slip(
            template="heading" if number < first else "entries",
            place=paper.whole_paragraph(number),
            paragraph=number,
        ),
    )


RULE = Rule(
    id="list-blank-line",
    subject=Subject.PARAGRAPH,
    label="empty lines in the list",
    mark="blank",
    messages={
        "entries": "An empty line stands between two entries.",
        "heading": "An empty line stands between the heading and the first entry.",
    },
    check=check,
    house=("list_spacing",),
)
