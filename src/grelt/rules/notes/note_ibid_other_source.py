"""“Ibid.” although the note directly above cites several sources, or none.

“Ibid.” means the one source of the note above; where there is not one, the reader cannot know which.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if paper.citations[number].note_kind != "ibid":
        return NOT_MINE
    sources = {paper.source_of[i] for i in paper.note_above(number)}
    if len(sources) == 1:
        return RIGHT
    return (
        Slip(
            template="several" if sources else "none",
            place=paper.citation_place(number),
            citation=number,
            confidence=0.95,
        ),
    )


RULE = Rule(
    id="note-ibid-other-source",
    subject=Subject.CITATION,
    label="“Ibid.” of what?",
    mark="ibid.",
    messages={
        "several": "The note above cites several sources, so “Ibid.” does not say which.",
        "none": "The note above cites no source for “Ibid.” to repeat.",
    },
    check=check,
    outranks=("note-ibid-discouraged",),
)
