"""Lengths in words."""

from __future__ import annotations

_POINTS = 72.0
_NAMED = {
    0.25: "a quarter of an inch",
    0.5: "half an inch",
    0.75: "three quarters of an inch",
    1.0: "one inch",
}


def in_words(points: float) -> str:
    """A length in points as people say it: `half an inch`, `0.3 inch`, `1.5 inches`."""
    length = round(points / _POINTS, 2)
    return _NAMED.get(length) or f"{length:g} {'inch' if length <= 1 else 'inches'}"
