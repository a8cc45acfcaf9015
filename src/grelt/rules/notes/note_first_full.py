"""The first note to a source is not in the full form.

The full note tells the reader at once what the source is; the short ones lean on it.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if (
        citation.personal
        or citation.note_kind not in ("full", "short")
        or paper.cited_before(number)
    ):
        return NOT_MINE
    if citation.note_kind == "full":
        return RIGHT
    matched = bool(paper.matches[number].entries)
    return (
        Slip(
            template="short",
            place=paper.citation_place(number),
            citation=number,
            confidence=0.9 if matched else 0.7,
            doubt="" if matched else "its source is not in the list",
        ),
    )


RULE = Rule(
    id="note-first-full",
    subject=Subject.CITATION,
    label="first note not in full",
    mark="full",
    messages={"short": "No note before this one cites the source; the first gives it in full."},
    check=check,
)
