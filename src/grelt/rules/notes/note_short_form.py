"""A short note is not surname, short title and page.

The three together lead back to the full note; more is in the way, and less leads nowhere.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...short_notes import short_note
from ...text.names import is_initials
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    found = paper.matches[number].entries
    if citation.note_kind != "short" or not paper.cited_before(number) or len(found) != 1:
        return NOT_MINE
    wrong = _wrong(paper, number, found[0])
    if wrong is None:
        return RIGHT
    short = short_note(paper.entries[found[0]], citation.locator, paper.policy.guide.notes)
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
        same = {p.given for e in paper.entries for p in e.persons[:1] if p.key == key}
        if len(same) < 2:
            return "given"
    if citation.title is not None:
        return "long" if ":" in citation.title.text.rstrip(":") else None
    above = paper.note_above(number)
    goes_on = bool(above) and paper.source_of[above[-1]] == paper.source_of[number]
    return None if goes_on or paper.entries[entry].opening.kind == "title" else "no_title"


RULE = Rule(
    id="note-short-form",
    subject=Subject.CITATION,
    label="form of a short note",
    mark="short",
    messages={
        "given": "A short note has the surname alone.",
        "long": "A short note has the title without what follows its colon.",
        "no_title": "A short note has a short title between the surname and the page.",
    },
    check=check,
)
