"""A page in a citation with a label that the guide leaves out, or without one that it asks for.

A guide that labels pages has other locators beside them; a guide that does not takes every bare
figure for a page.
"""

import re

from ...citations.anatomy import is_pages, page_label, ranges
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_SECTION = re.compile(r"\d[a-e]\b")


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if paper.strays(number):
        return NOT_MINE  # of another system as a whole
    if citation.locator is None or citation.locator_span is None or citation.note_kind:
        return NOT_MINE
    label = page_label(citation.locator)
    pages = citation.locator[len(label) :]
    if not is_pages(re.split(r"\s*(?:,|and|&)\s*", pages)[0]):
        return NOT_MINE
    wanted = ""
    if paper.policy.guide.citation.page_label:
        several = bool(ranges(pages)) or re.search(r",\s*\d|\band\b|&", pages) is not None
        wanted = "pp. " if several else "p. "
        if not label and (not pages[0].isdigit() or _SECTION.search(pages)):
            return NOT_MINE  # of an ancient work the sections: `223d`
    if re.sub(r"\s", " ", label) == wanted:
        return RIGHT
    same_words = label.strip().rstrip(".").casefold() == wanted.strip().rstrip(".")
    if wanted and same_words and label.strip() == wanted.strip():
        return RIGHT  # a missing space is no other label
    return (
        Slip(
            template="missing" if not label else "other" if wanted else "extra",
            holes=(("wanted", wanted.strip()),),
            place=Place(citation.paragraph, citation.locator_span),
            expected=wanted + pages,
            citation=number,
            fixable=True,
        ),
    )


RULE = Rule(
    id="cite-page-prefix",
    subject=Subject.CITATION,
    label="page label",
    mark="p.",
    messages={
        "extra": "A page stands in the citation without a label.",
        "missing": "A page in the citation has the label {wanted}",
        "other": "The label here is {wanted}",
    },
    check=check,
)
