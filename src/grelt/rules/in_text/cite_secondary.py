"""A source quoted through another one is marked in another guide's words.

The words say that the writer has not seen the source itself; a reader of the guide looks for its own.
"""

import re

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_WORDS = re.compile(r"(?:as\s+)?(?:qtd\.?|quoted|cited)\s+in\b", re.I)


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if not citation.indirect or citation.parenthesis is None:
        return NOT_MINE
    text = paper.paragraph(citation.paragraph).text
    said = _WORDS.search(text, citation.parenthesis.start, citation.parenthesis.end)
    if said is None:
        return NOT_MINE
    wanted = paper.policy.guide.citation.secondary
    if " ".join(said.group().split()).casefold() in wanted:
        return RIGHT
    return (
        Slip(
            template="words",
            holes=(("wanted", wanted[0]),),
            place=Place(citation.paragraph, Span(*said.span())),
            expected=wanted[0],
            citation=number,
            fixable=True,
        ),
    )


RULE = Rule(
    id="cite-secondary",
    subject=Subject.CITATION,
    label="quoted through another source",
    mark="through",
    messages={"words": "What is quoted through another source is marked “{wanted}”."},
    check=check,
)
