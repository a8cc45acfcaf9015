"""A short note is not surname, short title and page.

The three together lead back to the full note; more is in the way, and less leads nowhere.
"""

import re

from ...citations import Citation, TitleCue
from ...citations.anatomy import page_label
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...short_notes import short_note
from ...text.folding import letters, words
from ...text.names import is_initials
from ..base import Rule

_OP_CIT = re.compile(r"\b(?:op|loc)\.\s?cit\b", re.I)


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    found = paper.matches[number].entries
    if citation.note_kind != "short" or not paper.cited_before(number) or len(found) != 1:
        return NOT_MINE
    wrong = _wrong(paper, number, found[0])
    if wrong is None:
        return RIGHT
    locator = citation.locator
    if locator is not None:
        locator = locator[len(page_label(locator)) :]
    short = short_note(paper.entries[found[0]], locator, paper.policy.guide.notes)
    if short is not None and not citation.text.endswith((".", ".”")):
        short = short.rstrip(".")
    return (
        Slip(
            template=wrong,
            place=paper.citation_place(number),
            expected=short,
            citation=number,
            confidence=0.7 if wrong == "no_title" else 0.9,
            doubt="the name alone may be enough here" if wrong == "no_title" else "",
            fixable=short is not None,
        ),
    )


def _wrong(paper: Paper, number: int, entry: int) -> str | None:
    citation = paper.citations[number]
    names = citation.names
    if names is not None and names.names[0].given and not is_initials(names.names[0].given):
        key = names.names[0].key
        listed = paper.entries[entry].persons[:1]
        if any(
            letters(f"{names.names[0].given} {names.names[0].family}") in p.keys for p in listed
        ):
            return None  # a surname of two words
        same = {p.given for e in paper.entries for p in e.persons[:1] if p.key == key}
        if len(same) < 2:
            return "given"
    if _OP_CIT.search(citation.text):
        return "op_cit"
    if citation.title is not None:
        return _of_title(paper, citation, entry, citation.title)
    if citation.locator is not None and page_label(citation.locator):
        return "label"
    above = paper.note_above(number)
    goes_on = bool(above) and paper.source_of[above[-1]] == paper.source_of[number]
    return None if goes_on or paper.entries[entry].opening.kind == "title" else "no_title"


def _of_title(paper: Paper, citation: Citation, entry: int, title: TitleCue) -> str | None:
    if ":" in title.text.rstrip(":"):
        return "long"
    listed = paper.entries[entry].title
    shared = set(words(title.text)) & set(words(listed.text)) if listed is not None else set()
    same = 2 * len(shared) > len(words(title.text))
    if listed is not None and same and {title.dress, listed.dress} == {"quotes", "italics"}:
        return "dress"
    text = paper.paragraph(citation.paragraph).text
    before = text[citation.source_span.start : title.span.start]
    if before.strip() and "," not in before[-3:]:
        return "comma"
    if citation.locator is not None and page_label(citation.locator):
        return "label"
    return None


RULE = Rule(
    id="note-short-form",
    subject=Subject.CITATION,
    label="form of a short note",
    mark="short",
    messages={
        "given": "A short note has the surname alone.",
        "long": "A short note has the title without what follows its colon.",
        "op_cit": "A short title leads back further than “op. cit.” does.",
        "dress": "The short title has the dress of the title in the list.",
        "comma": "A comma parts the name and the short title.",
        "label": "A page in a note has no label.",
        "no_title": "A short note has a short title between the surname and the page.",
    },
    check=check,
)
