"""The role of every paragraph: heading block, title, headings, body, block quotations, the lists."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass

from ..document import Document, Paragraph
from .blocks import mark_details
from .by_hand import front_by_hand, lists_by_hand, roles_by_hand
from .front import front_matter
from .kinds import Detail, FrontMatter, Role
from .lists import SourceList, find_lists
from .pages import Pages, paginate


@dataclass(frozen=True)
class Structure:
    """Roles and details by paragraph index, the lists, pages, and what the body is set in."""

    roles: tuple[Role, ...]
    details: tuple[Detail, ...]
    lists: tuple[SourceList, ...]
    pages: Pages
    body_face: str | None
    body_size: float | None
    front: FrontMatter | None = None

    @property
    def source_list(self) -> SourceList | None:
        """The list of works cited: the first one that does not say it holds others."""
        cited = [found for found in self.lists if not found.consulted]
        return cited[0] if cited else self.lists[0] if self.lists else None

    def list_of(self, paragraph: int) -> SourceList | None:
        """The list a paragraph stands in."""
        return next((found for found in self.lists if paragraph in found.paragraphs), None)

    def indexes(self, *roles: Role) -> list[int]:
        return [i for i, role in enumerate(self.roles) if role in roles]


def structure_of(document: Document, hands: Mapping[int, str] | None = None) -> Structure:
    """Give every paragraph its role; `hands` are those that a person has given. Never raises."""
    hands = hands or {}
    paragraphs = document.paragraphs
    lists = lists_by_hand(document, find_lists(document), hands)
    pages = paginate(document)
    headings = {found.heading for found in lists if found.heading is not None}
    in_list = {i for found in lists for i in found.paragraphs}
    last = max((*in_list, *headings), default=len(paragraphs))
    front_roles, front = front_matter(document, pages, min((*headings, *in_list), default=None))
    roles: list[Role] = []
    for paragraph in paragraphs:
        index = paragraph.index
        if paragraph.note is not None:
            roles.append(Role.NOTE)
        elif paragraph.is_blank:
            roles.append(Role.BLANK)
        elif index in headings:
            roles.append(Role.LIST_HEADING)
        elif index in in_list:
            roles.append(Role.LIST_ENTRY)
        elif paragraph.in_table or paragraph.in_box or index > last:
            roles.append(Role.OTHER)
        elif index in front_roles:
            roles.append(front_roles[index])
        elif is_heading(paragraph):
            roles.append(Role.HEADING)
        else:
            roles.append(Role.BODY)
    details = mark_details(paragraphs, roles, last)
    roles_by_hand(roles, hands)
    front = front_by_hand(front, hands)
    face, size = _body_setting(paragraphs, roles)
    return Structure(tuple(roles), tuple(details), lists, pages, face, size, front)


def is_heading(paragraph: Paragraph) -> bool:
    """By its level or style, or short, set apart, and without a closing mark."""
    text = paragraph.text.strip()
    if paragraph.format.outline is not None and paragraph.format.outline < 9 and len(text) < 200:
        return True
    if (paragraph.format.style or "").casefold().startswith("heading") and len(text) < 200:
        return True
    if len(text) > 90 or text[-1:] in '.?!,;:”"' or "\n" in text:
        return False
    bold = all(r.format.bold for r in paragraph.inked_runs())
    italic = all(r.format.italic for r in paragraph.inked_runs())
    return bold or italic or paragraph.format.alignment == "center"


def _body_setting(
    paragraphs: tuple[Paragraph, ...], roles: list[Role]
) -> tuple[str | None, float | None]:
    """The face and size that most characters of the body have."""
    faces: Counter[str] = Counter()
    sizes: Counter[float] = Counter()
    for paragraph, role in zip(paragraphs, roles, strict=True):
        if role is not Role.BODY:
            continue
        for run in paragraph.runs:
            if run.format.face is not None:
                faces[run.format.face] += len(run.span)
            if run.format.size is not None:
                sizes[run.format.size] += len(run.span)
    face = faces.most_common(1)[0][0] if faces else None
    size = sizes.most_common(1)[0][0] if sizes else None
    return face, size
