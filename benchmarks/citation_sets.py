"""Precision, recall and accuracy of matching on the marked sets, by guide and by form.

Run: `.venv/bin/python benchmarks/citation_sets.py [development|sealed] [-v]`.
"""

from __future__ import annotations

import sys
from collections import Counter, defaultdict
from dataclasses import dataclass, field
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from grelt import api  # noqa: E402
from grelt.citations import Citation  # noqa: E402
from grelt.paper import Paper  # noqa: E402
from grelt.text.spans import Span  # noqa: E402
from tests.core.marked import Mark, MarkedPaper, marked_papers  # noqa: E402


@dataclass
class Result:
    """Counts over some papers, with what went wrong in words, and the findings made."""

    found: int = 0
    missed: int = 0
    false: int = 0
    matched: int = 0
    mismatched: int = 0
    faults: list[str] = field(default_factory=list)
    findings: Counter[str] = field(default_factory=Counter)

    @property
    def precision(self) -> float:
        return self.found / max(1, self.found + self.false)

    @property
    def recall(self) -> float:
        return self.found / max(1, self.found + self.missed)

    @property
    def accuracy(self) -> float:
        return self.matched / max(1, self.matched + self.mismatched)

    def line(self) -> str:
        return (
            f"found {self.found:>4} missed {self.missed:>3} false {self.false:>3} "
            f"precision {self.precision:.3f} recall {self.recall:.3f} matches {self.accuracy:.3f}"
        )


def places(citation: Citation) -> list[Span]:
    return [s for s in (citation.span, citation.parenthesis, citation.place) if s is not None]


def bare(text: str) -> str:
    return "".join(text.split())


def measure(paper: MarkedPaper, results: dict[str, Result]) -> None:
    """Compare what is found in a paper with its marks, and add to the counts by guide and form."""
    name, data = paper.file()
    read: Paper = api.analyse_paper(data, name, paper.guide)
    report = api.check(data, name, api.CheckInputs(paper.guide, date="2026-11-26"), strict=True)
    by_guide = results[paper.guide]
    by_guide.findings.update(f["rule"] for f in report["findings"])
    for finding in report["findings"]:
        by_guide.faults.append(f"{paper.name}: {finding['rule']} {finding['found']!r}")
    used: set[int] = set()
    for mark in sorted(paper.marks, key=lambda m: m.open):
        _measure_mark(paper, mark, read, used, results)
    for number, citation in enumerate(read.citations):
        if number not in used:
            for result in (by_guide, results[citation.form]):
                result.false += 1
            by_guide.faults.append(f"{paper.name}: FALSE {citation.text!r}")


def _measure_mark(
    paper: MarkedPaper, mark: Mark, read: Paper, used: set[int], results: dict[str, Result]
) -> None:
    at = {bare(p.text): p.index for p in read.document.paragraphs}
    index = at.get(bare(mark.paragraph))
    mine = [
        number
        for number, citation in enumerate(read.citations)
        if number not in used
        and citation.paragraph == index
        and any(s.overlaps(mark.span) for s in places(citation))
    ]
    used.update(mine)
    if mark.open:
        return
    form = read.citations[mine[0]].form if mine else "none"
    both = (results[paper.guide], results[form])
    for result in both:
        result.found += min(len(mine), len(mark.entries))
        result.missed += max(0, len(mark.entries) - len(mine))
        result.false += max(0, len(mine) - len(mark.entries))
    if len(mine) != len(mark.entries):
        words = mark.span.of(mark.paragraph)
        kind = "MISSED" if len(mine) < len(mark.entries) else "FALSE"
        results[paper.guide].faults.append(f"{paper.name}: {kind} {words!r}")
    for number, entry in zip(mine, mark.entries, strict=False):
        chosen = read.matches[number].entries
        right = chosen == ((entry - 1,) if entry else ())
        for result in both:
            result.matched += right
            result.mismatched += not right
        if not right:
            results[paper.guide].faults.append(
                f"{paper.name}: MATCH {read.citations[number].text!r} -> {[e + 1 for e in chosen]}"
            )


def total(results: dict[str, Result]) -> Result:
    whole = Result()
    for guide, result in results.items():
        if "-" in guide:
            whole.found += result.found
            whole.missed += result.missed
            whole.false += result.false
            whole.matched += result.matched
            whole.mismatched += result.mismatched
            whole.findings.update(result.findings)
    return whole


def run(which: str) -> dict[str, Result]:
    results: dict[str, Result] = defaultdict(Result)
    for paper in marked_papers(which):
        measure(paper, results)
    return results


def main() -> None:
    which = sys.argv[1] if len(sys.argv) > 1 else "development"
    results = run(which)
    papers = len(list(marked_papers(which)))
    for name, result in sorted(results.items()):
        print(f"{name:<24} {result.line()}")
        if "-v" in sys.argv and "-" in name:
            for fault in result.faults:
                print(f"    {fault}")
    print(f"{which}, {papers} papers:".ljust(24), total(results).line())
    print("findings:", dict(total(results).findings))


if __name__ == "__main__":
    main()
