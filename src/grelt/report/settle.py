"""One slip, one finding: where two rules speak of the same characters of one subject, the
rule that declares itself the more specific one stays. Load order decides nothing."""

from __future__ import annotations

from collections import defaultdict
from typing import TYPE_CHECKING

from ..findings import Place, Slip

if TYPE_CHECKING:
    from .engine import Finding


def settle(findings: list[Finding]) -> list[Finding]:
    """Drop outranked findings and put the rest in reading order, then by rule."""
    by_subject: dict[tuple[int | None, ...], list[Finding]] = defaultdict(list)
    for finding in findings:
        by_subject[_subject(finding.slip)].append(finding)
    kept = [f for f in findings if not _outranked(f, by_subject[_subject(f.slip)])]
    return sorted(kept, key=_order)


def _subject(slip: Slip) -> tuple[int | None, ...]:
    return slip.entry, slip.citation, slip.paragraph, slip.note


def _outranked(finding: Finding, others: list[Finding]) -> bool:
    return any(
        finding.rule.id in other.rule.rule.outranks and _touch(finding.slip.place, other.slip.place)
        for other in others
        if other is not finding
    )


def _touch(one: Place | None, other: Place | None) -> bool:
    if one is None or other is None:
        return True
    return one.paragraph == other.paragraph and (
        one.span.overlaps(other.span) or not len(one.span) or not len(other.span)
    )


def _order(finding: Finding) -> tuple[int, int, int, str]:
    place = finding.slip.place
    if place is None:
        return -1, 0, 0, finding.rule.id
    return place.paragraph, place.span.start, place.span.end, finding.rule.id
