"""Extra space stands before or after an entry.

The list is evenly spaced throughout; a gap set in the paragraph looks like a division
of the list.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_LEAST = 1.0


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    if (paper.policy.list_line_spacing or 0.0) < 1.5:
        return NOT_MINE  # a single-spaced list is parted by gaps
    first = paper.paragraph(entry.paragraphs[0]).format
    last = paper.paragraph(entry.paragraphs[-1]).format
    if first.space_before is None or last.space_after is None:
        return NOT_MINE
    before = first.space_before if number > 0 or paper.list_heading is not None else 0.0
    after = last.space_after if number + 1 < len(paper.entries) else 0.0
    if before < _LEAST and after < _LEAST:
        return RIGHT
    where = "after" if after >= before else "before"
    return (
        Slip(
            template="gap",
            holes=(("points", f"{max(before, after):g}"), ("where", where)),
            place=entry.whole,
            entry=number,
        ),
    )


RULE = Rule(
    id="list-paragraph-gap",
    subject=Subject.ENTRY,
    label="gaps between entries",
    mark="gap",
    messages={
        "gap": "{points} points of extra space stand {where} the entry; there should be none."
    },
    check=check,
    of_list=True,
    house=("list_spacing",),
)
