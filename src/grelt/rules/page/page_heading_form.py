"""A heading is not placed or printed as its level has it.

Readers tell by the look of a heading what it stands under; two levels that look alike are one.
"""

from collections.abc import Iterator

from ...document import Paragraph
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ..base import Rule
from ..laid_out import kept_whole

_DEEPEST = 9
_PLACES = {"center": "in the middle", "left": "at the margin"}


def check(paper: Paper, number: int) -> Verdict:
    forms = paper.policy.guide.page.headings
    levels = _levels(paper) if forms and kept_whole(paper) else []
    if not levels:
        return NOT_MINE
    return tuple(_slips(paper, levels, forms)) or RIGHT


def _slips(paper: Paper, levels: list[list[Paragraph]], forms: tuple[str, ...]) -> Iterator[Slip]:
    """A slip for each level of which some headings are otherwise, with their places."""
    for level, (headings, form) in enumerate(zip(levels, forms, strict=False), start=1):
        place, *prints = form.split()
        wrong = [h for h in headings if not _fits(h, place, frozenset(prints))]
        if not wrong:
            continue
        places = tuple(paper.whole_paragraph(h.index) for h in wrong)
        wanted = f"{_PLACES[place]}, in {' and '.join(prints)}"
        yield Slip(
            template="one" if len(headings) == 1 else "several",
            holes=(
                ("level", str(level)),
                ("wanted", wanted),
                ("count", f"{len(wrong)} of {len(headings)}"),
            ),
            place=places[0],
            places=places if len(places) > 1 else (),
            confidence=0.9,
        )


def _levels(paper: Paper) -> list[list[Paragraph]]:
    """The headings by level. A paper may begin with any of its program's levels: the highest one used is the
    first."""
    found: dict[int, list[Paragraph]] = {}
    for index in paper.structure.indexes(Role.HEADING):
        paragraph = paper.paragraph(index)
        outline = paragraph.format.outline
        if outline is not None and outline < _DEEPEST:
            found.setdefault(outline, []).append(paragraph)
    return [found[outline] for outline in sorted(found)]


def _fits(paragraph: Paragraph, place: str, prints: frozenset[str]) -> bool:
    alignment = paragraph.format.alignment
    if alignment is not None and (alignment == "center") != (place == "center"):
        return False
    runs = list(paragraph.inked_runs())
    for name in ("bold", "italic"):
        said = [v for r in runs if (v := getattr(r.format, name)) is not None]
        # A name in italics may stand in any heading.
        if said and (not all(said) if name in prints else all(said)):
            return False
    return True


RULE = Rule(
    id="page-heading-form",
    subject=Subject.PAPER,
    label="form of headings",
    mark="heading",
    messages={
        "one": "The heading of level {level} should stand {wanted}.",
        "several": "Headings of level {level} stand {wanted}; {count} of them do not.",
    },
    check=check,
)
