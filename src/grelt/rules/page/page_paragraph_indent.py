"""The first line of a paragraph is not set in as the guide asks.

The indent says that a new paragraph begins, also where the line before happens to fill its width.
"""

from ...document import Paragraph
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ...text.measures import in_words
from ..base import Rule
from ..laid_out import prose

_NEAR = 6.0
_SPACES = 5
# After these the text goes on, and need not be a new paragraph.
_GOES_ON_AFTER = (Role.BLOCK_QUOTE, Role.OTHER, Role.BLANK)
_OPENS_AFTER = (Role.HEADING, Role.TITLE)


def check(paper: Paper, number: int) -> Verdict:
    paragraph = prose(paper, number)
    if paragraph is None or paragraph.parted or not _is_new(paper, number, paragraph):
        return NOT_MINE
    layout = paragraph.format
    if layout.first_line is None or layout.left is None:
        return NOT_MINE
    wanted = paper.policy.guide.page.first_line
    by_hand = paragraph.text.startswith(("\t", " " * _SPACES, "\u2003", "\u00a0" * _SPACES))
    indent = layout.first_line + layout.left
    if by_hand or abs(layout.first_line - wanted) <= _NEAR or abs(indent - wanted) <= _NEAR:
        return RIGHT
    if paper.document.format == "html" and abs(indent) <= 1.0:
        return NOT_MINE  # a tab may have stood there, and pages of HTML lose it
    template = "hangs" if layout.first_line < -1.0 else "none" if abs(indent) <= 1.0 else "size"
    return (
        Slip(
            template=template,
            holes=(("found", in_words(abs(indent))), ("wanted", in_words(wanted))),
            place=paper.whole_paragraph(number),
            paragraph=number,
        ),
    )


def _is_new(paper: Paper, number: int, paragraph: Paragraph) -> bool:
    """Whether a paragraph surely begins here, and the guide sets its first line in."""
    if not paragraph.text.lstrip()[:1].isupper() or len(paragraph.text) < 80:
        return False
    roles = paper.structure.roles
    before = roles[number - 1] if number else None
    if before in _GOES_ON_AFTER:
        return False
    return not (before in _OPENS_AFTER and paper.policy.guide.page.flush_openings)


RULE = Rule(
    id="page-paragraph-indent",
    subject=Subject.PARAGRAPH,
    label="indents of paragraphs",
    mark="indent",
    messages={
        "none": "The first line of the paragraph is not set in; it should be, by {wanted}.",
        "size": "The first line begins {found} from the margin; it should be {wanted}.",
        "hangs": "The paragraph hangs; its first line should be set in by {wanted}.",
    },
    check=check,
    of_text=True,
    measured=True,
)
