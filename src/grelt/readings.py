"""The readings that an entry or a full note bears, and what all of them call wrong.

Where a title ends, whether a person or a group is named, what kind of source it is: often more than one
answer is plausible. Each reading is checked by itself; one that fits well and leaves little to put right is
likelier than another. A difference counts as much as the readings that have it.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace

from .cutting import Cut
from .difference import Checked, Difference

# How much the points of a fit tell, and how much the faults that come of it.
_FIT, _FAULTS = 1.0, 1.0
# What is missing says little against a kind: the fit has counted it already.
_MISSING = 0.15
# A reading less likely than this share of the best is none.
_PLAUSIBLE = 0.05
# A finding below this is one that a plausible reading does not have.
_AGREED = 0.75
# How sure findings are by the fit of the reading that has them: fitted by `benchmarks/calibration.py --fit`.
_SURE_AT_NONE, _SURE_BY_FIT = -1.85, 1.72
# Where so many things are wrong at once it is likelier that the entry is misread.
_TOO_MANY, _MISREAD = 5, 0.75
_UNKNOWN_OVER = 0.4
_LEAST_FIT = 0.45


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


def plausible(cut: Cut) -> Iterator[Cut]:
    """A cut and those that fit nearly as well, without those that cannot be told; itself where none can."""
    told = False
    if not is_unclear(cut):
        yield cut  # the others are made at need
        told = True
    for one in cut.alternatives:
        if not is_unclear(one):
            yield one
            told = True
    if not told:
        yield cut


def is_unclear(cut: Cut) -> bool:
    """Nothing but loose stretches, or no title and little else to go by."""
    if cut.left_over > _UNKNOWN_OVER or cut.fit < _LEAST_FIT:
        return True
    if cut.element("title") is not None or cut.work.values.keys() & {"medium", "interviewer"}:
        return False
    return (
        len(
            cut.work.values.keys()
            & {"container", "volume", "pages", "publisher", "date", "reviewed"}
        )
        < 3
    )


def agreed(readings: tuple[Reading, ...]) -> tuple[Difference, ...]:
    """The differences of the likeliest reading that the others have too. Each is as sure as findings of so
    good a fit have proved to be, and as the readings that have it."""
    best, *others = readings
    found = [(d, best.share + _shared(d, others)) for d in best.checked.differences]
    kept = [(d, share) for d, share in found if d.confidence * share >= _AGREED]
    sure = sureness(best.cut) * (_MISREAD if len(kept) >= _TOO_MANY else 1.0)
    return tuple(replace(d, confidence=round(d.confidence * share * sure, 3)) for d, share in kept)


def sureness(cut: Cut) -> float:
    """The share of findings that are right where a text fits a pattern so well (0 to 1)."""
    fit = min(max(cut.fit, 0.5), 2.6)
    return 1 / (1 + math.exp(-(_SURE_AT_NONE + _SURE_BY_FIT * fit)))


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
