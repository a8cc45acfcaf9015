"""The role of every paragraph: heading block, title, headings, body, block quotations, the list."""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass
from enum import StrEnum

from ..document import Document, Paragraph
from .lists import SourceList, find_list
from .pages import Pages, paginate


class Role(StrEnum):
    """Roles as the report names them."""

    HEADING_BLOCK = "heading-block"
    TITLE_PAGE = "title-page"
    TITLE = "title"
    HEADING = "heading"
    BODY = "body"
    BLOCK_QUOTE = "block-quote"
    LIST_HEADING = "list-heading"
    LIST_ENTRY = "list-entry"
    LIST_ANNOTATION = "list-annotation"
    NOTE = "note"
    BLANK = "blank"
    OTHER = "other"


PROSE = frozenset({Role.BODY, Role.BLOCK_QUOTE, Role.NOTE})
_QUARTER_INCH = 18.0
_DATE = re.compile(
    r"\b\d{1,2}\s+[A-Z][a-z]+\.?\s+\d{4}\b|\b[A-Z][a-z]+\.?\s+\d{1,2},?\s+\d{4}\b"
    r"|\b\d{1,2}[./]\d{1,2}[./]\d{2,4}\b"
)


@dataclass(frozen=True)
class Structure:
    """Roles by paragraph index, the list, pages, and what the body is set in."""

    roles: tuple[Role, ...]
    source_list: SourceList | None
    pages: Pages
    body_face: str | None
    body_size: float | None

    def indexes(self, *roles: Role) -> list[int]:
        return [i for i, role in enumerate(self.roles) if role in roles]


def structure_of(document: Document) -> Structure:
    """Give every paragraph its role. Never raises."""
    paragraphs = document.paragraphs
    source_list = find_list(document)
    roles: list[Role] = []
    in_list = set(source_list.paragraphs) if source_list else set()
    heading = source_list.heading if source_list else None
    after_list = max(in_list, default=heading if heading is not None else len(paragraphs))
    front = _front_matter(
        paragraphs, heading if heading is not None else min(in_list, default=None)
    )
    for paragraph in paragraphs:
        index = paragraph.index
        if paragraph.note is not None:
            roles.append(Role.NOTE)
        elif paragraph.is_blank:
            roles.append(Role.BLANK)
        elif index == heading:
            roles.append(Role.LIST_HEADING)
        elif index in in_list:
            roles.append(Role.LIST_ENTRY)
        elif paragraph.in_table or index > after_list:
            roles.append(Role.OTHER)
        elif index in front:
            roles.append(front[index])
        elif _is_heading(paragraph):
            roles.append(Role.HEADING)
        else:
            roles.append(Role.BODY)
    _mark_block_quotes(paragraphs, roles)
    face, size = _body_setting(paragraphs, roles)
    return Structure(tuple(roles), source_list, paginate(document), face, size)


def _front_matter(paragraphs: tuple[Paragraph, ...], stop: int | None) -> dict[int, Role]:
    """Heading block and title: the short paragraphs before the first one of prose.

    The heading block ends with its date; the title is the centred line after it, or
    the last short line before the prose.
    """
    opening: list[Paragraph] = []
    for paragraph in paragraphs[: stop if stop is not None else len(paragraphs)]:
        if paragraph.note is not None:
            break
        if paragraph.is_blank:
            continue
        text = paragraph.text.strip()
        if len(text) > 160 or (len(text) > 40 and text[-1:] in ".!?" and not _centred(paragraph)):
            break
        opening.append(paragraph)
        if len(opening) > 12:
            return {}
    roles: dict[int, Role] = {}
    if not any(_DATE.search(p.text) and len(p.text) < 60 for p in opening) and not any(
        _centred(p) or (p.format.style or "").casefold() == "title" for p in opening
    ):
        return {}  # nothing but short paragraphs: prose
    titles = [p for p in opening if _centred(p) or (p.format.style or "").casefold() == "title"]
    title = titles[0] if titles else None
    if title is None and len(opening) >= 2 and not _DATE.search(opening[-1].text):
        dated = [i for i, p in enumerate(opening) if _DATE.search(p.text)]
        if dated and dated[-1] == len(opening) - 2:
            title = opening[-1]
    for paragraph in opening:
        if title is not None and paragraph.index > title.index:
            # A second centred line right below is a subtitle; anything else is no front matter.
            if paragraph in titles and paragraph.index == title.index + 1:
                roles[paragraph.index] = Role.TITLE
                continue
            break
        roles[paragraph.index] = Role.TITLE if paragraph is title else Role.HEADING_BLOCK
    return roles


def _centred(paragraph: Paragraph) -> bool:
    return paragraph.format.alignment == "center"


def _is_heading(paragraph: Paragraph) -> bool:
    text = paragraph.text.strip()
    if paragraph.format.outline is not None and paragraph.format.outline < 9 and len(text) < 200:
        return True
    if (paragraph.format.style or "").casefold().startswith("heading") and len(text) < 200:
        return True
    if len(text) > 90 or text[-1:] in '.?!,;:”"' or "\n" in text:
        return False
    bold = all(r.format.bold for r in paragraph.inked_runs())
    italic = all(r.format.italic for r in paragraph.inked_runs())
    return bold or italic or _centred(paragraph)


def _mark_block_quotes(paragraphs: tuple[Paragraph, ...], roles: list[Role]) -> None:
    """Body paragraphs set in from the left by a quarter inch or more than the prose is."""
    body = [i for i, role in enumerate(roles) if role is Role.BODY]
    lefts = Counter(round(paragraphs[i].format.left or 0.0) for i in body)
    usual = lefts.most_common(1)[0][0] if lefts else 0
    for i in body:
        layout = paragraphs[i].format
        left = layout.left or 0.0
        hanging = (layout.first_line or 0.0) < -1.0
        if left - usual >= _QUARTER_INCH and not hanging and layout.marker is None:
            roles[i] = Role.BLOCK_QUOTE


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
