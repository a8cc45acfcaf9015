"""Prose that stands behind an entry in its paragraph: an annotation, which is none of its elements."""

from __future__ import annotations

import re
from collections.abc import Sequence

from ..text.spans import Span
from .unit import Unit

_BEGINS = re.compile(
    r"(?<=[\w.!?/])\s(?=(?:This|These|The|It|Its|He|She|They|I|Here|An?|In\sthis|Useful|Written)\s)"
)
_SAYS = re.compile(
    r"\b(?:is|are|was|were|has|have|argues?|shows?|tells?|explains?|describes?|gives?|discuss(?:es)?|"
    r"examines?|traces?|offers?|uses?|covers?|will|can|helps?|supports?)\b"
)
_FEWEST_WORDS = 12
_SMALL = 0.7


def annotation_of(text: str, units: Sequence[Unit], start: int) -> Span | None:
    """The stretch of an annotation, or None. It follows a date and at least one element of words, begins
    as a sentence does, and has a sentence's many small words. `start` is where the names end."""
    dates = [u.whole.end for u in units if u.element == "date"]
    if not dates:
        return None
    addresses = {u.whole.end for u in units if u.element in ("doi", "url")}
    for match in _BEGINS.finditer(text, min(dates)):
        if text[match.start() - 1] not in ".!?" and match.start() not in addresses:
            continue
        words = [w for w in text[match.end() :].split() if w[:1].isalpha()]
        if len(words) < _FEWEST_WORDS:
            return None
        told = any(
            not u.element and start <= u.whole.start and u.whole.end < match.end() for u in units
        )
        within = any(
            u.dress != "plain" and u.whole.start < match.start() < u.whole.end for u in units
        )
        small = sum(w[:1].islower() for w in words)
        if told and not within and small >= _SMALL * len(words) and _SAYS.search(text, match.end()):
            return Span(match.end(), len(text))
    return None
