"""An entry is in the list and nothing in the paper cites it.

A list of works cited holds what the paper cites. An entry that nothing leads to is a
source read and left out, a citation forgotten, or padding; the writer has to say which.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.folding import letters
from ..base import Rule

_SENTENCE = re.compile(r"\.\s|\.?$")
# `YCAL MSS 101`, `CO 273/388`, `1957/0574216`
_SHELF = re.compile(r"^(?:[A-Z]{2,}[A-Za-z. ]{0,20}\d+(?:/\d+)*|\d+/\d+(?:/\d+)*)$")


def check(paper: Paper, number: int) -> Verdict:
    if paper.notes_unknown:
        return NOT_MINE
    entry = paper.entries[number]
    if paper.structure.lists[entry.list_number].consulted:
        return NOT_MINE  # the list itself says that its works need not be cited
    if number in paper.matching.cited_by or number in paper.matching.repeats:
        return RIGHT
    if number in paper.named_by_entries:
        return RIGHT
    if number in paper.matching.perhaps_cited:
        return NOT_MINE
    if _shelf_is_named(paper, number):
        return RIGHT
    twins = [twin for twin, first in paper.matching.repeats.items() if first == number]
    if any(twin in paper.matching.cited_by for twin in twins):
        return RIGHT
    return (
        Slip(
            template="uncited",
            holes=(("entry", entry.label),),
            place=entry.whole,
            entry=number,
        ),
    )


def _shelf_is_named(paper: Paper, number: int) -> bool:
    """Whether a note gives the shelf of papers in an archive: lists name them by another word than notes do."""
    shelves = [
        letters(part)
        for part in _SENTENCE.split(paper.entries[number].text)
        if _SHELF.search(part) is not None
    ]
    if not shelves:
        return False
    said = (
        letters(paper.paragraph(p).text) for note in paper.document.notes for p in note.paragraphs
    )
    return any(shelf in text for text in said for shelf in shelves)


RULE = Rule(
    id="entry-uncited",
    subject=Subject.ENTRY,
    label="listed and not cited",
    mark="cited?",
    messages={"uncited": "Nothing in the paper cites this entry ({entry})."},
    check=check,
    house=("list_scope",),
)
