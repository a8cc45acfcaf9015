"""The looked-up record of the work has another value for an element.

A slip in copying sends the reader to another issue or page; which of the two is right, a person sees.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...records import discrepancies
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    cut = paper.references.of(number).cut
    record = paper.records.of(cut.work)
    if record is None:
        return NOT_MINE
    entry = paper.entries[number]
    slips = []
    for found in discrepancies(cut.work, record):
        element = cut.element(found.element) or cut.element("numbering")
        span = element.span if element is not None else None
        place = entry.place(cut.written.back(span)) if span is not None else entry.whole
        holes = (("element", found.element), ("written", found.written), ("record", found.recorded))
        slips.append(Slip("differs", holes, place, entry=number, confidence=0.8))
    return tuple(slips) or RIGHT


RULE = Rule(
    id="ref-record-differs",
    subject=Subject.ENTRY,
    label="other than the record",
    mark="record",
    messages={"differs": "The record has “{record}” for the {element}, the entry “{written}”."},
    check=check,
)
