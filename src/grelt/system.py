"""Which system of documentation a paper uses, told from its citations alone."""

from __future__ import annotations

from .paper import Paper
from .structure import Role

_FEWEST = 3


def citation_system(paper: Paper) -> str | None:
    """`author-page`, `author-date` or `notes`; None where there is too little to tell by.

    A year in most parentheses makes author-date; more notes than parentheses make notes.
    """
    enclosed = [
        c
        for c in paper.citations
        if c.parenthesis is not None and paper.structure.roles[c.paragraph] is not Role.NOTE
    ]
    notes = len(paper.document.notes)
    if notes >= _FEWEST and notes > 2 * len(enclosed):
        return "notes"
    if len(enclosed) < _FEWEST:
        return None
    dated = sum(c.year is not None for c in enclosed)
    return "author-date" if dated >= len(enclosed) / 2 else "author-page"
