"""Quotations in the text: which stretches in quotation marks give a source's own words.

Told from titles, single words held at a distance, and invented speech.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..document import Document
from ..structure import Detail, Role, Structure
from ..text.quotes import MARKS, quoted
from ..text.sentences import sentences
from ..text.spans import Span
from .known import KnownSources

_WORD = re.compile(r"[^\W\d_][\w’'-]*")
_FEWEST_WORDS = 5
# What may be said in quotation marks without being anybody's text.
_NOT_QUOTED = re.compile(
    r"\b(?:so-called|called|named|titled|entitled|the\s+(?:words?|term|phrase|question|title))\s*,?\s*$",
    re.I,
)


@dataclass(frozen=True, slots=True)
class Quotation:
    """A direct quotation: its paragraph, its span with the marks (of a block, the whole
    paragraph), how many words it has, and its sentence."""

    paragraph: int
    span: Span
    words: int
    sentence: Span
    block: bool = False


def find_quotations(
    document: Document, structure: Structure, known: KnownSources
) -> tuple[Quotation, ...]:
    """Direct quotations of the text, in reading order; notes, captions and epigraphs aside."""
    found: list[Quotation] = []
    single = _in_single_marks(document, structure)
    for paragraph in document.paragraphs:
        role = structure.roles[paragraph.index]
        detail = structure.details[paragraph.index]
        text = paragraph.text
        if role is Role.BLOCK_QUOTE and detail is not Detail.EPIGRAPH:
            whole = Span(0, len(text))
            found.append(Quotation(paragraph.index, whole, count_words(text), whole, block=True))
            continue
        if role is not Role.BODY or detail is not Detail.NONE:
            continue
        marks = quoted(text, single=single)
        if not marks:
            continue
        cut = sentences(text)
        for span in marks:
            words = span.of(text).strip(MARKS)
            count = count_words(words)
            if count < _FEWEST_WORDS or _is_title(words, known):
                continue
            if _NOT_QUOTED.search(text, max(0, span.start - 40), span.start):
                continue
            found.append(Quotation(paragraph.index, span, count, cut.at(span.start)))
    return tuple(found)


def _in_single_marks(document: Document, structure: Structure) -> bool:
    """Whether the paper quotes in single marks, and in double ones only within them."""
    body = [p.text for p in document.paragraphs if structure.roles[p.index] is Role.BODY]
    double = sum(len(quoted(text)) for text in body)
    return double == 0 and any("‘" in text for text in body)


def count_words(text: str) -> int:
    return len(_WORD.findall(text))


def _is_title(words: str, known: KnownSources) -> bool:
    if known.is_title(words):
        return True
    long = [w for w in _WORD.findall(words) if len(w) > 3]
    return bool(long) and sum(w[0].isupper() for w in long) > 0.6 * len(long)
