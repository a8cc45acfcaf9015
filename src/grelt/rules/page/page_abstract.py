"""The abstract is missing, one too many, or longer than it may be.

Whoever decides by the abstract whether to read on has to find it, whole and short, in its place.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Detail
from ..base import Rule
from ..laid_out import prose

# A few words over are nobody's fault.
_TOLERANCE = 10


def check(paper: Paper, number: int) -> Verdict:
    asked, most = paper.policy.house.value("abstract"), paper.policy.guide.page.abstract_words
    parts = [i for i, detail in enumerate(paper.structure.details) if detail is Detail.ABSTRACT]
    if not parts:
        first = next((i for i in range(len(paper.structure.roles)) if prose(paper, i)), None)
        if asked != "require" or first is None:
            return NOT_MINE
        return (Slip(template="missing", place=paper.whole_paragraph(first)),)
    if asked == "forbid":
        return (Slip(template="extra", place=paper.whole_paragraph(parts[0])),)
    if not most:
        return NOT_MINE if asked == "guide" else RIGHT
    count = sum(len(re.findall(r"[^\W_][\w’'-]*", paper.paragraph(i).text)) for i in parts)
    if count <= most + _TOLERANCE:
        return RIGHT
    return (
        Slip(
            template="long",
            holes=(("count", str(count)), ("most", str(most))),
            place=paper.whole_paragraph(parts[0]),
        ),
    )


RULE = Rule(
    id="page-abstract",
    subject=Subject.PAPER,
    label="abstract",
    mark="abstract",
    messages={
        "missing": "No abstract stands ahead of the text; the assignment asks for one.",
        "extra": "The paper has an abstract; the assignment asks for none.",
        "long": "The abstract has {count} words; {most} are the most.",
    },
    check=check,
    house=("abstract",),
)
