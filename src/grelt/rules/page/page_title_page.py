"""The title page is missing, or one of its parts is.

It says what the paper is, whose it is and for whom, before anything else is read.
"""

import re

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule
from ..laid_out import kept_whole, set_up

_NAMES = {
    "title": "title",
    "writer": "writer’s name",
    "affiliation": "affiliation",
    "course": "course",
    "instructor": "instructor",
    "date": "date",
}
_PRINTED_HEAD = re.compile(r"^(?:[Rr]unning [Hh]ead:?\s*)?(?=.*[A-Z]{3})[^a-z]{8,60}$")


def check(paper: Paper, number: int) -> Verdict:
    asked, front = paper.policy.title_page, paper.structure.front
    if front is None or not kept_whole(paper):
        return NOT_MINE
    if front.kind != "title-page":
        if asked != "always" or not front.parts:
            return NOT_MINE if asked == "never" else RIGHT
        first = front.parts[0][1]
        return (Slip(template="missing", place=paper.whole_paragraph(first)),)
    if asked == "never":
        return NOT_MINE  # the rule of the heading block says it
    wanted = _wanted(paper)
    names = [name for name, _ in front.parts]
    missing = [name for name in wanted if name not in names]
    unknown = sum(name == "other" for name in names)
    if not missing or unknown >= len(missing):
        return RIGHT
    said = ", ".join(_NAMES[name] for name in missing)
    return (
        Slip(
            template="part",
            holes=(("parts", said),),
            place=paper.whole_paragraph(front.parts[0][1]),
            confidence=0.8 if not unknown else 0.6,
            doubt="" if not unknown else "some lines could not be told",
        ),
    )


def _wanted(paper: Paper) -> tuple[str, ...]:
    """The parts that the page has: a paper for print does without course, instructor and date."""
    page, front = paper.policy.guide.page, paper.structure.front
    kind = paper.policy.house.value("paper_kind")
    if kind == "told" and page.professional_parts and front is not None:
        names = {name for name, _ in front.parts}
        section = set_up(paper)
        heads = [h.text.strip() for h in (section.headers if section is not None else ())]
        printed = any(_PRINTED_HEAD.match(head) for head in heads)
        if printed and not names & {"course", "instructor"}:
            kind = "professional"
    return page.professional_parts if kind == "professional" else page.title_page_parts


RULE = Rule(
    id="page-title-page",
    subject=Subject.PAPER,
    label="title page",
    mark="title page",
    messages={
        "missing": "The paper has no title page; the guide asks for one.",
        "part": "The title page does not give: {parts}.",
    },
    check=check,
    house=("title_page", "paper_kind"),
)
