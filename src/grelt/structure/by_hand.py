"""What a person has said of paragraphs: where a list begins and ends, what is a heading, a block quotation, the
title, the writer. It holds before anything that is told by form."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from ..document import Document, Paragraph
from .headings import is_consulted
from .kinds import FrontMatter, Role
from .lists import SourceList, list_members, looks_like_entry

# The typed notes begin with this paragraph.
NOTES_BEGIN = "note-first"
# What can be said of a paragraph: `list-heading` heads the list, `list-first` is its first entry where it has
# no heading, `list-last` its last one.
BY_HAND = (
    "list-heading", "list-first", "list-last", NOTES_BEGIN, "heading", "body", "block-quote", "title", "writer",
    "other",
)  # fmt: skip
_ROLES = {
    "heading": Role.HEADING,
    "body": Role.BODY,
    "block-quote": Role.BLOCK_QUOTE,
    "title": Role.TITLE,
    "writer": Role.HEADING_BLOCK,
    "other": Role.OTHER,
}


def lists_by_hand(
    document: Document, found: tuple[SourceList, ...], hands: Mapping[int, str]
) -> tuple[SourceList, ...]:
    """The lists as a person has them begin and end; those found, where nobody has said anything."""
    text = [p for p in document.paragraphs if p.note is None]
    begins = sorted(i for i, said in hands.items() if said in ("list-heading", "list-first"))
    ends = sorted(i for i, said in hands.items() if said == "list-last")
    lists = list(found) if not begins else []
    for number, begin in enumerate(begins):
        following = begins[number + 1] if number + 1 < len(begins) else len(text)
        lists.append(_list_from(text, begin, hands[begin] == "list-heading", following, ends))
    if not begins:
        lists = [_ending(item, ends, text) for item in lists]
    out = {i for i, said in hands.items() if said in _ROLES}
    return tuple(
        replace(item, paragraphs=tuple(i for i in item.paragraphs if i not in out))
        for item in lists
        if item.heading not in out
    )


def _list_from(
    text: list[Paragraph], begin: int, headed: bool, stop: int, ends: Sequence[int]
) -> SourceList:
    start = begin + 1 if headed else begin
    last = next((end for end in ends if start <= end < stop), None)
    members = tuple(range(start, last + 1)) if last is not None else list_members(text, start, stop)
    return SourceList(begin if headed else None, members, headed and is_consulted(text[begin]))


def _ending(item: SourceList, ends: Sequence[int], text: Sequence[Paragraph]) -> SourceList:
    """A list that ends where a person says: earlier than it seemed to, or later."""
    first = item.paragraphs[0] if item.paragraphs else None
    last = next((end for end in ends if first is not None and end >= first), None)
    if first is None or last is None or last >= len(text):
        return item
    return replace(item, paragraphs=tuple(range(first, last + 1)))


def roles_by_hand(roles: list[Role], hands: Mapping[int, str]) -> None:
    """Put a person's roles in the place of those that were told."""
    for index, said in hands.items():
        if said in _ROLES:
            roles[index] = _ROLES[said]


def front_by_hand(front: FrontMatter | None, hands: Mapping[int, str]) -> FrontMatter | None:
    """The front matter with the writer and the title that a person has shown."""
    shown = {said: index for index, said in hands.items() if said in ("writer", "title")}
    if not shown:
        return front
    parts = tuple(
        (name, index)
        for name, index in (front.parts if front is not None else ())
        if name not in shown and index not in hands
    )
    own = sorted(((name, index) for name, index in shown.items()), key=lambda part: part[1])
    return FrontMatter(front.kind if front is not None else "heading-block", (*parts, *own))


def likely_beginning(document: Document) -> int | None:
    """Where a list most likely begins in a paper in which none was found: at the first of the last paragraphs
    that look like entries; one among them may not."""
    text = [p for p in document.paragraphs if p.note is None and not p.is_blank and not p.in_table]
    begin: int | None = None
    odd = 0
    for paragraph in reversed(text):
        if looks_like_entry(paragraph):
            begin, odd = paragraph.index, 0
        elif begin is not None:
            odd += 1
            if odd == 2:
                break
    return begin
