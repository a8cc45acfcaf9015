"""Whether findings on entries are as sure as they say: of those said with 0.9, nine in ten should be right.

Run: `.venv/bin/python benchmarks/calibration.py [--data PATH] [--fit]`. The project's own sets, and sets of
other hands (see `other_hands.py`) in two halves. A finding is right where its rule is that of a slip in the
entry; on an entry that is right every finding is wrong. `--fit` prints the two numbers of `readings.sureness`,
fitted to the entries of other hands, and with those of one half what they make of the other.
"""

from __future__ import annotations

import argparse
import hashlib
import math
import sys
import tomllib
from collections import defaultdict
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from itertools import pairwise
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from grelt import api  # noqa: E402
from tests.core.marked_entries import SETS, load_set  # noqa: E402

# How sure a finding is said to be, the fit of its reading, and whether it is right.
Said = tuple[float, float, bool]
Job = tuple[str, str, frozenset[str], str]
_HEADINGS = {"author-page": "Works Cited", "author-date": "References", "notes": "Bibliography"}
_EDGES = (0.0, 0.55, 0.65, 0.75, 0.85, 0.95, 1.001)


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__.partition("\n")[0] if __doc__ else "")
    parser.add_argument("--data", type=Path)
    parser.add_argument("--fit", action="store_true")
    options = parser.parse_args()
    jobs = [*_own(), *(_others(options.data) if options.data else ())]
    said: dict[str, list[Said]] = defaultdict(list)
    with ProcessPoolExecutor() as pool:
        for job, found in zip(jobs, pool.map(_findings, jobs, chunksize=40), strict=True):
            said[job[3]] += found
    for source, found in sorted(said.items()):
        print(f"== {source}: {len(found)} findings")
        for low, high in pairwise(_EDGES):
            inside = [(c, r) for c, _, r in found if low <= c < high]
            if inside:
                meant = sum(c for c, _ in inside) / len(inside)
                right = sum(r for _, r in inside) / len(inside)
                print(f"  said {meant:.2f}: {len(inside):4} findings, {right:.2f} right")
    if options.fit:
        for names in ([s for s in said if "half 1" in s], [s for s in said if "half" in s]):
            at_none, by_fit = _fitted([item for name in names for item in said[name]])
            print(f"fitted to {', '.join(names)}: {at_none:.2f} + {by_fit:.2f} x fit")


def _fitted(found: list[Said]) -> tuple[float, float]:
    """Logistic regression of being right on the fit of the reading, by Newton's steps."""
    a = b = 0.0
    for _ in range(100):
        g0 = g1 = h00 = h01 = h11 = 1e-6
        for _, fit, right in found:
            p = 1 / (1 + math.exp(-(a + b * fit)))
            g0, g1 = g0 + right - p, g1 + (right - p) * fit
            w = p * (1 - p)
            h00, h01, h11 = h00 + w, h01 + w * fit, h11 + w * fit * fit
        determinant = h00 * h11 - h01 * h01
        a += (h11 * g0 - h01 * g1) / determinant
        b += (h00 * g1 - h01 * g0) / determinant
    return a, b


def _own() -> Iterator[Job]:
    for folder in sorted(p.name for p in SETS.iterdir() if p.is_dir()):
        for entry in load_set(folder):
            yield entry.text, entry.guide, frozenset(), "own sets"
            for fault in entry.faults:
                yield fault.text, entry.guide, frozenset((fault.rule,)), "own sets"


def _others(folder: Path) -> Iterator[Job]:
    for path in sorted((folder / "entries").glob("*.toml")):
        table = tomllib.loads(path.read_text(encoding="utf-8"))
        for entry in table.get("entry", ()):
            if entry.get("follows") or "text" not in entry:
                continue
            rules = {r for f in entry.get("faults", ()) for r in (f["rule"], *f.get("also", ()))}
            half = 1 + hashlib.sha256(entry["text"].encode()).digest()[0] % 2
            guide = path.stem.removesuffix("-faulty")
            yield entry["text"], guide, frozenset(rules), f"other hands, half {half}"


def _findings(job: Job) -> list[Said]:
    """Each finding on an entry."""
    text, guide, rules, _ = job
    system = next(g["system"] for g in api.guides() if g["id"] == guide)
    paper = api.analyse_paper(f"Text.\n\n# {_HEADINGS[system]}\n\n{text}\n".encode(), "a.md", guide)
    if len(paper.entries) != 1:
        return []
    reference = paper.references.of(0)
    fit = min(max(reference.cut.fit, 0.5), 2.6)
    return [(d.confidence, fit, d.rule in rules) for d in reference.differences]


if __name__ == "__main__":
    main()
