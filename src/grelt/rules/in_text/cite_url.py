"""A web address stands in the text in place of a citation.

The address belongs to the entry; in the text it breaks the sentence and says neither who nor when.
"""

import re

from ...findings import NOT_MINE, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Detail, Role
from ...text.spans import Span
from ..base import Rule

_ADDRESS = re.compile(r"(?:https?://|www\.)[^\s()<>\[\]“”\"]{3,300}")


def check(paper: Paper, number: int) -> Verdict:
    structure = paper.structure
    if structure.roles[number] not in (Role.BODY, Role.BLOCK_QUOTE):
        return NOT_MINE
    if structure.details[number] is not Detail.NONE or not paper.entries:
        return NOT_MINE
    found = [
        Slip(
            template="address",
            place=Place(number, Span(m.start(), m.start() + len(m.group().rstrip(".,;:!?")))),
            paragraph=number,
            confidence=0.9,
        )
        for m in _ADDRESS.finditer(paper.paragraph(number).text)
    ]
    return tuple(found) if found else NOT_MINE


RULE = Rule(
    id="cite-url",
    subject=Subject.PARAGRAPH,
    label="address in the text",
    mark="address",
    messages={"address": "The address stands in the entry, not in the text."},
    check=check,
    any_system=True,
)
