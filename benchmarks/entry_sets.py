"""Measures the cutting and the checking of entries on marked ones.

    .venv/bin/python benchmarks/entry_sets.py [set] [-v]

For each guide: correct entries without any error or caution, planted slips found by their rule (and
put right again exactly), kinds and elements told right. With `-v` everything that went wrong is printed.
"""

from __future__ import annotations

import sys
import time
from collections import Counter, defaultdict
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from tests.core.marked_entries import load_set  # noqa: E402
from tests.core.measured_entries import Measured, measure  # noqa: E402


def main() -> None:
    names = [a for a in sys.argv[1:] if not a.startswith("-")] or ["development"]
    verbose = "-v" in sys.argv
    started = time.process_time()
    entries = [e for name in names for e in load_set(name)]
    by_guide: dict[str, list[Measured]] = defaultdict(list)
    by_kind: dict[str, list[Measured]] = defaultdict(list)
    for entry in entries:
        measured = measure(entry)
        by_guide[entry.guide].append(measured)
        by_kind[entry.kind].append(measured)
        if verbose:
            for line in measured.wrong:
                print(line)
    print(f"{'':26}entries  clean  kind  elements  slips  found  exact")
    for title, found in (
        *sorted(by_guide.items()),
        ("all", [m for f in by_guide.values() for m in f]),
    ):
        _print(title, found)
    print()
    for title, found in sorted(by_kind.items()):
        _print(title, found)
    rules: Counter[str] = Counter(r for ms in by_guide.values() for m in ms for r in m.alarms)
    print("false alarms by rule:", dict(rules.most_common()))
    print(f"{time.process_time() - started:.1f} s of CPU")


def _print(title: str, found: list[Measured]) -> None:
    count = len(found)
    elements = sum(m.elements_total for m in found)
    faults = sum(m.faults_total for m in found)

    def share(part: int, whole: int) -> str:
        return f"{part / whole:6.3f}" if whole else "     -"

    print(
        f"{title:26}{count:7}{share(sum(m.clean for m in found), count)}"
        f"{share(sum(m.kind_right for m in found), count)}"
        f"{share(sum(m.elements_right for m in found), elements):>10}{faults:7}"
        f"{share(sum(m.faults_found for m in found), faults):>7}"
        f"{share(sum(m.faults_exact for m in found), faults):>7}"
    )


if __name__ == "__main__":
    main()
