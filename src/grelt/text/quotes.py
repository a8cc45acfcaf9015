"""Quotation marks: the pairs in use, and the quoted stretches of a text."""

from __future__ import annotations

import re

from .spans import Span

OPENING = {"“": "”", "‘": "’", "«": "»", "„": "“", '"': '"'}
MARKS = "“”‘’«»„‟\"'"
_LONGEST = 4000
_OPENS = re.compile('[“‘«„"]')
_MIXED = {"“": '”"', '"': '"”'}
_CLOSES = {
    opening: re.compile(f"[{_MIXED.get(opening, closing)}]") for opening, closing in OPENING.items()
}


def quoted(text: str, *, single: bool = False) -> tuple[Span, ...]:
    """Stretches between double quotation marks (marks included), left to right.

    Straight and curly marks are equal. `single` adds stretches between curly
    single marks, which are told from apostrophes by standing after a space.
    An opening mark without its partner in the paragraph yields nothing.
    """
    found: list[Span] = []
    # By opening mark: from where on a closing one may stand; before, none does.
    looked: dict[str, int] = {}
    after = 0
    for match in _OPENS.finditer(text):
        at = match.start()
        if at < after or (text[at] == "‘" and not (single and _opens(text, at))):
            continue
        limit = min(len(text), at + _LONGEST)
        start = max(at + 1, looked.get(text[at], 0))
        end = _closing_mark(text, text[at], start, limit)
        looked[text[at]] = max(start, end if end >= 0 else limit)
        if end >= 0:
            after = end + 1
            found.append(Span(at, after))
    return tuple(found)


# A title between typewriter marks: closed before a mark or behind one, so that apostrophes close nothing.
_TYPED = re.compile(
    r"(?<![\w'])'(?=[^\W\d_])[^'\n]{2,300}?(?:'(?=\w|\s\w)[^'\n]{1,300}?){0,6}(?:(?<=[.,?!])'(?=\s|$)|'(?=[.,;:)]))"
)


def typed_single(text: str) -> tuple[Span, ...]:
    """Stretches between straight single marks (marks included): `'The Miller's Clock',`."""
    return tuple(Span(*m.span()) for m in _TYPED.finditer(text))


def _opens(text: str, at: int) -> bool:
    return at == 0 or not text[at - 1].isalnum()


def _closing_mark(text: str, opening: str, start: int, limit: int) -> int:
    """Offset of the closing mark, or -1. Mixed straight and curly are accepted."""
    closing = OPENING[opening]
    for match in _CLOSES[opening].finditer(text, start, limit):
        position = match.start()
        if closing != "’" or not text[position + 1 : position + 2].isalnum():
            return position
    return -1


def as_inner(text: str) -> str:
    """Words as they stand within double quotation marks: their own marks are single."""
    return text.replace("“", "‘").replace("”", "’")


def as_outer(text: str) -> str:
    """Words that stood within double quotation marks, by themselves: pairs of single marks are double."""
    found = list(text)
    for span in quoted(text, single=True):
        if text[span.start] == "‘":
            found[span.start], found[span.end - 1] = "“", "”"
    return "".join(found)
