"""An appendix stands on the wrong side of the list.

Readers who turn to the end for the list, or for an appendix, look where the guide has them.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ..base import Rule

_APPENDIX = re.compile(
    r"(?:Appendix|APPENDIX)(?:\s+(?:[A-Z]|\d{1,2}|[IVX]+))?\b[.:]?(?:\s.{0,80})?$"
)
_HEADS = (Role.HEADING, Role.TITLE, Role.OTHER)


def check(paper: Paper, number: int) -> Verdict:
    side = paper.policy.house.value("appendices")
    side = paper.policy.guide.page.appendices if side == "guide" else side
    lists = paper.structure.indexes(Role.LIST_HEADING)
    heads = [i for i in range(len(paper.structure.roles)) if _is_head(paper, i)]
    if len(lists) != 1 or not heads or side == "either":
        return NOT_MINE
    wrong = [i for i in heads if (i > lists[0]) != (side == "after")]
    if not wrong:
        return RIGHT
    return (
        Slip(
            template=side,
            place=paper.whole_paragraph(wrong[0]),
            confidence=0.9,
        ),
    )


def _is_head(paper: Paper, index: int) -> bool:
    if paper.structure.roles[index] not in _HEADS:
        return False
    return _APPENDIX.fullmatch(paper.paragraph(index).text.strip()) is not None


RULE = Rule(
    id="page-appendix",
    subject=Subject.PAPER,
    label="place of an appendix",
    mark="appendix",
    messages={
        "before": "Appendices stand before the list of sources.",
        "after": "Appendices stand behind the list of sources.",
    },
    check=check,
    house=("appendices",),
)
