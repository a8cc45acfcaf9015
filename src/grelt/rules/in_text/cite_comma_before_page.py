"""A comma stands between the name, or the title, and the page.

Where the guide has none, a comma makes the reader look for a missing element.
"""

from ...citations.anatomy import before_locator, is_pages, page_label
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if paper.strays(number):
        return NOT_MINE  # of another system as a whole
    gap = before_locator(citation)
    if gap is None or citation.year or citation.locator is None:
        return NOT_MINE
    if not is_pages(citation.locator[len(page_label(citation.locator)) :]):
        return NOT_MINE  # paragraphs, lines, times do stand after a comma
    text = paper.paragraph(citation.paragraph).text
    if not set(",:") & set(gap.of(text)) or paper.policy.guide.citation.comma_before_locator:
        return RIGHT
    place = Span(gap.start, gap.end)
    return (
        Slip(
            template="comma",
            place=Place(citation.paragraph, place),
            expected=" " if not gap.of(text).rstrip().endswith(("”", '"')) else "” ",
            citation=number,
            fixable=True,
        ),
    )


RULE = Rule(
    id="cite-comma-before-page",
    subject=Subject.CITATION,
    label="comma before the page",
    mark="comma",
    messages={"comma": "Nothing but a space parts the source and the page."},
    check=check,
)
