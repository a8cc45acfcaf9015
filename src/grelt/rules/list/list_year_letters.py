"""Two works of one author and year without the letters that tell them apart.

The citation has only name and year; the letters, in the order of the titles, say which work is meant.
"""

from ...entries import Entry
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    if entry.year is None or not entry.year[0].isdigit():
        return NOT_MINE
    same = [i for i in paper.expected_order if _alike(paper, number, i)]
    if len(same) < 2:
        return NOT_MINE
    if entry.year_letter:
        return RIGHT
    at = entry.text.find(entry.year)
    letter = "abcdefghijklmnopqrstuvwxyz"[min(same.index(number), 25)]
    return (
        Slip(
            template="letter",
            holes=(("author", entry.label), ("year", entry.year)),
            place=entry.place(Span(at, at + len(entry.year))),
            expected=entry.year + letter,
            entry=number,
            confidence=0.9,
            fixable=True,
        ),
    )


def _alike(paper: Paper, one: int, other: int) -> bool:
    """Whether two entries have the same authors and the same year."""
    a, b = paper.entries[one], paper.entries[other]
    if one == other:
        return True
    if paper.matching.repeats.get(one) == other or paper.matching.repeats.get(other) == one:
        return False
    return a.year == b.year and _authors(a) == _authors(b)


def _authors(entry: Entry) -> list[tuple[str, str]]:
    persons = [(p.key, p.given[:1].casefold()) for p in entry.persons]
    return persons or [(entry.author.text, "")]


RULE = Rule(
    id="list-year-letters",
    subject=Subject.ENTRY,
    label="no letter after the year",
    mark="letter",
    messages={"letter": "{author} has more than one work of {year}; letters tell them apart."},
    check=check,
)
