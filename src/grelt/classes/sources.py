"""Sources that several papers list, and the ways in which their entries are written."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING, Any

from ..text.folding import fold

if TYPE_CHECKING:
    from .picture import Handed

Json = dict[str, Any]


def shared_sources(papers: Sequence[Handed]) -> list[Json]:
    """Each source that at least two papers list, most papers first: its label, how many list it, and each way
    it is written in with the papers that write it so."""
    groups: list[list[tuple[int, Json]]] = []
    at: dict[str, int] = {}
    for number, paper in enumerate(papers):
        for source in paper.figures["sources"]:
            if not source["keys"]:
                continue
            place = next((at[k] for k in source["keys"] if k in at), len(groups))
            if place == len(groups):
                groups.append([])
            groups[place].append((number, source))
            for key in source["keys"]:
                at.setdefault(key, place)
    shared = [_shared(group) for group in groups if len({number for number, _ in group}) > 1]
    return sorted(shared, key=lambda s: (-s["papers"], fold(s["label"])))


def _shared(group: list[tuple[int, Json]]) -> Json:
    forms: dict[str, Json] = {}
    for number, source in group:
        # What differs in italics alone differs.
        form = forms.setdefault(source["written"], {"html": source["written"], "papers": []})
        if number not in form["papers"]:
            form["papers"].append(number)
    ways = sorted(forms.values(), key=lambda f: (-len(f["papers"]), f["html"]))
    return {
        "label": group[0][1]["label"],
        "papers": len({number for number, _ in group}),
        "forms": ways,
    }
