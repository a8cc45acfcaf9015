"""An entry is not spaced as the guide asks.

The list is spaced like the rest of the paper, so that a reader can write between its lines.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule
from ..laid_out import in_lines, size_of, spaced, spacing_in_words


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    paragraph = paper.paragraph(entry.paragraphs[0])
    spacing = paragraph.format.line_spacing
    if spacing is None:
        return NOT_MINE
    lines = in_lines(spacing, size_of(paragraph))
    wanted = paper.policy.list_line_spacing
    if wanted is None:
        # Single or double by the house: only what is neither is wrong.
        wanted = min((1.0, 2.0), key=lambda value: abs(value - lines))
    if spaced(spacing, lines, wanted):
        return RIGHT
    return (
        Slip(
            template="spacing",
            holes=(("found", spacing_in_words(lines)), ("wanted", spacing_in_words(wanted))),
            place=entry.whole,
            entry=number,
        ),
    )


RULE = Rule(
    id="list-line-spacing",
    subject=Subject.ENTRY,
    label="line spacing of the list",
    mark="spacing",
    messages={"spacing": "The entry is spaced {found}; it should be {wanted}."},
    check=check,
    of_list=True,
    house=("list_spacing",),
)
