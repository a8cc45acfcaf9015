"""A full page of text without a citation.

In a paper that argues from sources such a page either tells what others found without saying so, or
wanders from the sources; the writer should look at it again.
"""

from itertools import pairwise

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ...text.spans import Span
from ..base import Rule

_FULL = 240


def check(paper: Paper, _number: int) -> Verdict:
    if paper.policy.house.value("dry_page") == "allow" or len(paper.citations) < 2:
        return NOT_MINE
    words: dict[int, int] = {}
    first: dict[int, Place] = {}
    other: set[int] = set()
    for paragraph in paper.document.paragraphs:
        role = paper.structure.roles[paragraph.index]
        if paragraph.note is not None or paragraph.is_blank:
            continue
        for page, start, end in _pieces(paper, paragraph.index, len(paragraph.text)):
            if role not in (Role.BODY, Role.BLOCK_QUOTE, Role.HEADING):
                other.add(page)
                continue
            words[page] = words.get(page, 0) + len(paragraph.text[start:end].split())
            first.setdefault(page, Place(paragraph.index, Span(start, end)))
    full = {page for page, count in words.items() if count >= _FULL and page not in other}
    if not full:
        return NOT_MINE
    dry = sorted(full - _pages_with_citations(paper))
    return tuple(
        Slip(
            template="dry",
            holes=(("page", str(page)),),
            place=first[page],
            confidence=0.8,
        )
        for page in dry
    ) or RIGHT  # fmt: skip


def _pieces(paper: Paper, index: int, length: int) -> list[tuple[int, int, int]]:
    """Page, start and end of each part of a paragraph."""
    breaks = [0, *paper.structure.pages.starts_within(index), length]
    return [
        (paper.structure.pages.of(index, start), start, end)
        for start, end in pairwise(breaks)
        if end > start
    ]


def _pages_with_citations(paper: Paper) -> set[int]:
    found = {paper.page_of(paper.citation_place(i)) for i in range(len(paper.citations))}
    pages = paper.structure.pages
    return found | {pages.of(p, o) for p, o in paper.document.note_places.values()}


RULE = Rule(
    id="citation-dry-page",
    subject=Subject.PAPER,
    label="page without a citation",
    mark="dry",
    messages={"dry": "Page {page} is full of text and cites nothing."},
    check=check,
    house=("dry_page",),
    any_system=True,
)
