"""The same work is listed twice.

Two entries for one work make the list longer than the reading, and a citation of it
leads to two places.
"""

from ...findings import RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    first = paper.matching.repeats.get(number)
    if first is None:
        return RIGHT
    entry = paper.entries[number]
    return (
        Slip(
            template="twice",
            holes=(("entry", entry.label), ("first", str(paper.entries[first].position))),
            place=entry.whole,
            entry=number,
        ),
    )


RULE = Rule(
    id="list-duplicate",
    subject=Subject.ENTRY,
    label="listed twice",
    mark="twice",
    messages={"twice": "This work ({entry}) is listed already, as entry {first}."},
    check=check,
    outranks=("list-order", "list-order-same-author", "list-repeated-author"),
)
