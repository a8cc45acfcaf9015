"""What two checks of the same papers say differently: findings gained and lost, by rule.

Findings are told apart by their keys, which are made of rule, subject and text and not of places.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Any

Report = dict[str, Any]


@dataclass
class Comparison:
    """Findings by rule: those that only the later reports have, those that only the earlier ones have, and how
    many both have. `alone` are papers that only one side has or can read."""

    gained: dict[str, list[str]] = field(default_factory=lambda: defaultdict(list))
    lost: dict[str, list[str]] = field(default_factory=lambda: defaultdict(list))
    kept: int = 0
    papers: int = 0
    alone: list[str] = field(default_factory=list)

    @property
    def differs(self) -> bool:
        return bool(self.gained or self.lost or self.alone)

    def text(self, *, each: bool = False) -> str:
        """The comparison in words; with `each` every finding that differs is named."""
        count = sum(map(len, self.gained.values())), sum(map(len, self.lost.values()))
        lines = [
            f"{self.papers} papers: {self.kept} findings as before, {count[0]} gained, {count[1]} lost."
        ]
        rules = sorted(self.gained.keys() | self.lost.keys())
        width = max(map(len, rules), default=0)
        for rule in rules:
            gained, lost = self.gained.get(rule, []), self.lost.get(rule, [])
            lines.append(f"  {rule:{width}}  +{len(gained):<4} -{len(lost)}")
            if each:
                lines += [f"      + {said}" for said in gained]
                lines += [f"      - {said}" for said in lost]
        lines += [f"  Only on one side: {name}" for name in self.alone]
        return "\n".join(lines)


def compared(earlier: Iterable[Report], later: Iterable[Report]) -> Comparison:
    """Two runs over the same papers; a paper is known by the bytes it had, or by its name where it could not
    be read."""
    one, other = _by_paper(earlier), _by_paper(later)
    found = Comparison(papers=len(one.keys() & other.keys()))
    found.alone = sorted({**one, **other}[paper]["file"] for paper in one.keys() ^ other.keys())
    for paper in sorted(one.keys() & other.keys(), key=lambda p: (one[p]["file"], p)):
        before, after = _findings(one[paper]), _findings(other[paper])
        found.kept += len(before.keys() & after.keys())
        for key in sorted(after.keys() - before.keys()):
            found.gained[after[key]["rule"]].append(_said(one[paper], after[key]))
        for key in sorted(before.keys() - after.keys()):
            found.lost[before[key]["rule"]].append(_said(one[paper], before[key]))
    return found


def _by_paper(reports: Iterable[Report]) -> dict[str, Report]:
    return {
        r["inputs"]["paper_sha256"] if "inputs" in r else f"unread {r['file']}": r for r in reports
    }


def _findings(report: Report) -> dict[str, dict[str, Any]]:
    return {f["key"]: f for f in report.get("findings", ())}


def _said(report: Report, finding: dict[str, Any]) -> str:
    where = f"“{finding['found']}”" if finding["found"] else finding["message"]
    return f"{report['file']}: {where}"
