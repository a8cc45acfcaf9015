"""Numbers whose last figure is reckoned from the others: the check that ISBN and ISSN share."""

from __future__ import annotations

import re
from collections.abc import Callable
from importlib import import_module

from ..findings import NOT_MINE, RIGHT, Slip, Verdict
from ..paper import Paper
from ..text.spans import Span

Check = Callable[[Paper, int], Verdict]


def check_digit(said: re.Pattern[str], standard: str) -> Check:
    """A check of entries: the group `number` of `said`, where it stands, must be valid by the `standard`
    (a module of stdnum, loaded where a paper has such a number: few have)."""

    def check(paper: Paper, number: int) -> Verdict:
        entry = paper.entries[number]
        match = said.search(entry.text)
        if match is None:
            return NOT_MINE
        if import_module(f"stdnum.{standard}").is_valid(match["number"]):
            return RIGHT
        place = entry.place(Span(*match.span("number")))
        return (
            Slip("digit", (("number", match["number"]),), place, entry=number, confidence=0.95),
        )

    return check
