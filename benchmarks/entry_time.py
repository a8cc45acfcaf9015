"""CPU time of checking many entries: 1,000 of them, one in four with a slip.

.venv/bin/python benchmarks/entry_time.py [entries]
"""

from __future__ import annotations

import sys
import time
from itertools import cycle, islice
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from grelt.document.fragment import parse_fragment  # noqa: E402
from grelt.guides import Policy, load_guide  # noqa: E402
from grelt.paper import analyse  # noqa: E402
from grelt.report.engine import run_rules  # noqa: E402
from grelt.rules.registry import all_rules  # noqa: E402
from tests.core.marked_entries import load_set  # noqa: E402


def main() -> None:
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 1000
    rules = [r for r in all_rules().values() if r.family in ("entry", "integrity")]
    for guide in sorted({e.guide for e in load_set("development")}):
        entries = [e for e in load_set("development") if e.guide == guide]
        lines = [e.text for e in entries] * 3 + [f.text for e in entries for f in e.faults][
            : len(entries)
        ]
        document = parse_fragment(
            "\n".join(("Text.", "# References", *islice(cycle(lines), count)))
        )
        paper = analyse(document, Policy(load_guide(guide)))
        started = time.process_time()
        found = run_rules(paper, rules).findings
        seconds = time.process_time() - started
        print(
            f"{guide:24}{len(paper.entries):6} entries{len(found):6} findings{seconds:7.2f} s of CPU"
        )


if __name__ == "__main__":
    main()
