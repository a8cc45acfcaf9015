"""Sentence boundaries of English prose, careful about abbreviations and initials."""

from __future__ import annotations

import re
from bisect import bisect_right
from dataclasses import dataclass

from .spans import Span

_ABBREVIATIONS = frozenset(
    """mr mrs ms dr prof st sr jr rev hon gen col capt lt sgt messrs mt ft
    p pp par pars para paras ch chap sec secs vol vols no nos fig figs ed eds trans qtd cf viz vs
    al e.g i.e eg ie etc ca c fl b d ibid op cit n nn l ll v vv bk pt ser rpt rev
    bros co corp inc ltd jan feb mar apr jun jul aug sept sep oct nov dec u.s u.k""".split()
)
_END = re.compile(r"[.!?…][\"'”’»)\]]*(?=\s+[\"'“‘«(\[]?[^\W_a-zß-öø-ÿ])")
_LAST_WORD = re.compile(r"([^\W_]+(?:\.[^\W_]+)*)$")


@dataclass(frozen=True, slots=True)
class Sentences:
    """The sentences of one paragraph, in order, covering it without gaps."""

    spans: tuple[Span, ...]
    _starts: tuple[int, ...]

    def at(self, offset: int) -> Span:
        """The sentence that holds the character at `offset`."""
        position = bisect_right(self._starts, offset) - 1
        return self.spans[max(0, position)]

    def before(self, span: Span) -> Span | None:
        """The sentence before one of these sentences."""
        position = bisect_right(self._starts, span.start) - 2
        return self.spans[position] if position >= 0 else None


def sentences(text: str) -> Sentences:
    """Cut a paragraph into sentences. An empty text is one empty sentence."""
    spans: list[Span] = []
    start = 0
    for match in _END.finditer(text):
        if _is_abbreviation(text, match.start()):
            continue
        end = match.end()
        while end < len(text) and text[end].isspace():
            end += 1
        spans.append(Span(start, end))
        start = end
    if start < len(text) or not spans:
        spans.append(Span(start, len(text)))
    return Sentences(tuple(spans), tuple(s.start for s in spans))


def ends_sentence(text: str, stop: int) -> bool:
    """Whether the period at `stop` is a full stop, and not the mark of an abbreviation."""
    return not _is_abbreviation(text, stop)


def _is_abbreviation(text: str, stop: int) -> bool:
    if text[stop] != ".":
        return False
    match = _LAST_WORD.search(text, max(0, stop - 24), stop)
    if match is None:
        return False
    word = match.group(1)
    if len(word) == 1 and word.isalpha() and word.isupper():
        return word != "I"
    return word.casefold() in _ABBREVIATIONS
