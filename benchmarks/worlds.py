"""Measures the worlds: every correct entry of the sets rewritten by each table of substitutions.

    .venv/bin/python benchmarks/worlds.py [world ...] [-v]

Printed are how many entries a world changes, how many of them stay without error or caution, and how many
kinds are told right. With `-v` what was called wrong is printed.
"""

from __future__ import annotations

import sys
import time
from concurrent.futures import ProcessPoolExecutor
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from tests.core.marked_entries import SETS, MarkedEntry, load_set  # noqa: E402
from tests.core.measured_entries import Measured, measure  # noqa: E402
from tests.core.worlds import rewritten, worlds  # noqa: E402


def main() -> None:
    asked = [a for a in sys.argv[1:] if not a.startswith("-")]
    entries = [e for p in sorted(SETS.iterdir()) if p.is_dir() for e in load_set(p.name)]
    print(f"{'':18}entries  clean  share   kinds")
    for world in worlds():
        if asked and world.name not in asked:
            continue
        began = time.monotonic()
        changed = [e for e in (rewritten(e, world) for e in entries) if e is not None]
        with ProcessPoolExecutor() as pool:
            found = list(pool.map(_measure, changed, chunksize=20))
        clean = sum(m.clean for m in found)
        kinds = sum(m.kind_right for m in found) / max(1, len(found))
        print(
            f"{world.name:18}{len(found):>7} {clean:>6}  {clean / max(1, len(found)):.3f}   {kinds:.3f}"
            f"   {time.monotonic() - began:.0f} s",
            flush=True,
        )
        if "-v" in sys.argv:
            for measured in found:
                print(
                    "\n".join(w for w in measured.wrong if w.startswith("ALARM")),
                    end="\n" * (not measured.clean),
                )


def _measure(entry: MarkedEntry) -> Measured:
    return measure(entry)


if __name__ == "__main__":
    main()
