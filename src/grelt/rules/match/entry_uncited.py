"""An entry is in the list and nothing in the paper cites it.

A list of works cited holds what the paper cites. An entry that nothing leads to is a
source read and left out, a citation forgotten, or padding; the writer has to say which.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if paper.notes_unknown:
        return NOT_MINE
    entry = paper.entries[number]
    if paper.structure.lists[entry.list_number].consulted:
        return NOT_MINE  # the list itself says that its works need not be cited
    if number in paper.matching.cited_by or number in paper.matching.repeats:
        return RIGHT
    if number in paper.named_by_entries:
        return RIGHT
    if number in paper.matching.perhaps_cited:
        return NOT_MINE
    twins = [twin for twin, first in paper.matching.repeats.items() if first == number]
    if any(twin in paper.matching.cited_by for twin in twins):
        return RIGHT
    return (
        Slip(
            template="uncited",
            holes=(("entry", entry.label),),
            place=entry.whole,
            entry=number,
        ),
    )


RULE = Rule(
    id="entry-uncited",
    subject=Subject.ENTRY,
    label="listed and not cited",
    mark="cited?",
    messages={"uncited": "Nothing in the paper cites this entry ({entry})."},
    check=check,
    house=("list_scope",),
)
