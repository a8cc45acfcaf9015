"""The names of what paragraphs are."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


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


class Detail(StrEnum):
    """What a paragraph is besides its role, where that matters."""

    NONE = ""
    VERSE = "verse"
    EPIGRAPH = "epigraph"
    ABSTRACT = "abstract"
    KEYWORDS = "keywords"
    TABLE = "table"
    CAPTION = "caption"
    CONTENTS = "contents"
    TEXT_BOX = "text-box"
    APPENDIX = "appendix"


PROSE = frozenset({Role.BODY, Role.BLOCK_QUOTE, Role.NOTE})


@dataclass(frozen=True)
class FrontMatter:
    """What stands before the text: a `heading-block` or a `title-page`, and its parts by name
    (`writer`, `affiliation`, `instructor`, `course`, `date`, `title`; `other` where it cannot be
    told) with their paragraphs, in the order written."""

    kind: str
    parts: tuple[tuple[str, int], ...]

    def paragraph_of(self, name: str) -> int | None:
        """The first paragraph that is this part."""
        return next((index for part, index in self.parts if part == name), None)
