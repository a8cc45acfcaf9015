"""The list is not headed with the guide's words, or has the plural for one entry.

The heading tells the reader what kind of list it is: works cited, and no others.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.folding import words
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if not paper.entries:
        return NOT_MINE
    wanted = paper.policy.list_headings(len(paper.entries))
    heading = paper.list_heading
    if heading is None:
        return (Slip(template="none", holes=(("wanted", wanted[0]),)),)
    if words(heading.text) in {words(w) for w in wanted}:
        return RIGHT
    number_slip = words(heading.text) in {
        words(w) for w in (*paper.policy.list_headings(1), *paper.policy.list_headings(2))
    }
    return (
        Slip(
            template="number" if number_slip else "words",
            holes=(
                ("found", heading.text.strip()),
                ("wanted", wanted[0]),
                (
                    "count",
                    f"{len(paper.entries)} {'entry' if len(paper.entries) == 1 else 'entries'}",
                ),
            ),
            place=paper.whole_paragraph(heading.index),
            expected=wanted[0],
            paragraph=heading.index,
            fixable=True,
        ),
    )


RULE = Rule(
    id="list-heading-word",
    subject=Subject.LIST,
    label="words of the list’s heading",
    mark="heading",
    messages={
        "none": "The list has no heading; it should be headed “{wanted}”.",
        "words": "The list is headed “{found}”; it should be “{wanted}”.",
        "number": "The list has {count} and is headed “{found}”; it should be “{wanted}”.",
    },
    check=check,
    house=("list_heading", "list_scope"),
)
