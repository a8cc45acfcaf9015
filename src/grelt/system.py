"""Which system of documentation a paper uses, told from its citations alone."""

from __future__ import annotations

import re
from collections.abc import Sequence

from .citations import Citation
from .document import Document
from .structure import Role, Structure

_FEWEST = 3
_NUMERIC = re.compile(r"\[\d{1,3}(?:\s?[,–-]\s?\d{1,3})*(?:,\s?pp?\.\s?\d+(?:[-–]\d+)?)?\]")


def citation_system(
    document: Document, structure: Structure, citations: Sequence[Citation]
) -> str | None:
    """`author-page`, `author-date` or `notes`; None where there is too little to tell by.

    A year in most parentheses makes author-date; more notes than parentheses make notes; more
    figures in square brackets than anything else, `numeric`.
    """
    enclosed = [
        c
        for c in citations
        if c.parenthesis is not None and structure.roles[c.paragraph] is not Role.NOTE
    ]
    notes = len(document.notes)
    figures = sum(
        len(_NUMERIC.findall(p.text))
        for p in document.paragraphs
        if structure.roles[p.index] is Role.BODY
    )
    if figures >= _FEWEST and figures > len(enclosed) and figures > notes:
        return "numeric"
    if notes >= _FEWEST and notes > 2 * len(enclosed):
        return "notes"
    if len(enclosed) < _FEWEST:
        return None
    dated = sum(c.year is not None for c in enclosed)
    return "author-date" if dated >= len(enclosed) / 2 else "author-page"
