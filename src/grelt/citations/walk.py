"""What the finder of citations carries along: what it looks out for, what it has found, and
what it knows of the paper as a whole."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field

from ..document import Document
from ..structure import Role, Structure
from ..text.spans import Span
from .known import KnownSources
from .model import Citation, Cue
from .parts import DAY

_LONGEST = 320
_ROUND = re.compile(r"[()]")
CITING = (Role.BODY, Role.BLOCK_QUOTE, Role.NOTE, Role.HEADING)
CAPITALISED = re.compile(r"[^\W\d_a-z][^\W\d_]+")
# What may follow a parenthesis that closes a clause.
AFTER = re.compile(r"[\s”\"’]*(?:[.?!,;:…—–)]|$)")
CERTAIN, LIKELY = 0.95, 0.85
_DATED = re.compile(
    r"(?:^|[\s,(/])(?:(?:1[5-9]|20)\d\d[a-z]?|n\.d\.|in press)(?=$|[,:;)\s]|[–-]present)"
)
# Before a year alone: a name, whatever marks it has, or `et al.`
_NAMED = re.compile(r"(?:^|[\s“(])[^\W\d_a-z][\w’'‐-]+(?:[’']s)?$|\bal\.$|\b(?:colleagues|others)$")
_PAGED = re.compile(r"(?:[^\d(]{0,80}[^\W\d_][^\d(]{0,4}\s)?\d{1,4}(?:\s?[-–]\s?\d{1,4})?")


@dataclass
class Walk:
    """What the finder carries from paragraph to paragraph."""

    known: KnownSources
    outside: frozenset[str]
    dated: bool
    citations: list[Citation] = field(default_factory=list)
    last_in_stretch: int | None = None
    previous_cues: tuple[Cue, ...] = ()
    note: str | None = None
    last_in_note: int | None = None
    last_in_notes: int | None = None

    def enter_note(self, identity: str) -> None:
        """Begin a paragraph of a note. What an `ibid.` means is the last of the note before."""
        if identity != self.note:
            self.note = identity
            if self.last_in_note is not None:
                self.last_in_notes = self.last_in_note


def words_outside(document: Document, structure: Structure) -> frozenset[str]:
    """Capitalised words of the prose outside parentheses."""
    seen: set[str] = set()
    for paragraph in document.paragraphs:
        if structure.roles[paragraph.index] not in CITING:
            continue
        at = 0
        for span in parentheses(paragraph.text):
            seen.update(CAPITALISED.findall(paragraph.text, at, span.start))
            at = span.end
        seen.update(CAPITALISED.findall(paragraph.text, at))
    return frozenset(seen)


def is_dated(document: Document, structure: Structure, known: KnownSources) -> bool:
    """Whether the paper cites by author and date: by most of its parentheses that could be
    citations, and where they are even, by its entries."""
    dated = paged = 0
    for paragraph in document.paragraphs:
        if structure.roles[paragraph.index] not in CITING:
            continue
        for span in parentheses(paragraph.text):
            inside = paragraph.text[span.start + 1 : span.end - 1]
            before = paragraph.text[max(0, span.start - 30) : span.start].rstrip()
            if DAY.match(inside):
                continue
            named = CAPITALISED.search(inside) or _NAMED.search(before)
            if _DATED.search(inside) and (named or known.says_small(f"{before} {inside}")):
                dated += 1
            elif _PAGED.fullmatch(inside):
                paged += 1
    return dated > paged or (dated == paged and dated > 0 and known.dated)


def parentheses(text: str) -> Iterator[Span]:
    """Outermost balanced parentheses of a sane length, marks included."""
    opened: list[int] = []
    for match in _ROUND.finditer(text):
        at = match.start()
        while opened and at - opened[0] > _LONGEST:
            opened.pop(0)
        if text[at] == "(":
            opened.append(at)
        elif opened:
            start = opened.pop()
            if not opened:
                yield Span(start, at + 1)
