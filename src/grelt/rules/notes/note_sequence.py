"""Note numbers out of order, a number in the text without a note, or a note without a number.

Notes are counted in the order of the text; a gap says that one was lost.
"""

from itertools import pairwise

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, _number: int) -> Verdict:
    notes = paper.document.notes
    if not notes:
        return NOT_MINE
    places = paper.document.note_places
    slips: list[Slip] = []
    for number, note in enumerate(notes):
        if note.id not in places and note.paragraphs:
            first = note.paragraphs[0]
            slips.append(
                Slip(
                    "lost",
                    (("number", str(note.number)),),
                    paper.whole_paragraph(first),
                    note=number,
                )
            )
    for kind in ("footnote", "endnote"):
        slips += _out_of_order(paper, kind)
    if any(note.typed for note in notes):
        slips += _without_notes(paper)
        slips += _typed_in_gaps(paper)
    return tuple(slips) or RIGHT


def _out_of_order(paper: Paper, kind: str) -> list[Slip]:
    placed = sorted(
        (paper.document.note_places[note.id], note.number, number)
        for number, note in enumerate(paper.document.notes)
        if note.kind == kind and note.id in paper.document.note_places
    )
    highest, slips = 0, []
    for (index, offset), said, number in placed:
        if said < highest:
            text = paper.paragraph(index).text
            start = max(text.rfind(" ", 0, max(offset - 1, 0)) + 1, 0)
            slips.append(
                Slip(
                    "order",
                    (("number", str(said)), ("before", str(highest))),
                    Place(index, Span(start, offset)),
                    note=number,
                )
            )
        highest = max(highest, said)
    return slips


def _typed_in_gaps(paper: Paper) -> list[Slip]:
    """Numbers of typed notes that are left out, or come twice."""
    slips = []
    notes = [
        (n, note) for n, note in enumerate(paper.document.notes) if note.typed and note.paragraphs
    ]
    for (_, before), (number, note) in pairwise(notes):
        if note.number == before.number + 1:
            continue
        twice = note.number == before.number
        slips.append(
            Slip(
                "twice" if twice else "gap",
                (("number", str(note.number if twice else before.number + 1)),),
                paper.whole_paragraph(note.paragraphs[0]),
                note=number,
            )
        )
    return slips


def _without_notes(paper: Paper) -> list[Slip]:
    """Raised figures left in the text although the paper's notes are typed."""
    slips = []
    for paragraph in paper.document.paragraphs:
        if paper.structure.roles[paragraph.index] is not Role.BODY:
            continue
        for span in paragraph.where(lambda f: bool(f.raised)):
            words = span.of(paragraph.text).strip()
            before = paragraph.text[span.start - 1 : span.start]
            if words.isdecimal() and not before.isalnum():
                slips.append(
                    Slip(
                        "no_note",
                        (("number", words),),
                        Place(paragraph.index, span),
                        paragraph=paragraph.index,
                        confidence=0.85,
                    )
                )
    return slips


RULE = Rule(
    id="note-sequence",
    subject=Subject.PAPER,
    label="order of the notes",
    mark="number",
    messages={
        "gap": "Note {number} is missing.",
        "twice": "Note {number} comes twice.",
        "lost": "No number in the text leads to note {number}.",
        "order": "Number {number} comes after number {before}.",
        "no_note": "There is no note {number}.",
    },
    check=check,
)
