"""Slips of the fingers: two words a letter or two apart."""

from __future__ import annotations

from rapidfuzz.distance import DamerauLevenshtein

_SHORTEST = 4
_LONG = 7


def slip_distance(one: str, other: str) -> int | None:
    """How many slips apart two folded words are: 1, from seven letters on also 2; else None."""
    if one == other or min(len(one), len(other)) < _SHORTEST:
        return None
    allowed = 1 if min(len(one), len(other)) < _LONG else 2
    if abs(len(one) - len(other)) > allowed:
        return None
    distance = DamerauLevenshtein.distance(one, other, score_cutoff=allowed)
    return distance if distance <= allowed else None


def is_a_letter_away(one: str, other: str) -> bool:
    """Whether two folded words, however short, are one slip apart: weak where nothing else fits."""
    return DamerauLevenshtein.distance(one, other, score_cutoff=1) == 1


def is_slip(one: str, other: str) -> bool:
    """Whether two folded words differ by a slip of spelling."""
    return slip_distance(one, other) is not None
