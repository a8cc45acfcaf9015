"""The slips worth ten minutes in class: many make them, again and again; each with examples of the papers."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING, Any

from ..help import rule_help
from ..returning.example import worked_of

if TYPE_CHECKING:
    from .picture import Handed

Json = dict[str, Any]
_MOST = 5
_EXAMPLES = 2
# Made by one writer it is theirs, and not the class's.
_LEAST_WRITERS = 2


def worth_teaching(papers: Sequence[Handed], columns: Sequence[Json]) -> list[Json]:
    """The five slips that most writers make, and of those that as many make the ones that are missed most."""
    several = [c for c in columns if c["writers"] >= _LEAST_WRITERS]
    several.sort(key=lambda c: (-c["writers"], -c["broken"] / c["chances"], c["rule"]))
    return [_lesson(column, papers) for column in several[:_MOST]]


def _lesson(column: Json, papers: Sequence[Handed]) -> Json:
    rule = column["rule"]
    guide = papers[0].figures["guide"]
    examples = _examples(rule, papers)
    family = next(f["family"] for p in papers for f in p.findings if f["rule"] == rule)
    kind = examples[0]["kind"] if examples else ""
    worked = worked_of(rule, "entries" if family == "entry" else column["round"], kind, guide)
    habitual = {
        n for n, p in enumerate(papers) for f in p.findings if f["rule"] == rule and f["habit"]
    }
    return {
        **{k: column[k] for k in ("rule", "label", "round", "writers", "broken", "chances")},
        "habits": len(habitual),
        "why": rule_help(rule, guide).why,
        "examples": examples,
        "worked": None
        if worked is None
        else {
            "label": worked.label,
            "paragraphs": [list(map(list, runs)) for runs in worked.paragraphs],
        },
    }


def _examples(rule: str, papers: Sequence[Handed]) -> list[Json]:
    """Examples of different writers, those first that show in few words what is wrong and what is right."""
    found: list[tuple[tuple[bool, int, int], Json]] = []
    for number, paper in enumerate(papers):
        mine = [f for f in paper.findings if f["rule"] == rule]
        best = min(mine, key=_length, default=None)
        if best is not None:
            words = {k: best[k] for k in ("lead", "words", "rest", "expected", "message", "kind")}
            found.append(
                ((*_length(best), number), {"paper": number, "writer": paper.writer, **words})
            )
    shown: list[Json] = []
    ordered = [example for _, example in sorted(found, key=lambda pair: pair[0])]
    # Two different ones, if there are; the same twice teaches as much as once.
    fresh = {example["words"]: example for example in reversed(ordered)}
    for example in (*sorted(fresh.values(), key=ordered.index), *ordered):
        if example not in shown:
            shown.append(example)
    return shown[:_EXAMPLES]


def _length(finding: Json) -> tuple[bool, int]:
    return (not finding["words"].strip() or finding["expected"] is None, len(finding["words"]))
