"""A paragraph of the text is not spaced as the guide asks.

A reader who marks a paper writes between its lines; closer ones leave no room, and wider ones hide its length.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule
from ..laid_out import in_lines, prose, size_of, spaced, spacing_in_words


def check(paper: Paper, number: int) -> Verdict:
    paragraph = prose(paper, number)
    wanted = paper.policy.body_line_spacing
    if paragraph is None or wanted is None or paragraph.format.line_spacing is None:
        return NOT_MINE
    lines = in_lines(paragraph.format.line_spacing, size_of(paragraph))
    if spaced(paragraph.format.line_spacing, lines, wanted):
        return RIGHT
    return (
        Slip(
            template="spacing",
            holes=(("found", spacing_in_words(lines)), ("wanted", spacing_in_words(wanted))),
            place=paper.whole_paragraph(number),
            paragraph=number,
        ),
    )


RULE = Rule(
    id="page-line-spacing",
    subject=Subject.PARAGRAPH,
    label="line spacing of the text",
    mark="spacing",
    messages={"spacing": "The paragraph is spaced {found}; it should be {wanted}."},
    check=check,
    of_text=True,
    measured=True,
    house=("body_spacing",),
)
