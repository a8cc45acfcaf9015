"""Which notes lean on a note, and so change their meaning or their form when it is taken out."""

from __future__ import annotations

from ..paper import Paper


def leaning_on(paper: Paper, number: int) -> tuple[int, ...]:
    """Positions of the notes that would have to change without note `number`.

    An `ibid.` right below means what this note cites, and so does one below that; and where
    this note is the first to give a source in full, the next one to cite it would have to.
    """
    found = set(_ibid_below(paper, number))
    for cited in paper.cited_in_notes[number]:
        if paper.citations[cited].note_kind == "full" and not paper.cited_before(cited):
            found |= _next_short(paper, number, paper.source_of[cited])
    return tuple(sorted(found))


def _ibid_below(paper: Paper, number: int) -> list[int]:
    found = []
    for below in range(number + 1, len(paper.cited_in_notes)):
        cited = paper.cited_in_notes[below]
        if not cited or paper.citations[cited[0]].note_kind != "ibid":
            break
        found.append(below)
    return found if paper.cited_in_notes[number] else []


def _next_short(paper: Paper, number: int, source: str) -> set[int]:
    for below in range(number + 1, len(paper.cited_in_notes)):
        for cited in paper.cited_in_notes[below]:
            if paper.source_of[cited] == source and paper.citations[cited].note_kind != "ibid":
                return {below} if paper.citations[cited].note_kind == "short" else set()
    return set()
