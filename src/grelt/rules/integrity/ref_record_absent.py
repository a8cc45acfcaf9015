"""The look-up knows every work under this DOI’s prefix, and has no such work.

A DOI that leads nowhere is mistyped or made up; the work may still be there under another one.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    cut = paper.references.of(number).cut
    if not paper.records.should_know(cut.work):
        return NOT_MINE
    if paper.records.of(cut.work) is not None:
        return RIGHT
    entry = paper.entries[number]
    element = cut.element("doi")
    place = entry.place(cut.written.back(element.whole)) if element is not None else entry.whole
    holes = (("doi", cut.work.text("doi")),)
    return (Slip("absent", holes, place, entry=number, confidence=0.8),)


RULE = Rule(
    id="ref-record-absent",
    subject=Subject.ENTRY,
    label="no such record",
    mark="record",
    messages={"absent": "The look-up has no work with the DOI {doi}."},
    check=check,
)
