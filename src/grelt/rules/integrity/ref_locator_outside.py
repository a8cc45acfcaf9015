"""A cited page outside the pages that the entry gives.

Either the page or the range is wrong, or another work is meant.
"""

import re

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...matching import MatchDegree
from ...paper import Paper
from ..base import Rule

_PAGE = re.compile(r"(?:pp?\.\s?)?(\d{1,5})(?:\s?[-–]\s?\d{1,5})?(?:n\d+)?")


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    match = paper.matches[number]
    if citation.locator is None or citation.locator_span is None or len(match.entries) != 1:
        return NOT_MINE
    if match.degree is not MatchDegree.EXACT or citation.indirect:
        return NOT_MINE
    if (
        citation.note_kind == "ibid"
        and len({paper.source_of[i] for i in paper.note_above(number)}) != 1
    ):
        return NOT_MINE
    pages = paper.entries[match.entries[0]].pages
    cited = _PAGE.fullmatch(citation.locator)
    if pages is None or cited is None or pages[0] >= pages[1]:
        return NOT_MINE
    page = int(cited.group(1))
    if pages[0] <= page <= pages[1]:
        return RIGHT
    if _quotes_verse(paper, number):
        return NOT_MINE  # lines are counted, not pages
    if citation.form == "narrative" and _of_another(paper, number, page):
        return NOT_MINE
    return (
        Slip(
            template="outside",
            holes=(("page", cited.group(1)), ("first", str(pages[0])), ("last", str(pages[1]))),
            place=Place(citation.paragraph, citation.locator_span),
            citation=number,
            confidence=0.6 if match.carried else 0.85,
            doubt="the page may belong to another source" if match.carried else "",
        ),
    )


def _quotes_verse(paper: Paper, number: int) -> bool:
    """Whether the sentence has lines of verse in it, parted as verse is."""
    citation = paper.citations[number]
    return " / " in citation.sentence.of(paper.paragraph(citation.paragraph).text)


def _of_another(paper: Paper, number: int, page: int) -> bool:
    """Whether the sentence names another source that has this page."""
    sentence = paper.citations[number].sentence
    for other in paper.citations_in[paper.citations[number].paragraph]:
        if other == number or paper.citations[other].sentence != sentence:
            continue
        for entry in paper.matches[other].entries:
            first, last = paper.entries[entry].pages or (1, 0)
            if first <= page <= last:
                return True
    return False


RULE = Rule(
    id="ref-locator-outside",
    subject=Subject.CITATION,
    label="page outside the entry’s pages",
    mark="page",
    messages={"outside": "Page {page} is cited; the entry has pages {first} to {last}."},
    check=check,
)
