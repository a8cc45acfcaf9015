"""“Ibid.” written otherwise, or with the page of the note above repeated.

It is the abbreviation of a Latin word, so it has a period, and a comma before a page of its own.
"""

import re

from ...citations.anatomy import page_label
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_RIGHT = re.compile(r"(?:Ibid\.|ibid\.)(?:, \S.*)?")


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if citation.note_kind != "ibid":
        return NOT_MINE
    above = paper.note_above(number)
    same = (
        citation.locator is not None
        and len(above) == 1
        and paper.citations[above[0]].locator == citation.locator
    )
    locator = citation.locator
    if locator is not None:
        locator = locator[len(page_label(locator)) :]
    text = citation.text
    word = "ibid." if citation.signal else "Ibid."
    expected = f"{word}, {locator}." if locator and not same else word
    begins = text[len(text) - len(text.lstrip()) :]
    said = begins[len(citation.signal) :].strip() if citation.signal else begins
    right = _RIGHT.fullmatch(said) and said.startswith(word)
    if right and not same and locator == citation.locator:
        return RIGHT
    return (
        Slip(
            template="page" if same else "word",
            place=paper.citation_place(number),
            expected=f"{citation.signal} {expected}".strip(),
            citation=number,
            confidence=0.95,
            fixable=True,
        ),
    )


RULE = Rule(
    id="note-ibid-form",
    subject=Subject.CITATION,
    label="form of “Ibid.”",
    mark="ibid.",
    messages={
        "word": "It is written “Ibid.”, with a comma before a page.",
        "page": "The page is that of the note above, so “Ibid.” alone says it.",
    },
    check=check,
    outranks=("note-ibid-discouraged",),
)
