"""The pages are not numbered where the guide has their number, or the name before it is missing.

Pages come apart; the number and the name put them together again.
"""

import re

from ...document import Header, Section
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.folding import words
from ..base import Rule
from ..laid_out import kept_whole, set_up

_FIGURE = re.compile(r"\d+")
_PLACES = {"top": "at the top", "bottom": "at the foot"}
_SIDES = {"right": "at the right", "center": "in the middle", "left": "at the left"}


def check(paper: Paper, number: int) -> Verdict:
    section = set_up(paper)
    if section is None:
        return NOT_MINE
    page = paper.policy.guide.page
    heads = [h for h in section.headers if h.kind == "default"]
    numbered = [h for h in heads if h.page_number]
    if not numbered:
        return _unnumbered(paper, section, heads)
    places = [_place(h) for h in numbered]
    if all(place is not None and place not in page.number_places for place in places):
        return _said(
            "place", ("found", _in_words(numbered[0])), ("wanted", _wanted(page.number_places[0]))
        )
    if page.running_head == "surname":
        slip = _surname(paper, numbered)
        if slip is not None:
            return (slip,)
    return _first_page(paper, section) or RIGHT


def _unnumbered(paper: Paper, section: Section, heads: list[Header]) -> Verdict:
    if not kept_whole(paper) and (paper.structure.pages.count < 3 or heads):
        return NOT_MINE
    if any(h.page_number is None for h in heads):
        return NOT_MINE
    # A figure typed by hand, the same on every page, is no number of a page.
    wanted = _wanted(paper.policy.guide.page.number_places[0])
    return _said("none", ("wanted", wanted))


def _place(head: Header) -> str | None:
    if head.alignment is None or head.alignment == "justify":
        return None
    return f"{'bottom' if head.foot else 'top'} {head.alignment}"


def _in_words(head: Header) -> str:
    return f"{_PLACES['bottom' if head.foot else 'top']}, {_SIDES[head.alignment or 'left']}"


def _wanted(place: str) -> str:
    edge, _, side = place.partition(" ")
    return f"{_PLACES[edge]}, {_SIDES[side]}"


def _surname(paper: Paper, heads: list[Header]) -> Slip | None:
    """The slip of a head without the writer's surname; None where it is there, or nobody knows the writer."""
    said = [set(words(_FIGURE.sub(" ", h.text))) for h in heads]
    front = paper.structure.front
    writers = [i for name, i in front.parts if name == "writer"] if front is not None else []
    if not any(said):
        return Slip(template="no_name")
    if not writers:
        return None
    name = words(paper.paragraph(writers[0]).text)
    if any(set(name) & found for found in said):
        return None
    return Slip(
        template="other_name",
        holes=(("found", heads[0].text), ("writer", paper.paragraph(writers[0]).text.strip())),
        confidence=0.8,
    )


def _first_page(paper: Paper, section: Section) -> tuple[Slip, ...]:
    choice = paper.policy.house.value("first_page_number")
    if choice == "either" or not kept_whole(paper):
        return ()
    first = [h for h in section.headers if h.kind == "first"]
    shown = any(h.page_number for h in first) if section.first_differs else True
    return (Slip(template=choice),) if shown != (choice == "shown") else ()


def _said(template: str, *holes: tuple[str, str]) -> tuple[Slip, ...]:
    return (Slip(template=template, holes=holes),)


RULE = Rule(
    id="page-running-head",
    subject=Subject.PAPER,
    label="page numbers and running head",
    mark="head",
    messages={
        "none": "The pages carry no number; it stands {wanted}.",
        "place": "The number of the page stands {found}; it should be {wanted}.",
        "no_name": "The head of the pages has the number alone; the writer’s surname stands before it.",
        "other_name": "The head of the pages says “{found}”; the writer is {writer}.",
        "shown": "The first page carries no number; the house rules want it there.",
        "hidden": "The first page carries its number; the house rules leave it out there.",
    },
    check=check,
    house=("first_page_number",),
)
