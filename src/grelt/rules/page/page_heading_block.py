"""A line of the heading block is missing or out of its place.

The block at the head of the first page says who wrote the paper, for whom and when, in an order that
readers know.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.calendar import MONTH, SEASON
from ..base import Rule
from ..laid_out import in_lines, kept_whole, size_of, spaced, spacing_in_words

_LINES = ("writer", "instructor", "course", "date")
_MOST_EXTRA = 1
# `14 October 2026`, `October 14, 2026`, `fall 2026`: all but a date in figures.
_IN_FIGURES = re.compile(r"^\d{1,4}[./-]\d{1,2}[./-]\d{1,4}$")
_IN_WORDS = re.compile(rf"{MONTH}|{SEASON}", re.I)


def check(paper: Paper, number: int) -> Verdict:
    wanted = tuple(line for line in paper.policy.heading_lines if line in _LINES)
    front = paper.structure.front
    if not wanted or not kept_whole(paper):
        return NOT_MINE
    if front is None:
        return NOT_MINE  # nothing that could be told from the text
    if front.kind == "title-page":
        # An instructor may have asked for one; only where the house says otherwise it is surely none.
        if paper.policy.house.value("title_page") != "forbid":
            return NOT_MINE
        first = front.parts[0][1]
        return (Slip(template="page", place=paper.whole_paragraph(first)),)
    lines = [(name, index) for name, index in front.parts if name != "title"]
    if not lines:
        return NOT_MINE
    slips = _lines(paper, wanted, lines) or _spacing(paper, lines) or _date(paper, lines)
    return slips or RIGHT


def _lines(paper: Paper, wanted: tuple[str, ...], lines: list[tuple[str, int]]) -> tuple[Slip, ...]:
    names = [name for name, _ in lines]
    missing = [name for name in wanted if name not in names]
    # A line that is none of the four may be the one that seems to be missing.
    unknown = sum(name == "other" for name in names)
    block = paper.whole_paragraph(lines[0][1])
    if missing and unknown < len(missing):
        return (
            Slip(
                template="missing",
                holes=(("lines", _listed(missing)), ("wanted", _listed(wanted))),
                place=block,
                confidence=0.9 if not unknown and len(names) + len(missing) == len(wanted) else 0.7,
                doubt="" if not unknown else "one line could not be told",
            ),
        )
    order = [name for name in names if name in wanted]
    if len(set(order)) == len(order) and order != sorted(order, key=wanted.index):
        return (Slip(template="order", holes=(("wanted", _listed(wanted)),), place=block),)
    return ()


def _spacing(paper: Paper, lines: list[tuple[str, int]]) -> tuple[Slip, ...]:
    choice = paper.policy.house.value("heading_spacing")
    wanted = {"double": 2.0, "single": 1.0}.get(choice, paper.policy.body_line_spacing)
    if wanted is None:
        return ()
    for _, index in lines:
        paragraph = paper.paragraph(index)
        spacing = paragraph.format.line_spacing
        if spacing is None:
            continue
        found = in_lines(spacing, size_of(paragraph))
        if not spaced(spacing, found, wanted):
            return (
                Slip(
                    template="spacing",
                    holes=(
                        ("found", spacing_in_words(found)),
                        ("wanted", spacing_in_words(wanted)),
                    ),
                    place=paper.whole_paragraph(index),
                ),
            )
    return ()


def _date(paper: Paper, lines: list[tuple[str, int]]) -> tuple[Slip, ...]:
    for name, index in lines:
        text = paper.paragraph(index).text.strip()
        if name == "date" and _IN_FIGURES.match(text) and not _IN_WORDS.search(text):
            return (
                Slip(template="date", holes=(("found", text),), place=paper.whole_paragraph(index)),
            )
    return ()


def _listed(names: list[str] | tuple[str, ...]) -> str:
    *first, last = names
    return f"{', '.join(first)} and {last}" if first else last


RULE = Rule(
    id="page-heading-block",
    subject=Subject.PAPER,
    label="heading block",
    mark="block",
    messages={
        "missing": "The heading block has no {lines}; it has a line each for {wanted}.",
        "order": "The lines of the heading block stand in another order than {wanted}.",
        "spacing": "The heading block is spaced {found}; it should be {wanted}.",
        "date": "The date {found} is in figures; the month is written out.",
        "page": "The paper opens with a title page; the house rules want none.",
    },
    check=check,
    house=("heading_block", "heading_spacing", "title_page"),
)
