"""One slip, one finding: where two rules speak of the same characters of one subject, the
rule that declares itself the more specific one stays. Load order decides nothing."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import TYPE_CHECKING

from ..findings import Place, Slip

# In so many entries, and so large a part of the list, a fault is the list's.
_LEAST_ENTRIES, _NEARLY_ALL = 3, 0.8
# In so many paragraphs, and so large a part of them, it is a habit of the paper.
_LEAST_PARAGRAPHS, _HALF = 3, 0.5

if TYPE_CHECKING:
    from .engine import Finding


def settle(findings: list[Finding]) -> list[Finding]:
    """Drop outranked findings and put the rest in reading order, then by rule."""
    outranking: dict[tuple[int | None, ...], dict[str, list[Finding]]] = {}
    for finding in findings:
        for rule in finding.rule.rule.outranks:
            by_rule = outranking.setdefault(_subject(finding.slip), {})
            by_rule.setdefault(rule, []).append(finding)
    kept = [
        finding
        for finding in findings
        if not any(
            other is not finding and _touch(finding.slip.place, other.slip.place)
            for other in outranking.get(_subject(finding.slip), {}).get(finding.rule.id, ())
        )
    ]
    return sorted(kept, key=_order)


def gathered(findings: list[Finding], entries: Sequence[int]) -> list[Finding]:
    """Faults of layout that nearly all entries of a list have, each as one finding with its places. `entries`
    has the list that each entry stands in."""
    sizes = Counter(entries)
    groups: dict[tuple[str, str, int], list[Finding]] = defaultdict(list)
    for finding in findings:
        if finding.rule.rule.of_list and finding.slip.entry is not None:
            where = entries[finding.slip.entry]
            groups[finding.rule.id, finding.slip.template, where].append(finding)
    dropped: set[int] = set()
    first: dict[int, Finding] = {}
    for (_, _, where), group in groups.items():
        many = len({f.slip.entry for f in group})
        if many < _LEAST_ENTRIES or many < _NEARLY_ALL * sizes[where]:
            continue
        dropped.update(map(id, group[1:]))
        places = tuple(f.slip.place for f in group if f.slip.place is not None)
        how_many = f"all {many}" if many == sizes[where] else f"{many} of {sizes[where]}"
        first[id(group[0])] = replace(
            group[0],
            slip=replace(group[0].slip, places=places),
            message=f"{group[0].message} So it is in {how_many} entries.",
        )
    return [first.get(id(f), f) for f in findings if id(f) not in dropped]


def habitual(
    findings: list[Finding], chances: Mapping[str, int], *, on_pages: bool
) -> list[Finding]:
    """Faults of layout that half of the paragraphs have, each as one finding with its places. `chances` says
    how many paragraphs each rule looked at. Where bare pages were measured (`on_pages`), a length that is
    another once or twice may be a slip of the measuring, and is dropped."""
    groups: dict[tuple[str, str], list[Finding]] = defaultdict(list)
    for finding in findings:
        if finding.rule.rule.of_text:
            groups[finding.rule.id, finding.slip.template].append(finding)
    dropped: set[int] = set()
    first: dict[int, Finding] = {}
    for (rule, _), group in groups.items():
        among = chances.get(rule, len(group))
        if len(group) < _LEAST_PARAGRAPHS or len(group) < _HALF * among:
            if on_pages and group[0].rule.rule.measured:
                dropped.update(map(id, group))
            continue
        dropped.update(map(id, group[1:]))
        places = tuple(f.slip.place for f in group if f.slip.place is not None)
        how_many = f"all {among}" if len(group) == among else f"{len(group)} of {among}"
        first[id(group[0])] = replace(
            group[0],
            slip=replace(group[0].slip, places=places),
            message=f"{group[0].message} So it is in {how_many} paragraphs.",
        )
    return [first.get(id(f), f) for f in findings if id(f) not in dropped]


def _subject(slip: Slip) -> tuple[int | None, ...]:
    return slip.entry, slip.citation, slip.paragraph, slip.note


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
