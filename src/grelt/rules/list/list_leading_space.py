"""A space or a tab stands before an entry.

The first line begins at the margin; what is left from copying pushes it in.
"""

from ...findings import RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    lead = len(entry.text) - len(entry.text.lstrip())
    if lead == 0:
        return RIGHT
    what = "A tab" if "\t" in entry.text[:lead] else "A space" if lead == 1 else "Spaces"
    return (
        Slip(
            template="lead",
            holes=(("what", what), ("verb", "stand" if what == "Spaces" else "stands")),
            place=entry.place(Span(0, lead)),
            expected="",
            entry=number,
            fixable=True,
        ),
    )


RULE = Rule(
    id="list-leading-space",
    subject=Subject.ENTRY,
    label="space before an entry",
    mark="space",
    messages={"lead": "{what} {verb} before the entry; it begins at the margin."},
    check=check,
    of_list=True,
)
