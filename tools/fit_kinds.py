"""Fits what the evidence in an entry says for each kind of source, and writes `cutting/weights.toml`.

    .venv/bin/python tools/fit_kinds.py [--data FOLDER] [--write]

The model is a softmax over the fits of all kinds: points of a fit, and a weight for each piece of evidence and
kind. It is fitted on the marked sets of the tests, and with `--data` on entries of other hands in the form
`benchmarks/other_hands.py` reads (one half of them; the other is held back). Printed are how many kinds are
told right on each part, and how often the model is right where it says that it is.
"""

from __future__ import annotations

import argparse
import hashlib
import math
import sys
import tomllib
from collections import defaultdict
from dataclasses import dataclass
from pathlib import Path
from unittest import mock

import numpy as np

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT)]

from grelt import api  # noqa: E402
from grelt.cutting import cut as cutting  # noqa: E402
from grelt.cutting import rank  # noqa: E402
from grelt.cutting.evidence import Evidence, described  # noqa: E402
from tests.core.marked_entries import SETS, load_set  # noqa: E402

_HEADING = {"author-page": "Works Cited", "author-date": "References", "notes": "Bibliography"}
_WEIGHTS = ROOT / "src" / "grelt" / "cutting" / "weights.toml"
# How strongly weights are held to nothing, and how much an entry of our own weighs beside one of others.
_HOLD, _OWN, _FAULTY = 0.0005, 0.35, 0.2
_ROUNDS, _STEPS, _RATE = 4, 400, 1.0


@dataclass
class Example:
    """An entry: its kind, and the candidates: kind, points of the fit, evidence."""

    kind: str
    part: str
    weight: float
    candidates: list[tuple[str, float, frozenset[str]]]


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__.partition("\n")[0] if __doc__ else "")
    parser.add_argument("--data", type=Path, help="entries of other hands")
    parser.add_argument("--write", action="store_true", help="write weights.toml")
    options = parser.parse_args()
    examples = list(_own())
    if options.data:
        examples += list(_of_others(options.data))
    weights = _fitted([e for e in examples if e.part != "held"])
    for part in ("own", "learnt", "held"):
        _print(part, [e for e in examples if e.part == part], weights)
    if options.write:
        _write(weights)


def _own() -> list[Example]:
    found = []
    for folder in sorted(p.name for p in SETS.iterdir() if p.is_dir()):
        for entry in load_set(folder):
            texts = [(entry.text, _OWN), *((fault.text, _FAULTY) for fault in entry.faults)]
            for text, weight in texts:
                example = _example(text, entry.guide, entry.kind, "own", weight)
                if example is not None:
                    found.append(example)
    return found


def _of_others(folder: Path) -> list[Example]:
    found = []
    for path in sorted((folder / "entries").glob("*.toml")):
        data = tomllib.loads(path.read_text(encoding="utf-8"))
        for table in data.get("entry", ()):
            if "kind" not in table or path.stem.endswith("-faulty"):
                continue
            half = hashlib.sha256(table["text"].encode()).digest()[0] % 2
            part = "learnt" if half == 0 else "held"
            example = _example(table["text"], path.stem, table["kind"], part, 1.0)
            if example is not None:
                found.append(example)
    return found


def _example(text: str, guide: str, kind: str, part: str, weight: float) -> Example | None:
    """The candidates that the core sees for an entry, all patterns fitted."""
    seen: list[list[tuple[str, float, frozenset[str]]]] = []

    def watching(written, units, patterns, kinds, most=0):  # type: ignore[no-untyped-def]
        fits = rank.ranked(written, units, patterns, kinds, 60)
        found = Evidence(written.text, units)
        candidates = [(f.kind, f.form, found.of(f.elements)) for f in fits]
        seen.append([(k, form + described(k, said), said) for k, form, said in candidates])
        return fits

    heading = next(_HEADING[g["system"]] for g in api.guides() if g["id"] == guide)
    with mock.patch.object(cutting, "ranked", watching):
        paper = api.analyse_paper(f"Text.\n\n# {heading}\n\n{text}\n".encode(), "a.md", guide)
        if len(paper.entries) != 1:
            return None
        paper.references._first_cut(0)
    return Example(kind, part, weight, seen[-1]) if seen else None


Weights = dict[str, dict[str, float]]


@dataclass
class Flat:
    """The best candidate of each kind of all examples as arrays, for fast sums: `at` are the weights of each
    candidate one behind the other, `owner` the candidate of each, `begin` where each example begins."""

    at: np.ndarray
    owner: np.ndarray
    form: np.ndarray
    begin: np.ndarray
    example: np.ndarray
    target: np.ndarray
    weight: np.ndarray


def _fitted(examples: list[Example], hold: float = _HOLD) -> Weights:
    """Weights by kind and evidence (`always` among them). Of the fits of one kind the best counts; which
    that is changes with the weights, so they are fitted in rounds."""
    kinds = sorted({k for e in examples for k, _, _ in e.candidates})
    names = [
        "always",
        *sorted({f for e in examples for _, _, found in e.candidates for f in found}),
    ]
    row = {k: n * len(names) for n, k in enumerate(kinds)}
    column = {f: n for n, f in enumerate(names)}
    vector = np.zeros(len(kinds) * len(names))
    for _ in range(_ROUNDS):
        vector = _descend(_flat(examples, vector, row, column), vector, hold)
    return {
        kind: {
            name: round(float(vector[row[kind] + column[name]]), 2)
            for name in names
            if abs(vector[row[kind] + column[name]]) >= 0.05
        }
        for kind in kinds
    }


def _flat(
    examples: list[Example], vector: np.ndarray, row: dict[str, int], column: dict[str, int]
) -> Flat:
    at: list[int] = []
    owner: list[int] = []
    form: list[float] = []
    begin: list[int] = []
    of: list[int] = []
    target: list[float] = []
    weight: list[float] = []
    for example in examples:
        best: dict[str, tuple[float, float, list[int]]] = {}
        for kind, points, found in example.candidates:
            mine = [row[kind], *(row[kind] + column[f] for f in found)]
            score = points + float(vector[mine].sum())
            if kind not in best or score > best[kind][0]:
                best[kind] = (score, points, mine)
        if example.kind not in best:
            continue
        begin.append(len(form))
        weight.append(example.weight)
        for kind, (_, points, mine) in best.items():
            at += mine
            owner += [len(form)] * len(mine)
            of.append(len(begin) - 1)
            target.append(float(kind == example.kind))
            form.append(points)
    return Flat(*map(np.array, (at, owner, form, begin, of, target, weight)))


def _descend(flat: Flat, vector: np.ndarray, hold: float) -> np.ndarray:
    """Gradient descent with momentum on the mean log loss; weights are held to nothing."""
    speed = np.zeros_like(vector)
    total = flat.weight.sum()
    for _ in range(_STEPS):
        scores = flat.form + np.bincount(flat.owner, vector[flat.at], len(flat.form))
        scores -= np.maximum.reduceat(scores, flat.begin)[flat.example]
        odds = np.exp(scores)
        odds /= np.add.reduceat(odds, flat.begin)[flat.example]
        wrong = (odds - flat.target) * flat.weight[flat.example] / total
        gradient = np.bincount(flat.at, wrong[flat.owner], len(vector)) + hold * vector
        speed = 0.9 * speed - _RATE * gradient
        vector = vector + speed
    return vector


def _shares(example: Example, weights: Weights) -> dict[str, float]:
    best: dict[str, float] = {}
    for kind, form, found in example.candidates:
        table = weights.get(kind, {})
        score = form + table.get("always", 0.0) + sum(table.get(f, 0.0) for f in found)
        best[kind] = max(best.get(kind, score), score)
    most = max(best.values())
    odds = {k: math.exp(s - most) for k, s in best.items()}
    return {k: o / sum(odds.values()) for k, o in odds.items()}


def _print(part: str, examples: list[Example], weights: Weights) -> None:
    if not examples:
        return
    right = 0
    bins: dict[int, list[bool]] = defaultdict(list)
    loss = 0.0
    for example in examples:
        shares = _shares(example, weights)
        told = max(shares, key=lambda k: shares[k])
        right += told == example.kind
        bins[min(9, int(shares[told] * 10))].append(told == example.kind)
        loss -= math.log(max(1e-6, shares.get(example.kind, 0.0)))
    print(
        f"{part}: {right} of {len(examples)} {right / len(examples):.3f}  log loss {loss / len(examples):.3f}"
    )
    for tenth, found in sorted(bins.items()):
        print(
            f"   said {tenth / 10:.1f}-{tenth / 10 + 0.1:.1f}: {sum(found)} of {len(found)} right"
        )


def _write(weights: Weights) -> None:
    lines = [
        "# What each piece of evidence weighs for each kind of source, in points of a fit.",
        "# Fitted: `tools/fit_kinds.py --write`. Not to be changed by hand.",
    ]
    for kind, table in sorted(weights.items()):
        lines += [
            "",
            f"[{kind}]",
            *(f'"{name}" = {value}' for name, value in sorted(table.items())),
        ]
    _WEIGHTS.write_text("\n".join(lines) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
