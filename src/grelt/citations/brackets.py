"""Citations in brackets that are not plain parentheses: square ones, doubled ones, unclosed ones.

They are taken for citations only where a listed name and a year or page stand in them.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass

from ..text.names import NAME_WORD
from ..text.spans import Span, Spans
from .known import KnownSources

_SQUARE = re.compile(r"\[([^\[\]]{4,120})\]")
_UNCLOSED = re.compile(r"\(([^()\n]{4,90}?\d[a-z]?)(?=[.;]?\s*$|[.;]\s+[^\W\d_a-z])")
_NAME = re.compile(NAME_WORD)
_FIGURE = re.compile(r"\d|n\.d\.")


@dataclass(frozen=True, slots=True)
class Bracketed:
    """A stretch with its brackets, the words inside, and what is odd about them."""

    span: Span
    inner: Span
    oddity: str


def odd_brackets(text: str, plain: list[Span], known: KnownSources) -> Iterator[Bracketed]:
    """Square and unclosed brackets around a citation, outside the plain parentheses."""
    enclosed = Spans(plain)
    for match in _SQUARE.finditer(text):
        span = Span(*match.span())
        if not _cites(match.group(1), known):
            continue
        # Within parentheses square brackets are right.
        nested = enclosed.overlap(span)
        yield Bracketed(span, Span(*match.span(1)), "" if nested else "square")
    for match in _UNCLOSED.finditer(text):
        span = Span(*match.span())
        if not enclosed.overlap(span) and _cites(match.group(1), known):
            yield Bracketed(span, Span(*match.span(1)), "unclosed")


def plain_bracket(text: str, span: Span) -> Bracketed:
    """A parenthesis with its inside; doubled ones are taken as one."""
    inner = Span(span.start + 1, span.end - 1)
    if text[inner.start : inner.start + 1] == "(" and text[inner.end - 1 : inner.end] == ")":
        return Bracketed(span, Span(inner.start + 1, inner.end - 1), "doubled")
    return Bracketed(span, inner, "")


def _cites(words: str, known: KnownSources) -> bool:
    return _FIGURE.search(words) is not None and any(
        known.is_surname(name) or known.is_group(words.split(",")[0])
        for name in _NAME.findall(words)
    )
