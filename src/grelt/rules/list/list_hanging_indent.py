"""An entry has no hanging indent, or one of another length than the guide’s.

With every line but the first set in, the eye runs down the first words alone and finds
the entry.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.measures import in_words
from ..base import Rule

_TOLERANCE = 4.0
_ONE_LINE = 72


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    if len(entry.paragraphs) > 1 or "\n" in entry.text.strip():
        return NOT_MINE  # indent made by hand: another rule's
    layout = paper.paragraph(entry.paragraphs[0]).format
    if layout.left is None or layout.first_line is None or layout.marker is not None:
        return NOT_MINE
    wanted = paper.policy.guide.list.hanging
    hanging = -layout.first_line
    start = layout.left + layout.first_line
    if abs(hanging - wanted) <= _TOLERANCE and abs(start) <= _TOLERANCE:
        return RIGHT
    if len(entry.text.strip()) <= _ONE_LINE and hanging <= 0 and abs(start) <= _TOLERANCE:
        return NOT_MINE  # on one line there is nothing to hang
    if hanging > 1.0 and abs(hanging - wanted) > _TOLERANCE:
        template = "size"
    elif hanging > 1.0:
        template = "shifted"
    elif layout.first_line > 1.0:
        template = "first_line"
    elif layout.left > 1.0:
        template = "whole"
    else:
        template = "none"
    return (
        Slip(
            template=template,
            holes=(
                ("size", in_words(hanging)),
                ("start", in_words(start)),
                ("wanted", in_words(wanted)),
            ),
            place=entry.whole,
            entry=number,
        ),
    )


RULE = Rule(
    id="list-hanging-indent",
    subject=Subject.ENTRY,
    label="hanging indent",
    mark="indent",
    messages={
        "none": "The entry has no hanging indent: set its later lines in by {wanted}.",
        "size": "The entry hangs by {size}; it should hang by {wanted}.",
        "shifted": "The entry hangs rightly, but begins {start} from the margin and not at it.",
        "first_line": "The first line is set in like a paragraph’s; it is the later lines that "
        "should be.",
        "whole": "The whole entry is set in; its first line should begin at the margin.",
    },
    check=check,
    of_list=True,
)
