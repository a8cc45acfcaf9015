"""Several sources in one parenthesis that no semicolon parts.

A comma parts the elements of one citation; only a semicolon says that another source begins.
"""

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if number == 0:
        return NOT_MINE
    before, citation = paper.citations[number - 1], paper.citations[number]
    same = citation.parenthesis is not None and citation.parenthesis == before.parenthesis
    if not same or before.paragraph != citation.paragraph or citation.form != "parenthetical":
        return NOT_MINE
    if citation.source == before.source:
        return NOT_MINE  # two years of one author
    gap = Span(before.span.end, citation.span.start)
    text = paper.paragraph(citation.paragraph).text
    if ";" in gap.of(text):
        return RIGHT
    return (
        Slip(
            template="mark",
            place=Place(citation.paragraph, gap),
            expected="; ",
            citation=number,
            fixable=True,
        ),
    )


RULE = Rule(
    id="cite-separator",
    subject=Subject.CITATION,
    label="sources not parted by a semicolon",
    mark=";",
    messages={"mark": "A semicolon parts the sources in one parenthesis."},
    check=check,
)
