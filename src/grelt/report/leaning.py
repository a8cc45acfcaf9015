"""Which notes lean on a note, and so change their meaning or their form when it is taken out."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence

from ..paper import Paper

# Of a longer chain of `ibid.`, which no paper has, the rest is not listed.
_LONGEST_CHAIN = 100


def leaning_on(paper: Paper) -> tuple[tuple[int, ...], ...]:
    """For each note the positions of the notes that would have to change without it.

    An `ibid.` right below means what this note cites, and so does one below that; and where
    this note is the first to give a source in full, the next one to cite it would have to.
    """
    chains = _chains(paper)
    later = _later(paper)
    found = []
    for number, own in enumerate(paper.cited_in_notes):
        leaning = set(range(number + 1, chains[number]) if own else ())
        for cited in own:
            if paper.citations[cited].note_kind == "full" and not paper.cited_before(cited):
                leaning |= _next_short(paper, later[paper.source_of[cited]], number)
        found.append(tuple(sorted(leaning)))
    return tuple(found)


def _chains(paper: Paper) -> list[int]:
    """For each note the end of the notes below it that say `ibid.`, one after the other."""
    notes = paper.cited_in_notes
    ends = [len(notes)] * len(notes)
    end = len(notes)
    for number in range(len(notes) - 1, -1, -1):
        ends[number] = min(end, number + 1 + _LONGEST_CHAIN)
        cited = notes[number]
        if not cited or paper.citations[cited[0]].note_kind != "ibid":
            end = number
    return ends


def _later(paper: Paper) -> dict[str, list[tuple[int, int]]]:
    """Notes, with the citation, that name each source by anything but `ibid.`, in order."""
    found: dict[str, list[tuple[int, int]]] = {}
    for number, note in enumerate(paper.cited_in_notes):
        for cited in note:
            places = found.setdefault(paper.source_of[cited], [])
            if paper.citations[cited].note_kind != "ibid":
                places.append((number, cited))
    return found


def _next_short(paper: Paper, places: Sequence[tuple[int, int]], number: int) -> set[int]:
    at = bisect_right(places, (number, len(paper.citations)))
    if at == len(places):
        return set()
    below, cited = places[at]
    return {below} if paper.citations[cited].note_kind == "short" else set()
