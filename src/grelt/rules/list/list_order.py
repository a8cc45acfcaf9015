"""An entry stands out of alphabetical order.

The alphabet is how a reader finds an entry. It goes by the first element, letter by
letter, with A, An and The passed over; a work without an author goes by its title.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if len(paper.entries) < 2:
        return NOT_MINE
    wrong = paper.misplaced.get(number)
    if wrong is None:
        return RIGHT
    entry = paper.entries[number]
    neighbour = paper.entries[wrong.before].label if wrong.before is not None else ""
    return (
        Slip(
            template="end" if wrong.before is None else "before",
            holes=(("entry", entry.label), ("neighbour", neighbour)),
            place=entry.whole,
            entry=number,
            confidence=1.0 if wrong.certain else 0.7,
            doubt="" if wrong.certain else "ordered word by word it would stand rightly",
        ),
    )


RULE = Rule(
    id="list-order",
    subject=Subject.ENTRY,
    label="out of alphabetical order",
    mark="order",
    messages={
        "before": "{entry} is out of order; it belongs before {neighbour}.",
        "end": "{entry} is out of order; it belongs at the end of the list.",
    },
    check=check,
    house=("figures_first",),
)
