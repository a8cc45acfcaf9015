"""Where things are: pages, roles of paragraphs, the lists of sources."""

from ..document import Document
from .by_hand import BY_HAND, NOTES_BEGIN, likely_beginning
from .kinds import PROSE, Detail, FrontMatter, Role
from .lists import SourceList, with_parted_entries
from .pages import Pages, paginate
from .roles import Structure, structure_of
from .typed_notes import with_typed_notes

__all__ = [
    "BY_HAND",
    "NOTES_BEGIN",
    "PROSE",
    "Detail",
    "FrontMatter",
    "Pages",
    "Role",
    "SourceList",
    "Structure",
    "likely_beginning",
    "paginate",
    "prepared",
    "structure_of",
]


def prepared(document: Document, notes_from: int | None = None) -> Document:
    """The document with what people make by hand made into what it stands for: typed notes into
    notes (from a paragraph on, where a person says so), entries parted by line breaks into paragraphs. Never
    raises."""
    return with_parted_entries(with_typed_notes(document, notes_from))
