"""The margins of the page are not as wide as the guide asks.

Even margins leave a reader room to write, and make pages of all papers hold about the same.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.measures import in_words
from ..base import Rule
from ..laid_out import kept_whole, set_up

# 2.5 centimetres pass for an inch.
_SLACK = 2.5
# Lines end before the right margin, and seldom at it: what is measured on paper may be a little more.
_RAGGED = 30.0
_SIDES = ("top", "bottom", "left", "right")


def check(paper: Paper, number: int) -> Verdict:
    section = set_up(paper)
    if section is None:
        return NOT_MINE
    wanted = paper.policy.margins
    known = [(side, getattr(section, side)) for side in _SIDES]
    wrong = [
        (side, length)
        for side, length in known
        if length is not None and not _fits(paper, side, length, wanted)
    ]
    if not wrong:
        return RIGHT if any(length is not None for _, length in known) else NOT_MINE
    lengths = {round(length) for _, length in wrong}
    every = len(wrong) == len(_SIDES) and len(lengths) == 1
    said = "; ".join(f"{side} {in_words(length)}" for side, length in wrong)
    return (
        Slip(
            template="all" if every else "sides",
            holes=(
                ("found", in_words(wrong[0][1]) if every else said),
                ("wanted", in_words(wanted)),
            ),
            confidence=1.0 if kept_whole(paper) else 0.7,
            doubt="" if kept_whole(paper) else "margins were measured on the pages",
        ),
    )


def _fits(paper: Paper, side: str, length: float, wanted: float) -> bool:
    most = wanted + _SLACK
    if not kept_whole(paper) and side == "right":
        most = wanted + _RAGGED
    if paper.policy.guide.page.wider_margins and paper.policy.house.value("margins") == "guide":
        most = max(most, 1.5 * wanted + _SLACK)
    slack = _SLACK if kept_whole(paper) else 2 * _SLACK
    return wanted - slack <= length <= most


RULE = Rule(
    id="page-margins",
    subject=Subject.PAPER,
    label="margins of the page",
    mark="margins",
    messages={
        "all": "The margins are {found} wide; they should be {wanted} all round.",
        "sides": "The margins should be {wanted} all round; these are otherwise: {found}.",
    },
    check=check,
    house=("margins",),
)
