"""Entries that list one work twice."""

from __future__ import annotations

from collections import defaultdict

from rapidfuzz import fuzz

from ..entries import Entry
from ..text.folding import letters

_SAME = 90.0


def duplicates(entries: tuple[Entry, ...]) -> dict[int, int]:
    """Index of each repeated entry to the index of the one it repeats.

    Alike means: one opening and one title, and the whole text alike to nine tenths;
    two editions or two parts of a work differ in more than that or in a figure.
    """
    groups: dict[tuple[int, str, str], list[int]] = defaultdict(list)
    for number, entry in enumerate(entries):
        title = letters(entry.title.text if entry.title is not None else entry.text)
        groups[entry.list_number, letters(entry.author.text), title].append(number)
    found: dict[int, int] = {}
    for numbers in groups.values():
        for place, number in enumerate(numbers):
            for earlier in numbers[:place]:
                if earlier not in found and _same_work(entries[earlier], entries[number]):
                    found[number] = earlier
                    break
    return found


def _same_work(one: Entry, other: Entry) -> bool:
    if one.title is None and letters(one.text) != letters(other.text):
        return False
    if one.year != other.year or one.pages != other.pages:
        return False
    # What stands after the author: of a repeated author only three marks stand there.
    rest = [letters(e.text[e.opening.span.end :]) for e in (one, other)]
    return fuzz.ratio(*rest) >= _SAME
