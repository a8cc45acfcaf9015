"""A citation in square brackets, in doubled parentheses, or in one that is not closed.

Square brackets are kept for the writer's own words in a quotation, so a citation in them is misread.
"""

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if citation.parenthesis is None:
        return NOT_MINE
    if not citation.oddity:
        return RIGHT
    earlier = paper.citations[number - 1] if number else None
    if earlier is not None and (earlier.paragraph, earlier.parenthesis) == (
        citation.paragraph,
        citation.parenthesis,
    ):
        return NOT_MINE
    written = citation.parenthesis.of(paper.paragraph(citation.paragraph).text)
    return (
        Slip(
            template=citation.oddity,
            place=Place(citation.paragraph, citation.parenthesis),
            expected=_put_right(written, citation.oddity),
            citation=number,
            confidence=0.9,
            fixable=True,
        ),
    )


def _put_right(written: str, oddity: str) -> str:
    if oddity == "nested":
        inside = written[1:-1].replace("(", "[").replace(")", "]")
        return f"({inside})"
    return f"({written.strip('()[]').strip()})"


RULE = Rule(
    id="cite-brackets",
    subject=Subject.CITATION,
    label="brackets of the citation",
    mark="( )",
    messages={
        "nested": "Within parentheses the letters for a name stand in square brackets.",
        "square": "A citation stands in parentheses, not in square brackets.",
        "doubled": "The parentheses of the citation are doubled.",
        "unclosed": "The parenthesis of the citation is not closed.",
    },
    check=check,
)
