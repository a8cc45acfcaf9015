"""A DOI that is not well formed.

A DOI is a prefix that begins with 10, a slash, and what the publisher put after it; with a piece
missing it leads nowhere.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_SAID = re.compile(r"(?:(?:dx\.)?doi\.org/|\bdoi:\s?)(?P<doi>[^\s]*)", re.I)
# The whole name, or the short one that the foundation gives out for it.
_FORM = re.compile(r"10\.\d{4,9}(?:\.\d+)*/[^\s]*[^\s./-]|(?!10\.)[a-z0-9]{3,12}", re.I)


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    said = _SAID.search(entry.text)
    if said is None:
        return NOT_MINE
    doi = said["doi"].rstrip(".,;")
    if doi.casefold().startswith(("http", "doi")) or _FORM.fullmatch(doi):
        return RIGHT  # a label or an address before it is a matter of form
    span = Span(said.start(), said.start("doi") + len(doi))
    return (Slip("form", (("doi", doi),), entry.place(span), entry=number, confidence=0.9),)


RULE = Rule(
    id="ref-doi-invalid",
    subject=Subject.ENTRY,
    label="DOI not well formed",
    mark="doi",
    messages={
        "form": "“{doi}” is no DOI: it has a prefix like 10.1234, a slash, and more after it."
    },
    check=check,
    outranks=("entry-url-form", "entry-doi-form"),
)
