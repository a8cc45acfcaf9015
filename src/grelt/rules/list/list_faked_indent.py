"""The indent, or the line's end, is made by hand with line breaks, tabs or spaces.

It looks right until a word is changed, the face or the margin; then lines break in the
middle and the list falls apart.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_BY_HAND = re.compile(r"[ \u00a0]*\n[ \t\u00a0]*|(?<=\S)(?:\t[ \t]*| {4,})(?=\S)")


def check(paper: Paper, number: int) -> Verdict:
    if paper.policy.house.value("faked_indents") == "tolerate":
        return NOT_MINE
    entry = paper.entries[number]
    if len(entry.paragraphs) > 1 and paper.paragraph(entry.paragraphs[0]).format.left is None:
        return NOT_MINE  # the format has lines and no paragraphs
    inner_start = len(entry.text) - len(entry.text.lstrip())
    if paper.paragraph(entry.paragraphs[0]).parted:
        return (Slip(template="parted", place=entry.whole, entry=number),)
    breaks = list(_BY_HAND.finditer(entry.text.rstrip(), inner_start))
    if not breaks:
        return RIGHT
    split = len(entry.paragraphs) > 1
    first = Span(breaks[0].start(), breaks[0].end())
    return (
        Slip(
            template="paragraphs" if split else "breaks" if "\n" in entry.text.strip() else "tabs",
            holes=(
                ("count", str(len(breaks))),
                ("times", "once" if len(breaks) == 1 else f"{len(breaks)} times"),
            ),
            place=entry.whole if split else entry.place(first),
            expected=None if split else " ",
            entry=number,
            fixable=not split,
        ),
    )


RULE = Rule(
    id="list-faked-indent",
    subject=Subject.ENTRY,
    label="indent made by hand",
    mark="by hand",
    messages={
        "breaks": "Lines are broken by hand in this entry ({times}); a hanging indent does it of "
        "itself.",
        "parted": "This entry stands in one paragraph with the one before; each entry is a "
        "paragraph of its own.",
        "tabs": "Tabs or spaces inside this entry ({times}) imitate an indent.",
        "paragraphs": "The entry is cut into several paragraphs to imitate a hanging indent.",
    },
    check=check,
    of_list=True,
    house=("faked_indents",),
    outranks=("list-hanging-indent",),
)
