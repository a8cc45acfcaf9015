"""The paper cites sources and has no list of them.

Citations in the text are keys; without the list they open nothing.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    firm = [c for c in paper.citations if c.certainty >= 0.8]
    if not firm:
        return NOT_MINE
    if paper.entries:
        return RIGHT
    template = "none" if paper.structure.source_list is None else "empty"
    in_full = template == "none" and any(c.note_kind == "full" for c in firm)
    return (
        Slip(
            template=template,
            holes=(("count", str(len(paper.citations))),),
            confidence=0.65 if in_full else 1.0,
            doubt="notes that give every source in full can do without, if the course lets them"
            if in_full
            else "",
        ),
    )


RULE = Rule(
    id="list-missing",
    subject=Subject.PAPER,
    label="no list of sources",
    mark="list",
    messages={
        "none": "The paper has {count} citations and no list of sources.",
        "empty": "The paper has {count} citations, a heading for the list, and no entries under it.",
    },
    check=check,
)
