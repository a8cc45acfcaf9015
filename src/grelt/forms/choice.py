"""Which of a kind's patterns are meant for a work."""

from __future__ import annotations

from ..guides.kinds import KindForm
from ..guides.pattern import Sequence, arranged
from ..works import Work


def best_pattern(work: Work, patterns: tuple[Sequence, ...]) -> Sequence:
    """The pattern that has a place for most of a work's elements; of equals one that does not number
    what has no numbers, and then the first."""

    def places(pattern: Sequence) -> float:
        first = pattern.all_slots[0].element
        slots = set(pattern.elements)
        numbered = slots & {"numbering", "issue"}
        slots |= {"volume", "issue"} if "numbering" in slots else set()
        slots |= {"date"} if "day" in slots else set()
        idle = bool(numbered) and not work.values.keys() & {"volume", "issue"}
        return sum(e in slots for e in work.values) + 0.5 * (first in work.values) - 0.25 * idle

    return arranged(max((p for p in patterns if is_meant(p, work)), key=places), ())


def is_meant(pattern: Sequence, work: Work) -> bool:
    """Whether a work has all that a pattern cannot do without."""
    date = work.date()
    dayless = date is None or (date.month is None and not date.season)
    have = work.values.keys() | (set() if dayless else {"day"})
    return pattern.required <= have


def patterns_for(work: Work, form: KindForm, lead: str = "") -> tuple[Sequence, ...]:
    """The list's patterns for a work: those that begin with its title where no one is named, and those
    of who leads where it is another than the author (`lead`, the element the work begins with)."""
    first = {p.all_slots[0].element for p in form.listed}
    found = form.listed
    if lead in form.led:
        found = form.led[lead]
    elif form.headless and not any(e in work.values for e in first):
        found = form.headless
    return _holding_most(tuple(p for p in found if is_meant(p, work)), work)


def _holding_most(patterns: tuple[Sequence, ...], work: Work) -> tuple[Sequence, ...]:
    """Those of the patterns that have a place for as much of the work as any of them has."""
    have = frozenset(work.values) - {"date"}
    lost = [len(have - _places(p)) for p in patterns]
    return tuple(p for p, n in zip(patterns, lost, strict=True) if n == min(lost))


def _places(pattern: Sequence) -> frozenset[str]:
    """The elements that a pattern has a place for, those of its units with them."""
    numbered = {"volume", "issue"} if "numbering" in pattern.elements else set()
    return pattern.elements | numbered
