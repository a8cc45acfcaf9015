"""The paper, or one citation in it, uses another guide's system.

A reader of the guide looks for names and pages, names and years, or notes; one paper has one system. A
paper that has another throughout gets this one finding, and its forms are not measured.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ..base import Rule

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
    if wanted != "notes":
        return RIGHT
    return (
        tuple(_single(paper, i) for i in range(len(paper.citations)) if _strays(paper, i)) or RIGHT
    )


def _strays(paper: Paper, number: int) -> bool:
    citation = paper.citations[number]
    return bool(
        citation.form == "parenthetical"
        and citation.source
        and (citation.locator or citation.year)
        and paper.matches[number].entries
        and paper.structure.roles[citation.paragraph] is Role.BODY
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
        "one": "This citation stands in the text; the guide cites by {wanted}.",
    },
    check=check,
    any_system=True,
)
