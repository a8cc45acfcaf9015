"""An entry as it is written: its text with single spaces, and what of it is in italics."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import pairwise

from ..document import Paragraph
from ..text.quotes import as_outer, quoted, typed_single
from ..text.spans import Span, Squeezed, squeeze
from ..works import TextValue

# More spaces in a row than this were meant to move the text.
_MOST_SPACES = 3
# No title ends in one of these.
_JOINING = frozenset("a an the and or of in on to for from with at as".split())


@dataclass(frozen=True)
class Written:
    """`text` has every run of white space as one space; `flat` leads back to the paragraphs' text.
    `italic` says of each character whether it is in italics; `italics_known` is false where the
    file cannot tell."""

    flat: Squeezed
    italic: tuple[bool, ...]
    italics_known: bool = True
    source: str = ""

    def doubled(self, at: int) -> bool:
        """Whether a space of `text` stands for two or more spaces in a row, and nothing else."""
        start = self.flat.origin[at]
        end = self.flat.origin[at + 1]
        words = self.source[start:end]
        return 1 < len(words) <= _MOST_SPACES and all(c in " \u00a0" for c in words)

    def back(self, span: Span) -> Span:
        """A span in the text as it was given; one that ends in a space has all of the spaces there."""
        if len(span) and self.text[span.end - 1] == " ":
            return Span(self.flat.origin[span.start], self.flat.origin[span.end])
        return self.flat.back(span)

    @property
    def text(self) -> str:
        return self.flat.text

    @cached_property
    def quotes(self) -> tuple[Span, ...]:
        """Stretches in quotation marks, marks included."""
        found = quoted(self.text, single=True)
        typed = [s for s in typed_single(self.text) if not any(s.overlaps(f) for f in found)]
        return tuple(sorted((*found, *typed)))

    @cached_property
    def italics(self) -> tuple[Span, ...]:
        """Stretches in italics, without marks and spaces at their ends; joined over spaces."""
        found: list[Span] = []
        start: int | None = None
        for at, flag in enumerate((*self.italic, False)):
            if flag and start is None:
                start = at
            elif not flag and start is not None:
                if (
                    at < len(self.text)
                    and self.text[at] == " "
                    and at + 1 < len(self.text)
                    and self.italic[at + 1]
                ):
                    continue
                found.append(Span(start, at))
                start = None
        return tuple(s for s in map(self._bare, found) if len(s))

    def _bare(self, span: Span) -> Span:
        words = span.of(self.text)
        lead = len(words) - len(words.lstrip(' .,;:()[]“”"'))
        tail = len(words.rstrip(' .,;:([“”"'))
        if words[tail : tail + 1] == "." and re.search(r"\b(?:[A-Za-z]\.)+[A-Za-z]$", words[:tail]):
            tail += 1  # `4 a.m.`
        bare = Span(span.start + min(lead, tail), span.start + max(lead, tail))
        # A quotation within the title keeps both its marks; one round all of it is its dress.
        inner = [
            q
            for q in self.quotes
            if q.overlaps(bare)
            and span.start <= q.start
            and q.end <= span.end
            and not (q.start <= bare.start and bare.end <= q.end)
        ]
        return Span(
            min(bare.start, *(q.start for q in inner)) if inner else bare.start,
            max(bare.end, *(q.end for q in inner)) if inner else bare.end,
        )

    def share_in_italics(self, span: Span) -> float:
        """Of the letters of a span, how many are in italics (0 to 1)."""
        letters = [self.italic[i] for i in range(span.start, span.end) if self.text[i].isalnum()]
        return sum(letters) / len(letters) if letters else 0.0


def written_entry(paragraphs: Sequence[Paragraph]) -> Written:
    """An entry's paragraphs, joined by a line break, as one text."""
    text = "\n".join(p.text for p in paragraphs)
    italic: list[bool] = []
    known = False
    for number, paragraph in enumerate(paragraphs):
        flags = [False] * len(paragraph.text)
        for span in paragraph.italics:
            flags[span.start : span.end] = [True] * len(span)
        italic += ([False] if number else []) + flags
        known = known or any(r.format.italic is not None for r in paragraph.runs)
    return _flattened(text, italic, known)


def written_text(text: str, italics: Sequence[Span], *, known: bool = True) -> Written:
    """A stretch of a note."""
    flags = [False] * len(text)
    for span in italics:
        flags[span.start : span.end] = [True] * len(span)
    return _flattened(text, flags, known)


def _flattened(text: str, italic: list[bool], known: bool) -> Written:
    flat = squeeze(text)
    return Written(flat, tuple(italic[o] for o in flat.origin[:-1]), known, text)


def text_value(written: Written, span: Span, dress: str) -> TextValue:
    """Words, with what of them is set against the rest (italics in a quoted title, roman in an italic
    one)."""
    text = span.of(written.text)
    inside = _roman_within(written, span) if dress == "italics" else _italic_within(written, span)
    return TextValue(as_outer(text) if dress == "quotes" else text, tuple(inside))


def _italic_within(written: Written, span: Span) -> list[Span]:
    return [
        inner.shifted(-span.start)
        for inner in written.italics
        if span.start <= inner.start and inner.end <= span.end and len(inner) < len(span)
    ]


def goes_on(title: str) -> bool:
    """Whether a title cannot end where it does: in a word that joins."""
    return title.rpartition(" ")[2] in _JOINING


def _roman_within(written: Written, span: Span) -> list[Span]:
    """Words between italics, and those behind a small word, for no title ends in one: `*Readings of* Salt`."""
    inner = [s for s in written.italics if s.overlaps(span)]
    found = [
        Span(one.end + 1, other.start - 1)
        for one, other in pairwise(inner)
        if written.text[one.end] in " :" and written.text[other.start - 1] == " "
    ]
    last = inner[-1].end if inner else span.end
    if last < span.end and goes_on(written.text[:last]):
        found.append(Span(last + 1, span.end))
    return [s.shifted(-span.start) for s in found if s.start < s.end and s.of(written.text).strip()]
