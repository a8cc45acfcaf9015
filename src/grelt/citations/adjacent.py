"""The source that is named right before a parenthesis: `Okonjo and Bray (`, `the Estuary Trust (`."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..text.names import INITIALS, NAME_WORD, PARTICLES, NameList, natural_names
from ..text.spans import Span
from .attribution import names_of
from .model import Cue
from .signals import OPENERS

_GAP = re.compile(r"(?:[’'ʼ](?:s)?|[”\"])?[\s\u00a0]*(?:\[[^\]]{1,30}\][\s\u00a0]*)?$")
_PARTICLE = "|".join(sorted(p for p in PARTICLES if p.isalpha()))
_ET_AL = r"(?:et\.?\s+al\.?|and\s+(?:(?:her|his|their)\s+)?(?:colleagues|others|co-?authors))"
_ONE = (
    rf"(?:(?<![\w’'-])(?:{INITIALS}\s?)*(?:(?:{_PARTICLE})\s+)*"
    rf"{NAME_WORD}(?:\s+{NAME_WORD}){{0,3}}(?:,?\s+(?:Jr|Sr)\.)?)"
)
_NAMES = re.compile(rf"({_ONE}(?:(?:,\s+|,?\s+(?:and|&)\s+){_ONE}){{0,6}}(?:,?\s+{_ET_AL})?)$")
# Two names are joined by a word without a comma, more by commas and a word. One comma ends a clause:
# `In the Inland Reach, De Larne (2018)`, `in Kellmoor, and Lund et al. (2023)`.
_CLAUSE = re.compile(r"^[^,&]*,\s+(?:and\s+)?(?!(?:Jr|Sr)\b)(?=[^,&]+$)")
_REACH = 160


@dataclass(frozen=True, slots=True)
class Named:
    """Where a source is named, in what words, and the cues that say so."""

    span: Span
    source: str
    names: NameList | None
    cues: tuple[Cue, ...]


def named_before(text: str, start: int, stop: int, cues: tuple[Cue, ...]) -> Named | None:
    """The source named right before offset `stop`, or None. `cues` are those of the sentence."""
    gap = _GAP.search(text, max(start, stop - 40), stop)
    end = gap.start() if gap is not None else stop
    known = _known_before(text, end, cues)
    if known is not None and known[-1].kind != "name":
        span = Span(known[-1].span.start, known[-1].span.end)
        return Named(span, span.of(text), None, known[-1:])
    spelled = _spelled_before(text, max(start, end - _REACH), end)
    if known is not None and (spelled is None or spelled.span.start >= known[0].span.start):
        span = Span(known[0].span.start, known[-1].span.end)
        return Named(span, span.of(text), names_of(text, known), known)
    return spelled


def _known_before(text: str, end: int, cues: tuple[Cue, ...]) -> tuple[Cue, ...] | None:
    """Cues looked out for that reach up to `end`, with those joined to them."""
    near = [c for c in cues if c.known and c.span.end <= end]
    if not near or text[near[-1].span.end : end].strip(" \u00a0’'s”\"*"):
        return None
    group = [near.pop()]
    while near and near[-1].kind == group[0].kind == "name":
        between = text[near[-1].span.end : group[0].span.start]
        if re.fullmatch(r",?\s+(?:and|&)\s+|,\s+", between) is None:
            break
        group.insert(0, near.pop())
    return tuple(group)


def _spelled_before(text: str, start: int, end: int) -> Named | None:
    """Names nobody told of, by their spelling, without the word that opens the sentence."""
    match = _NAMES.search(text[start:end])
    if match is None:
        return None
    words, at = match.group(1), start + match.start(1)
    first, _, rest = words.partition(" ")
    while rest and first.strip(",").casefold() in OPENERS:
        at += len(first) + 1
        words = rest
        first, _, rest = words.partition(" ")
    if first.strip(",").casefold() in OPENERS:
        return None
    joined = _CLAUSE.search(words)
    if joined is not None:
        at, words = at + joined.end(), words[joined.end() :]
    span = Span(at, at + len(words))
    return Named(span, words, natural_names(words), ())
