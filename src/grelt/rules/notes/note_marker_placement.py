"""The note number stands before the punctuation, after a space, or after a dash.

The number follows what it belongs to: the end of the clause with its mark, without a gap; only a dash
comes after it.
"""

import re

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_LAST_WORD = re.compile(r"[^\s]+$")


def check(paper: Paper, number: int) -> Verdict:
    marker = paper.document.note_places.get(paper.document.notes[number].id)
    if marker is None:
        return NOT_MINE
    index, offset = marker
    text = paper.paragraph(index).text
    if offset == 0 or not text[:offset].strip():
        return NOT_MINE
    before, after = text[offset - 1], text[offset : offset + 1]
    if before in " \u00a0" and text[:offset].rstrip():
        start = len(text[:offset].rstrip())
        return (_slip(number, "space", Place(index, Span(start, offset)), ""),)
    word = _LAST_WORD.search(text, 0, offset)
    place = Place(index, Span(word.start() if word else offset - 1, offset))
    if before in "—–" and after.isalnum():
        return (_slip(number, "dash", place, None),)
    if after and after in '”"' and _opened(text, offset):
        return (_slip(number, "mark", place, None),)
    if after and after in ".,;:?!" and before not in ".,;:?!":
        # A range or a decimal is no end of a clause.
        if after in ".," and text[offset + 1 : offset + 2].isdigit():
            return RIGHT
        return (_slip(number, "mark", place, None),)
    return RIGHT


def _opened(text: str, offset: int) -> bool:
    return text.rfind("“", 0, offset) > text.rfind("”", 0, offset)


def _slip(number: int, template: str, place: Place, expected: str | None) -> Slip:
    return Slip(
        template=template,
        place=place,
        expected=expected,
        note=number,
        confidence=0.95,
        fixable=expected is not None,
    )


RULE = Rule(
    id="note-marker-placement",
    subject=Subject.NOTE,
    label="place of a note number",
    mark="number",
    messages={
        "mark": "The note number stands after the mark, not before it.",
        "space": "No space stands before the note number.",
        "dash": "The note number stands before the dash.",
    },
    check=check,
)
