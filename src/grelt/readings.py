"""The readings that an entry or a full note bears, and what all of them call wrong.

Where a title ends, whether a person or a group is named, what kind of source it is: often more than one
answer is plausible. Each reading is checked by itself; one that fits well and leaves little to put right is
likelier than another. A difference counts as much as the readings that have it.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace

from .cutting import Cut
from .difference import Checked, Difference

# How much the points of a fit tell, and how much the faults that come of it.
_FIT, _FAULTS = 1.0, 1.0
# What is missing says little against a kind: the fit has counted it already.
_MISSING = 0.15
# A reading less likely than this share of the best is none.
_PLAUSIBLE = 0.05


@dataclass(frozen=True)
class Reading:
    """One way to take a text. `share` is how likely it is among all that there are (0 to 1)."""

    cut: Cut
    checked: Checked
    share: float = 1.0


def weighed(cuts: Iterable[Cut], check: Callable[[Cut], Checked]) -> tuple[Reading, ...]:
    """The readings worth keeping, the likeliest first. `cuts` begins with the best fitting one."""
    found: list[tuple[float, Cut, Checked]] = []
    for cut in cuts:
        checked = check(cut)
        found.append((_FIT * cut.points - _FAULTS * strain(checked), cut, checked))
        if not found[0][2].differences:
            break
    most = max(points for points, _, _ in found)
    odds = [math.exp(points - most) for points, _, _ in found]
    kept = [(o, c, d) for o, (_, c, d) in zip(odds, found, strict=True) if o >= _PLAUSIBLE]
    total = sum(o for o, _, _ in kept)
    kept.sort(key=lambda item: -item[0])
    return tuple(Reading(c, d, round(o / total, 4)) for o, c, d in kept)


def strain(checked: Checked) -> float:
    """What the faults of a reading say against it."""
    missing = sum(d.rule.startswith("entry-missing") for d in checked.differences)
    return 0.6 * (checked.weight - missing) + _MISSING * missing


def agreed(readings: tuple[Reading, ...]) -> tuple[Difference, ...]:
    """The differences of the likeliest reading, each as sure as the readings that have it."""
    best, *others = readings
    return tuple(
        replace(d, confidence=round(d.confidence * (best.share + _shared(d, others)), 3))
        for d in best.checked.differences
    )


def _shared(difference: Difference, others: list[Reading]) -> float:
    return sum(r.share for r in others if any(_same(difference, d) for d in r.checked.differences))


def _same(one: Difference, other: Difference) -> bool:
    """Whether two readings have the same fault: one rule, or one stretch that neither leaves as it is."""
    if (
        one.rule == other.rule
        and one.span.start <= other.span.end
        and other.span.start <= one.span.end
    ):
        return True
    lacking = one.rule.startswith("entry-missing") or other.rule.startswith("entry-missing")
    return not lacking and one.span.overlaps(other.span)
