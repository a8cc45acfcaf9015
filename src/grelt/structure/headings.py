"""The words that people head their list of sources with, right or wrong."""

from __future__ import annotations

from ..document import Paragraph
from ..text.folding import words

_HEADINGS = frozenset(
    tuple(h.split())
    for h in (
        "works cited", "work cited", "work s cited", "works cited page", "works cited list",
        "works consulted", "works cited and consulted", "works referenced", "cited works",
        "references", "reference", "reference list", "list of references", "references cited",
        "bibliography", "annotated bibliography", "selected bibliography", "working bibliography",
        "select bibliography", "works consulted and not cited", "bibliographic references",
        "primary sources", "secondary sources", "other works consulted",
        "sources", "sources cited", "source list", "list of sources", "literature cited",
        "citations", "citation page", "citations page", "works cites", "work sited",
        "works sited", "resources", "annotated works cited", "list of works cited",
        "sources consulted", "further reading",
    )
)  # fmt: skip
_SUBDIVISIONS = frozenset({("primary", "sources"), ("secondary", "sources"), ("sources",)})
_CONSULTED = frozenset({"consulted", "reading"})


def is_list_heading(paragraph: Paragraph) -> bool:
    """Whether a paragraph's words are ones that lists are headed with."""
    text = paragraph.text.strip()
    return len(text) <= 40 and words(text) in _HEADINGS


def is_subdivision(paragraph: Paragraph) -> bool:
    """Whether the words head a list, or a part of one: `Primary Sources`."""
    return words(paragraph.text.strip()) in _SUBDIVISIONS


def is_consulted(paragraph: Paragraph) -> bool:
    """Whether the heading says that its works need not be cited."""
    return bool(_CONSULTED & set(words(paragraph.text.strip())))
