"""An entry is not spaced as the guide asks.

The list is spaced like the rest of the paper, so that a reader can write between its lines.
"""

from ...document import LineSpacing
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    paragraph = paper.paragraph(entry.paragraphs[0])
    spacing = paragraph.format.line_spacing
    if spacing is None:
        return NOT_MINE
    size = next((r.format.size for r in paragraph.inked_runs()), None) or 12.0
    lines = _in_lines(spacing, size)
    wanted = paper.policy.list_line_spacing
    if wanted is None:
        # Single or double by the house: only what is neither is wrong.
        wanted = min((1.0, 2.0), key=lambda value: abs(value - lines))
    if _fits(spacing, lines, wanted):
        return RIGHT
    return (
        Slip(
            template="spacing",
            holes=(("found", _said(lines)), ("wanted", _said(wanted))),
            place=entry.whole,
            entry=number,
        ),
    )


def _in_lines(spacing: LineSpacing, size: float) -> float:
    """The spacing in multiples of the face's own line, about 1.15 times its size."""
    if spacing.kind == "multiple":
        return spacing.value
    lines = spacing.value / (size * 1.15)
    return lines if spacing.kind == "exact" else max(1.0, lines)


def _fits(spacing: LineSpacing, lines: float, wanted: float) -> bool:
    if spacing.kind == "multiple":
        return abs(lines - wanted) <= 0.1
    # Points between lines: twice the size is commonly called double, twice the line too.
    return wanted * 0.85 <= lines <= wanted * 1.1


def _said(lines: float) -> str:
    for value, words in ((1.0, "single"), (1.5, "one and a half"), (2.0, "double")):
        if abs(lines - value) <= 0.05:
            return words
    return f"{lines:.3g} lines"


RULE = Rule(
    id="list-line-spacing",
    subject=Subject.ENTRY,
    label="line spacing of the list",
    mark="spacing",
    messages={"spacing": "The entry is spaced {found}; it should be {wanted}."},
    check=check,
    of_list=True,
    house=("list_spacing",),
)
