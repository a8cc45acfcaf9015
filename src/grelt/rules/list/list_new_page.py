"""The list does not begin on a new page.

The list is looked up while reading; on a page of its own it can be laid beside the text.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_PUSHED_DOWN = 3


def check(paper: Paper, number: int) -> Verdict:
    heading = paper.list_heading
    if heading is None or not paper.entries or not paper.policy.guide.list.new_page:
        return NOT_MINE
    if paper.structure.pages.begins_page(heading.index):
        return RIGHT
    if heading.format.page_break_before is None and not paper.document.page_breaks_known:
        return NOT_MINE  # the format does not tell
    blanks = 0
    index = heading.index - 1
    while index >= 0 and paper.paragraph(index).is_blank:
        if paper.paragraph(index).hard_breaks:
            return RIGHT
        blanks += 1
        index -= 1
    if (
        index >= 0
        and len(paper.paragraph(index).text.rstrip()) in paper.paragraph(index).hard_breaks
    ):
        return RIGHT
    if blanks >= _PUSHED_DOWN and not paper.document.page_breaks_known:
        return NOT_MINE  # pushed down with empty lines: only a real layout could tell
    return (
        Slip(
            template="same_page",
            holes=(("page", str(paper.structure.pages.of(heading.index))),),
            place=paper.whole_paragraph(heading.index),
            paragraph=heading.index,
        ),
    )


RULE = Rule(
    id="list-new-page",
    subject=Subject.LIST,
    label="list not on a new page",
    mark="page",
    messages={"same_page": "The list begins on page {page} below the text; it needs a new page."},
    check=check,
)
