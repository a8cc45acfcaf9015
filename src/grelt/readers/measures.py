"""Numbers as files write them, taken where a paper can have them: a file may hold anything where a number
should stand (`inf`, `²`, four thousand digits)."""

from __future__ import annotations

import math
import re

# In points: more than any sheet, indent or space of a paper.
_LONGEST = 10_000.0
_WHOLE = re.compile(r"[0-9]{1,9}")
# A figure of more characters is none, and would take long to read.
_DIGITS = 40


def number(text: str | None) -> float | None:
    """A finite number, or None."""
    if not text or len(text) > _DIGITS:
        return None
    try:
        found = float(text)
    except ValueError:
        return None
    return found if math.isfinite(found) else None


def whole(text: str | None) -> int | None:
    """A whole number of nine figures at most, or None."""
    return int(text) if text and _WHOLE.fullmatch(text) else None


def points(count: float | None, size: float = 1.0, digits: int = 2) -> float | None:
    """So many units of `size` points, in points; None for what no paper has."""
    if count is None:
        return None
    found = count * size
    return round(found, digits) if abs(found) <= _LONGEST else None


def positive(found: float | None) -> float | None:
    """A size of type; None for what is none."""
    return found if found is not None and found > 0 else None


def distance(found: float | None) -> float | None:
    """A width, a height or a margin in points: none is below nought (a margin that is says that it holds
    exactly, ECMA-376 part 1, 17.6.11)."""
    return abs(found) if found is not None else None
