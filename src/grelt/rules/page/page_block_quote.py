"""A block quotation is not set in, or not spaced, as the guide asks.

The indent stands for the quotation marks: it must be plain to see, and the same throughout.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Detail, Role
from ...text.measures import in_words
from ..base import Rule
from ..laid_out import in_lines, kept_whole, size_of, spaced, spacing_in_words

_NEAR = 7.0


def check(paper: Paper, number: int) -> Verdict:
    structure = paper.structure
    if (
        structure.roles[number] is not Role.BLOCK_QUOTE
        or structure.details[number] is not Detail.NONE
    ):
        return NOT_MINE  # verse and epigraphs are set as their lines want it
    paragraph = paper.paragraph(number)
    layout, page = paragraph.format, paper.policy.guide.page
    if layout.left is None or not kept_whole(paper):
        return NOT_MINE
    if abs(layout.left - page.block_indent) > _NEAR:
        return (
            Slip(
                template="indent",
                holes=(("found", in_words(layout.left)), ("wanted", in_words(page.block_indent))),
                place=paper.whole_paragraph(number),
                paragraph=number,
            ),
        )
    wanted = paper.policy.body_line_spacing
    if layout.line_spacing is None or page.block_spacing != "double" or wanted is None:
        return RIGHT
    lines = in_lines(layout.line_spacing, size_of(paragraph))
    if spaced(layout.line_spacing, lines, wanted):
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
    id="page-block-quote",
    subject=Subject.PARAGRAPH,
    label="layout of block quotations",
    mark="block",
    messages={
        "indent": "The block quotation is set in by {found}; it should be {wanted}.",
        "spacing": "The block quotation is spaced {found}; it should be {wanted}, like the text.",
    },
    check=check,
    of_text=True,
    house=("body_spacing",),
)
