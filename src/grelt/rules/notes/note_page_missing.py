"""A note to a quotation, or a short note to a work with pages, gives no page.

A note is there to be followed; without a page it leads to a whole book.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

# A place that is no page: `n.p.`, `chap. 4`, `plate 3`.
_PLACED = re.compile(
    r",\s(?:esp\.\s)?(?:n\.\s?p\.|n\.\s?pag\.|unpaginated|unpaged|s\.v\.|"
    r"(?:chaps?|figs?|pls?|plates?|tables?|maps?|paras?|secs?|vols?)\.?\s[\divxlc]+)",
    re.I,
)


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    found = paper.matches[number].entries
    if citation.note_kind not in ("full", "short") or citation.signal.startswith(
        ("see", "See", "cf", "Cf")
    ):
        return NOT_MINE
    if citation.locator is not None or _PLACED.search(citation.text):
        return RIGHT
    if len(found) != 1 or not paper.has_pages(found[0]):
        return NOT_MINE
    quoted = _quotes(paper, number)
    if citation.note_kind == "full" and not quoted:
        return NOT_MINE  # a whole work may be meant
    return (
        Slip(
            template="quoted" if quoted else "page",
            place=paper.citation_place(number),
            citation=number,
            confidence=0.9 if quoted else 0.75,
        ),
    )


def _quotes(paper: Paper, number: int) -> bool:
    """Whether the sentence of the note's marker has a direct quotation."""
    note = paper.note_of(number)
    if note is None or len(paper.cited_in_notes[note]) > 1:
        return False
    place = paper.document.note_places.get(paper.document.notes[note].id)
    return place is not None and any(
        q.paragraph == place[0] and q.sentence.start <= place[1] <= q.sentence.end
        for q in paper.quotations
    )


RULE = Rule(
    id="note-page-missing",
    subject=Subject.CITATION,
    label="note without a page",
    mark="page?",
    messages={
        "quoted": "The note is to a quotation and gives no page.",
        "page": "The source has pages, and the note gives none.",
    },
    check=check,
)
