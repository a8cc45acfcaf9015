"""A quotation, or by the house any citation, that gives no page or other locator of a source that has pages.

A quotation is there to be checked; without a page the reader has to read the whole source for it.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    match = paper.matches[number]
    house = paper.policy.house.value("locators")
    if house == "none" or (
        house == "guide" and not paper.policy.guide.citation.locator_with_quotations
    ):
        return NOT_MINE
    if citation.parenthesis is None or citation.note_kind or citation.personal:
        return NOT_MINE
    quoted = [
        q
        for q in paper.quotations
        if q.paragraph == citation.paragraph and paper.closing_citation(q) == number
    ]
    if not quoted and house != "every":
        return NOT_MINE
    if citation.locator is not None:
        return RIGHT
    if len(match.entries) != 1 or not paper.has_pages(match.entries[0]):
        return NOT_MINE
    pages = paper.entries[match.entries[0]].pages
    if pages is not None and pages[0] == pages[1]:
        return NOT_MINE  # of a single page the entry tells
    if not quoted:
        return (Slip(template="every", place=paper.citation_place(number), citation=number),)
    return (
        Slip(
            template="page",
            place=paper.citation_place(number),
            citation=number,
            confidence=0.9 if quoted[0].words >= 7 else 0.7,
            doubt="" if quoted[0].words >= 7 else "so few words may be no quotation",
        ),
    )


RULE = Rule(
    id="cite-quote-locator",
    subject=Subject.CITATION,
    label="quotation without a page",
    mark="page?",
    messages={
        "page": "These words are quoted from a source with pages, and no page is given.",
        "every": "The source has pages, and none is given; the house rules ask for one with every citation.",
    },
    check=check,
    house=("locators",),
)
