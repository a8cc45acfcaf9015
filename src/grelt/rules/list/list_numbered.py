"""Entries are numbered or bulleted.

The list is found by the alphabet; figures before the entries belong to another system.
"""

import re

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_TYPED = re.compile(r"\s*(?:\[?\d{1,3}[.)\]]\s+|[•▪◦]\s*|\*\s+|[–-]\s+)(?=\S)")


def check(paper: Paper, number: int) -> Verdict:
    if paper.policy.guide.list.numbered:
        return NOT_MINE
    entry = paper.entries[number]
    paragraph = paper.paragraph(entry.paragraphs[0])
    if paragraph.format.marker is not None:
        bullet = paragraph.format.marker == "bullet"
        return (Slip(template="bullet" if bullet else "number", place=entry.whole, entry=number),)
    typed = _TYPED.match(paragraph.text)
    if typed is None:
        return RIGHT
    figure = any(c.isdigit() for c in typed.group())
    if figure and not _is_sequence(paper, number):
        return RIGHT  # a title that begins with a figure
    return (
        Slip(
            template="number" if figure else "bullet",
            place=Place(paragraph.index, Span(typed.start(), typed.end())),
            expected="",
            entry=number,
            fixable=True,
        ),
    )


def _is_sequence(paper: Paper, number: int) -> bool:
    """The figure before the entry is its place in the list, give or take one."""
    match = re.match(r"\s*\[?(\d{1,3})[.)\]]", paper.entries[number].text)
    return match is not None and abs(int(match.group(1)) - number - 1) <= 1


RULE = Rule(
    id="list-numbered",
    subject=Subject.ENTRY,
    label="numbers or bullets before entries",
    mark="number",
    messages={
        "number": "The entry is numbered; the list goes by the alphabet alone.",
        "bullet": "A bullet stands before the entry; the list goes by the alphabet alone.",
    },
    check=check,
    outranks=("list-hanging-indent",),
)
