"""Finds the list of sources: under any of its usual headings, or without one by its shape."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..document import Document, Paragraph
from ..text.folding import words
from ..text.names import NAME_WORD

# What people head the list with, right or wrong, folded to words.
_HEADINGS = frozenset(
    tuple(h.split())
    for h in (
        "works cited", "work cited", "work s cited", "works cited page", "works cited list",
        "works consulted", "works cited and consulted", "works referenced", "cited works",
        "references", "reference", "reference list", "list of references", "references cited",
        "bibliography", "annotated bibliography", "selected bibliography", "working bibliography",
        "sources", "sources cited", "source list", "list of sources", "literature cited",
        "citations", "citation page", "citations page", "works cites", "work sited",
        "works sited", "resources", "annotated works cited", "list of works cited",
    )
)  # fmt: skip
_AFTER = frozenset(
    tuple(h.split())
    for h in ("appendix", "appendix a", "appendices", "notes", "endnotes", "acknowledgements",
              "acknowledgments", "appendix 1")
)  # fmt: skip
_ENTRY_START = re.compile(
    rf"^\s*(?:\d+[.)]\s+|[•\-–*]\s+)?(?:{NAME_WORD}(?:\s{NAME_WORD})?,\s{NAME_WORD}"
    rf"|[“\"][^”\"]+[.,?!]?[”\"]|[-—–]{{1,3}}\.|{NAME_WORD}[^.]{{2,80}}\.\s)"
)
_EVIDENCE = re.compile(
    r"\b(?:1[6-9]|20)\d\d\b|\bpp?\.\s*\d|\bvol\.\s*\d|\bdoi\b|https?://|www\."
    r"|\b[\w-]+\.(?:example|org|com|edu|net)\b|\bedited by\b|\bPress\b"
)


@dataclass(frozen=True, slots=True)
class SourceList:
    """Where the list stands: its heading (if it has one) and its paragraphs, blanks included."""

    heading: int | None
    paragraphs: tuple[int, ...]


def is_list_heading(paragraph: Paragraph) -> bool:
    """Whether a paragraph's words are ones that lists are headed with."""
    text = paragraph.text.strip()
    return len(text) <= 40 and words(text) in _HEADINGS


def find_list(document: Document) -> SourceList | None:
    """The (last) list of sources, or None. Never raises."""
    text = [p for p in document.paragraphs if p.note is None]
    headings = [p.index for p in text if is_list_heading(p) and not p.in_table]
    for heading in reversed(headings):
        members = _members(text, heading + 1)
        if any(not text[i].is_blank for i in members):
            return SourceList(heading, members)
    if headings:
        return SourceList(headings[-1], ())
    return _unheaded(text)


def _members(text: list[Paragraph], start: int) -> tuple[int, ...]:
    """Paragraphs from `start` to the end of the list: the end of the text or an appendix."""
    members: list[int] = []
    for paragraph in text[start:]:
        if words(paragraph.text.strip()[:40]) in _AFTER or paragraph.in_table:
            break
        members.append(paragraph.index)
    while members and text[members[-1]].is_blank:
        members.pop()
    return tuple(members)


def looks_like_entry(paragraph: Paragraph) -> bool:
    """Begins as entries begin and carries what entries carry (a date, pages, an address)."""
    text = paragraph.text
    return (
        20 <= len(text) <= 1200
        and _ENTRY_START.match(text) is not None
        and _EVIDENCE.search(text) is not None
    )


def _unheaded(text: list[Paragraph]) -> SourceList | None:
    """A run of entry-shaped paragraphs at the very end of the text, at least two of them,
    hanging or set apart from the prose by their shape."""
    members: list[int] = []
    entries = 0
    for paragraph in reversed(text):
        if paragraph.is_blank:
            members.append(paragraph.index)
            continue
        hanging = (paragraph.format.first_line or 0.0) < -1.0
        if paragraph.in_table or not looks_like_entry(paragraph):
            break
        if not hanging and len(paragraph.text) > 500:
            break
        members.append(paragraph.index)
        entries += 1
    members.reverse()
    while members and text[members[0]].is_blank:
        members.pop(0)
    while members and text[members[-1]].is_blank:
        members.pop()
    hanging_entries = sum((text[i].format.first_line or 0.0) < -1.0 for i in members)
    if entries >= 3 or (entries >= 2 and hanging_entries == entries):
        return SourceList(None, tuple(members))
    return None
