"""Rules on the form of entries share one check: the differences that the comparison of an entry
with its guide's description gives to each of them."""

from __future__ import annotations

from collections.abc import Collection

from ..difference import Difference
from ..findings import NOT_MINE, RIGHT, Place, Slip, Verdict
from ..paper import Paper
from .base import Check


def owned(rule: str, elements: Collection[str] = ()) -> Check:
    """The check of a rule that owns differences. An entry is its subject where it has one of
    `elements` (any entry that was compared, where none is named)."""

    def check(paper: Paper, number: int) -> Verdict:
        reference = paper.references.of(number)
        entry = paper.entries[number]
        slips = tuple(
            Slip(
                d.template,
                _holes(d, reference.cut.written.text),
                entry.place(reference.cut.written.back(d.span)),
                expected=d.expected,
                markup=d.markup,
                entry=number,
                confidence=d.confidence,
                doubt="" if d.confidence >= 0.75 else _doubt(reference.cut.kind, d.confidence),
                fixable=d.expected is not None,
            )
            for d in reference.differences
            if d.rule == rule
        )
        if slips:
            return slips
        if not reference.checked.aligned:
            return NOT_MINE
        there = {row.element for row in reference.checked.aligned if row.written}
        return RIGHT if not elements or there & set(elements) else NOT_MINE

    return check


def owned_in_notes(rule: str, elements: Collection[str] = ()) -> Check:
    """The same for full references in notes: `rule` is the rule of entries whose differences these
    are. The subject is the citation."""

    def check(paper: Paper, number: int) -> Verdict:
        checked = paper.note_references.of(number) if paper.citations[number].note_kind else None
        if checked is None:
            return NOT_MINE
        paragraph = paper.citations[number].paragraph
        slips = tuple(
            Slip(
                d.template,
                _holes(d, checked.cut.written.text),
                Place(paragraph, paper.note_references.place(number, d)),
                expected=d.expected,
                markup=d.markup,
                citation=number,
                confidence=d.confidence,
                fixable=d.expected is not None,
            )
            for d in checked.differences
            if d.rule == rule
        )
        if slips:
            return slips
        there = {row.element for row in checked.aligned if row.written}
        return RIGHT if not elements or there & set(elements) else NOT_MINE

    return check


def _holes(difference: Difference, text: str) -> tuple[tuple[str, str], ...]:
    """What a message may name: the words found and the right ones, and what the difference adds."""
    usual = {
        "found": difference.span.of(text).strip(),
        "right": (difference.expected or "").strip(),
    }
    return tuple({**usual, **dict(difference.holes)}.items())


def _doubt(kind: str, confidence: float) -> str:
    if confidence == 0.6:
        return "a name keeps its capital"
    return f"Grelt takes this for a {kind.replace('-', ' ')}"
