"""Which entries stand out of order: the fewest that would have to move."""

from __future__ import annotations

from bisect import bisect_right
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from .filing import Filing


@dataclass(frozen=True, slots=True)
class Misplaced:
    """An entry out of order. `before` is the entry it belongs before (None: the end).

    `certain` is False where only letter-by-letter order, and not the order by
    words, asks for the move.
    """

    before: int | None
    certain: bool


def misplaced(filings: Sequence[Filing]) -> dict[int, Misplaced]:
    """Entries to move so that first elements are in order. Ties go to moving the later entry."""
    keys = [f.by_letters for f in filings]
    found: dict[int, Misplaced] = {}
    stay = _longest_rising(keys)
    by_words = set(range(len(filings))) - _longest_rising([f.by_words for f in filings])
    for number in range(len(filings)):
        if number in stay:
            continue
        before = next((i for i in sorted(stay) if keys[i] > keys[number]), None)
        found[number] = Misplaced(before, bool(by_words))
    return found


def misplaced_titles(filings: Sequence[Filing]) -> dict[int, int]:
    """Within neighbouring entries of one author: entry to the one whose place (by title, or by year
    and title) it takes."""
    found: dict[int, int] = {}
    start = 0
    while start < len(filings):
        end = start + 1
        while end < len(filings) and filings[end].by_letters == filings[start].by_letters:
            end += 1
        group = range(start, end)
        stay = {start + i for i in _longest_rising([filings[i].within for i in group])}
        for number in group:
            if number not in stay:
                before = next(
                    (i for i in sorted(stay) if filings[i].within > filings[number].within), number
                )
                if before != number:
                    found[number] = before
        start = end
    return found


def _longest_rising(keys: Sequence[Any]) -> set[int]:
    """Positions of a longest non-falling subsequence; of equals, the one that keeps the
    entries a reader meets first. Patience sorting with back links, n log n."""
    tails: list[Any] = []
    tail_at: list[int] = []
    length: list[int] = []
    for number, key in enumerate(keys):
        place = bisect_right(tails, key)
        length.append(place)
        if place == len(tails):
            tails.append(key)
            tail_at.append(number)
        else:
            tails[place] = key
            tail_at[place] = number
    chosen: set[int] = set()
    wanted = len(tails) - 1
    ceiling: Any = None
    # From the end, of the entries that can hold each place the earliest that still fits.
    stop = len(keys)
    while wanted >= 0:
        fitting = [
            i
            for i in range(stop)
            if length[i] == wanted and (ceiling is None or keys[i] <= ceiling)
        ]
        pick = fitting[0]
        chosen.add(pick)
        ceiling, stop = keys[pick], pick
        wanted -= 1
    return chosen
