"""Points, and a verdict proposed, by the house's own measure. The person decides."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from typing import Any

from ..findings import Severity
from ..guides import House
from ..paper import Paper
from ..requirements import requirements_of
from .engine import Finding

Json = dict[str, Any]
# What a slip costs where nobody has said it of its rule.
_USUAL = {Severity.ERROR: 1.0, Severity.CAUTION: 0.0, Severity.ADVICE: 0.0, Severity.OFF: 0.0}
_READ_ON, _MEND, _SEND_BACK = "read on", "mend", "send back"


def points_of(house: House, findings: Sequence[Finding], habits: frozenset[str]) -> Json | None:
    """What the findings cost, by rule and by round; None where points are off. `habits` are the rules that are
    broken as a habit."""
    mode = house.value("points")
    if mode == "off":
        return None
    by_rule: dict[str, list[Finding]] = defaultdict(list)
    for finding in findings:
        by_rule[finding.rule.id].append(finding)
    lost = []
    rounds: dict[str, float] = defaultdict(float)
    for rule, group in sorted(by_rule.items()):
        each = house.points.get(rule, max(_USUAL[f.severity] for f in group))
        once = mode == "rule" or (mode == "habit" and rule in habits)
        times = (
            1 if once else sum(max(1, len(f.slip.places)) if mode == "place" else 1 for f in group)
        )
        if each:
            lost.append({"rule": rule, "each": each, "times": times, "points": each * times})
            rounds[group[0].rule.family] += each * times
    most_of_round, most = house.number("points_round"), house.number("points_whole")
    by_round = {
        family: min(points, most_of_round) if most_of_round is not None else points
        for family, points in sorted(rounds.items())
    }
    whole = sum(by_round.values())
    return {
        "mode": mode,
        "lost": lost,
        "by_round": by_round,
        "whole": min(whole, most) if most is not None else whole,
    }


def verdict_of(paper: Paper, findings: Sequence[Finding], habits: frozenset[str]) -> Json | None:
    """`read on`, `mend` or `send back`, with the reasons in figures; None where the house has no threshold."""
    house = paper.policy.house
    slips = _slips(findings, habits)
    unlisted, unmet = len(paper.unlisted), [r for r in requirements_of(paper) if not r.met]
    measures = (
        (_SEND_BACK, "send_back_unlisted", unlisted, "cited and not listed"),
        (_SEND_BACK, "send_back_slips", slips, "slips, habits counted once"),
        (_MEND, "mend_slips", slips, "slips, habits counted once"),
    )
    asked = [m for m in measures if house.number(m[1]) is not None]
    by_requirements = house.value("unmet") != "say"
    if not asked and not by_requirements:
        return None
    reasons: dict[str, list[str]] = {_SEND_BACK: [], _MEND: []}
    for verdict, key, count, words in asked:
        limit = house.number(key) or 0
        if count >= limit:
            reasons[verdict].append(f"{count} {words} (from {limit:g} on)")
    if by_requirements and unmet:
        verdict = _MEND if house.value("unmet") == "mend" else _SEND_BACK
        reasons[verdict] += [f"asked: {r.wanted}; there: {r.found}" for r in unmet]
    for verdict in (_SEND_BACK, _MEND):
        if reasons[verdict]:
            return {"verdict": verdict, "reasons": reasons[verdict]}
    return {"verdict": _READ_ON, "reasons": [f"{unlisted} cited and not listed", f"{slips} slips"]}


def _slips(findings: Sequence[Finding], habits: frozenset[str]) -> int:
    """Errors, those of a habit once."""
    errors = [f.rule.id for f in findings if f.severity is Severity.ERROR]
    return len({r for r in errors if r in habits}) + sum(r not in habits for r in errors)
