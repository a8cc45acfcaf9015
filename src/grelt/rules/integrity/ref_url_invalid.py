"""A web address that is none.

With a slash, a colon or the host missing nothing opens.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_SAID = re.compile(r"(?<![\w/.])(?:ht{1,2}ps?[:;/]|htpp|hhttp|www[.,])[^\s<>“”\"]*", re.I)
_FORM = re.compile(
    r"(?:https?://)?(?:[\w-]+(?::[^\s@]*)?@)?(?:[\w-]+\.)+[a-z]{2,24}(?::\d{1,5})?(?:[/?#]\S*)?",
    re.I,
)


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    found = list(_SAID.finditer(entry.text))
    if not found:
        return NOT_MINE
    slips = []
    for said in found:
        words = said.group().rstrip(".,;)]")
        if not _FORM.fullmatch(words):
            span = Span(said.start(), said.start() + len(words))
            slips.append(
                Slip(
                    "form", (("address", words),), entry.place(span), entry=number, confidence=0.85
                )
            )
    return tuple(slips) or RIGHT


RULE = Rule(
    id="ref-url-invalid",
    subject=Subject.ENTRY,
    label="no web address",
    mark="address",
    messages={"form": "“{address}” is no web address."},
    check=check,
    outranks=("entry-url-form", "entry-missing-location"),
)
