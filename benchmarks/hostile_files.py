"""Files made to harm, each checked in a process of its own: nothing may crash, nor take over 10 s or 1 GB.

Run: `.venv/bin/python benchmarks/hostile_files.py [SIZE …]` (20, 2,000 and 50,000 of everything where none is
given). Each report is written as it is stored, and read again. Prints what failed, what took over 2 s, and a
table; ends with 1 where anything failed.
"""

from __future__ import annotations

import json
import re
import sys
import time
from collections import Counter
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from grelt import api  # noqa: E402
from grelt.confined import Confined, Confinement  # noqa: E402
from tests.core.hostile_papers import hostile_papers  # noqa: E402

_SIZES = (20, 2_000, 50_000)
_LIMITS = Confinement(memory=1 << 30, seconds=10.0)
_SLOW = 2.0
_UNTAKEN = re.compile("\\\\u0000|[\ud800-\udfff]")


def main() -> int:
    sizes = [int(a) for a in sys.argv[1:]] or _SIZES
    outcomes: Counter[str] = Counter()
    failed = 0
    slowest = (0.0, "")
    for size in sizes:
        for name, file, data in hostile_papers(size):
            began = time.monotonic()
            try:
                text = _LIMITS.run(api.check_written, data, file, api.CheckInputs("mla-9"))
                json.loads(text, parse_constant=_refused)
                outcome = "unstorable" if _UNTAKEN.search(text) else "read"
            except api.PaperUnreadable as refused:
                outcome = refused.code
            except Confined as ended:
                outcome = f"FAILED {type(ended).__name__} {ended}"
            except Exception as error:  # whatever it is: it is what is looked for
                outcome = f"FAILED {error!r}"[:200]
            took = time.monotonic() - began
            outcomes[outcome] += 1
            failed += outcome.startswith(("FAILED", "unstorable"))
            if took > _SLOW or outcome.startswith(("FAILED", "unstorable")):
                print(
                    f"{took:6.1f} s  {len(data):>9,} bytes  {name} × {size}: {outcome}", flush=True
                )
            slowest = max(slowest, (took, f"{name} × {size}"))
    for outcome, times in outcomes.most_common():
        print(f"{times:>6}  {outcome}")
    print(f"{outcomes.total()} files, {failed} failed; slowest {slowest[0]:.1f} s, {slowest[1]}")
    return 1 if failed else 0


def _refused(constant: str) -> None:
    raise ValueError(f"{constant} is no number of JSON")


if __name__ == "__main__":
    sys.exit(main())
