"""The picture of a class: writers by rules, the share of chances missed; what is worth teaching."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any

from ..rules import all_rules
from ..vocabulary import ROUNDS
from .sources import shared_sources
from .teaching import worth_teaching

Json = dict[str, Any]
_ROUND_OF = {family: at for at, (_, _, families) in enumerate(ROUNDS) for family in families}


@dataclass(frozen=True)
class Handed:
    """A paper of the class: whose it is, its `figures` (`paper_figures`), and the keys of findings that a
    person has waived. `address` leads to it where it is shown, if it can be."""

    writer: str
    figures: Mapping[str, Any]
    title: str = ""
    address: str = ""
    waived: Collection[str] = field(default_factory=frozenset)

    @property
    def findings(self) -> list[Json]:
        """What stands: waived findings are none."""
        return [f for f in self.figures["findings"] if f["key"] not in self.waived]


def class_picture(papers: Sequence[Handed]) -> Json:
    """The class as plain data: `rules` in the order of the work, `rows` with who can be read now first (a cell
    a rule: broken and chances, no cell where there was nothing to miss), `looked_at` (every rule that had
    something to look at), `teach`, and `sources` that several papers list."""
    broken = [_broken(paper) for paper in papers]
    rules = sorted({rule for one in broken for rule in one}, key=_place)
    names = {f["rule"]: (f["label"], f["mark"], f["family"]) for p in papers for f in p.findings}
    columns = []
    for rule in rules:
        cells = [_cell(one, paper, rule) for one, paper in zip(broken, papers, strict=True)]
        there = [cell for cell in cells if cell is not None]
        missed, chances = sum(c[0] for c in there), sum(c[1] for c in there)
        label, mark, family = names[rule]
        columns.append(
            {
                "rule": rule,
                "label": label,
                "mark": mark,
                "round": ROUNDS[_ROUND_OF[family]][0],
                "writers": sum(c[0] > 0 for c in there),
                "broken": missed,
                "chances": chances,
            }
        )
    rows = [_row(number, paper, broken[number], rules) for number, paper in enumerate(papers)]
    rows.sort(key=lambda row: (_STATES.index(row["state"]), row["slips"], row["writer"].casefold()))
    return {
        "papers": len(papers),
        "states": {state: sum(row["state"] == state for row in rows) for state in _STATES},
        "rules": columns,
        "rows": rows,
        "looked_at": sorted({r for p in papers for r, n in p.figures["chances"].items() if n}),
        "teach": worth_teaching(papers, columns),
        "sources": shared_sources(papers),
    }


_STATES = ("read on", "mend", "send back")


def _place(rule: str) -> tuple[int, int]:
    """Where a rule comes in the order of the work."""
    known = list(all_rules())
    registered = all_rules().get(rule)
    family = registered.family if registered is not None else ""
    return _ROUND_OF.get(family, len(ROUNDS)), known.index(rule) if rule in known else len(known)


def _broken(paper: Handed) -> dict[str, int]:
    found: dict[str, int] = {}
    for finding in paper.findings:
        found[finding["rule"]] = found.get(finding["rule"], 0) + finding["count"]
    return found


def _cell(broken: Mapping[str, int], paper: Handed, rule: str) -> tuple[int, int] | None:
    missed = broken.get(rule, 0)
    chances = max(paper.figures["chances"].get(rule, 0), missed)
    return (missed, chances) if chances else None


def _row(number: int, paper: Handed, broken: Mapping[str, int], rules: Sequence[str]) -> Json:
    # A habit is one thing to change.
    slips = len({f["rule"] for f in paper.findings if f["habit"]})
    slips += sum(not f["habit"] for f in paper.findings)
    return {
        "paper": number,
        "writer": paper.writer,
        "title": paper.title,
        "address": paper.address,
        "state": _state(paper),
        "slips": slips,
        "points": paper.figures["points"],
        "unmet": paper.figures["unmet"],
        "cells": [_cell(broken, paper, rule) for rule in rules],
    }


def _state(paper: Handed) -> str:
    """The verdict of the house rules; without one, whether any error is left."""
    verdict = paper.figures["verdict"]
    if verdict is not None:
        return str(verdict)
    errors = any(f["severity"] == "error" for f in paper.findings)
    return "mend" if errors or any(not r["maybe"] for r in paper.figures["unmet"]) else "read on"
