"""The paper, or one citation in it, uses another guide's system.

A reader of the guide looks for names and pages, names and years, or notes; one paper has one system. A
paper that has another throughout gets this one finding, and its forms are not measured.
"""

import re
from collections.abc import Iterator

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ...text.quotes import quoted
from ...text.spans import Span
from ..base import Rule

# Behind a word, as a citation stands; a footnote mark or an index has none before it.
_FIGURE = re.compile(r"(?<=[^\W\d_][\s.,;”\"])\[\d{1,3}(?:\s?[,–-]\s?\d{1,3})*\](?!\w)")
_SYSTEMS = {
    "author-page": "author and page in parentheses",
    "author-date": "author and date in parentheses",
    "notes": "notes",
    "numeric": "figures in brackets",
}


def check(paper: Paper, _number: int) -> Verdict:
    wanted = paper.policy.guide.system
    if paper.other_system is not None:
        return (
            Slip(
                template="whole",
                holes=(("used", _SYSTEMS[paper.other_system]), ("wanted", _SYSTEMS[wanted])),
                confidence=0.95,
            ),
        )
    if not paper.citations:
        return NOT_MINE
    slips = [_single(paper, i) for i in range(len(paper.citations)) if paper.strays(i)]
    return (*slips, *_numbers(paper)) or RIGHT


def _numbers(paper: Paper) -> Iterator[Slip]:
    """Figures in square brackets, as numbered lists are cited."""
    if paper.document.notes or not paper.entries:
        return
    for paragraph in paper.document.paragraphs:
        if paper.structure.roles[paragraph.index] is not Role.BODY:
            continue
        for match in _FIGURE.finditer(paragraph.text):
            if any(q.contains(match.start()) for q in quoted(paragraph.text)):
                continue
            yield Slip(
                template="number",
                holes=(
                    ("number", match.group()),
                    ("wanted", _SYSTEMS[paper.policy.guide.system]),
                ),
                place=Place(paragraph.index, Span(*match.span())),
                confidence=0.85,
            )


def _single(paper: Paper, number: int) -> Slip:
    return Slip(
        template="one",
        holes=(("wanted", _SYSTEMS[paper.policy.guide.system]),),
        place=paper.citation_place(number),
        citation=number,
        confidence=0.85,
    )


RULE = Rule(
    id="cite-wrong-system",
    subject=Subject.PAPER,
    label="another system of citing",
    mark="system",
    messages={
        "whole": "The paper cites by {used}; the guide cites by {wanted}.",
        "number": "{number} cites by figures; the guide cites by {wanted}.",
        "one": "This citation stands in the text; the guide cites by {wanted}.",
    },
    check=check,
    any_system=True,
)
