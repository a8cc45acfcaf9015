"""Extra space stands before or after a paragraph of the text.

In double-spaced text the indent alone parts paragraphs; a gap beside it makes a paper longer than it is.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule
from ..laid_out import prose

_LEAST = 1.5


def check(paper: Paper, number: int) -> Verdict:
    paragraph = prose(paper, number)
    if paragraph is None or paper.policy.house.value("paragraph_gaps") == "tolerate":
        return NOT_MINE
    if (paper.policy.body_line_spacing or 0.0) < 1.5:
        return NOT_MINE  # single-spaced text is parted by gaps
    # Only what stands between two paragraphs of the text is theirs: headings bring space of their own.
    gaps = []
    if number and prose(paper, number - 1) is not None:
        gaps.append(("before", paragraph.format.space_before))
    if number + 1 < len(paper.document.paragraphs) and prose(paper, number + 1) is not None:
        gaps.append(("after", paragraph.format.space_after))
    known = [(where, gap) for where, gap in gaps if gap is not None]
    if not known:
        return NOT_MINE
    where, gap = max(known, key=lambda item: item[1])
    if gap < _LEAST:
        return RIGHT
    return (
        Slip(
            template="gap",
            holes=(("points", f"{gap:g}"), ("where", where)),
            place=paper.whole_paragraph(number),
            paragraph=number,
        ),
    )


RULE = Rule(
    id="page-paragraph-gap",
    subject=Subject.PARAGRAPH,
    label="gaps between paragraphs",
    mark="gap",
    messages={
        "gap": "{points} points of extra space stand {where} the paragraph; there should be none."
    },
    check=check,
    of_text=True,
    measured=True,
    house=("paragraph_gaps", "body_spacing"),
)
