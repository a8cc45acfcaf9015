"""Narrows candidates by the year that is cited."""

from __future__ import annotations

from dataclasses import replace

from ..citations import Citation
from .candidates import RIGHT_WAYS, Candidate, Way
from .index import EntryIndex

_ANOTHER_YEAR = 0.8


def agreeing_with_year(
    found: list[Candidate], citation: Citation, index: EntryIndex
) -> list[Candidate]:
    """The candidates of the year cited; where there is none, those of another year, as a slip.

    A letter after the year must agree, if the entry has one and one is cited. A date that the
    entry lacks speaks against nothing.
    """
    if citation.year is None or not found:
        return found
    same = [c for c in found if _year_fits(citation, index, c.entry)]
    if same:
        lettered = [c for c in same if _letter_fits(citation, index, c.entry)]
        bare = [c for c in same if not index.entries[c.entry].year_letter]
        if lettered or bare or not citation.year_letter:
            return lettered or bare or same
        return [_another_year(c, index) for c in same]
    undated = [c for c in found if index.entries[c.entry].year is None]
    if undated:
        return undated
    # A name a letter off and another year besides: another source.
    right = [c for c in found if c.way in RIGHT_WAYS] or [
        c for c in found if c.way is not Way.SPELLING
    ]
    return [_another_year(c, index) for c in right]


def _another_year(candidate: Candidate, index: EntryIndex) -> Candidate:
    entry = index.entries[candidate.entry]
    listed = (entry.year or "") + entry.year_letter
    return replace(
        candidate,
        way=Way.YEAR,
        score=_ANOTHER_YEAR,
        reason=f"{candidate.cited} is listed with {listed}",
    )


def _year_fits(citation: Citation, index: EntryIndex, entry: int) -> bool:
    return index.entries[entry].year == citation.year


def _letter_fits(citation: Citation, index: EntryIndex, entry: int) -> bool:
    return index.entries[entry].year_letter == citation.year_letter
