"""The parts of a document: what each paragraph is, and the entries of its lists. All that is told before its
citations are looked for."""

from __future__ import annotations

from dataclasses import dataclass, replace

from .document import Document
from .entries import SourceEntries, read_entries
from .set_right import SetRight, notes_from, paragraph_keys
from .structure import Role, Structure, prepared, structure_of


def parts_of(
    document: Document, right: SetRight
) -> tuple[Document, tuple[str, ...], Structure, SourceEntries]:
    """The document as it is looked at, its paragraphs' keys, what each part of it is, and its entries."""
    document = prepared(document, notes_from(document, right))
    keys = paragraph_keys(document)
    structure = structure_of(
        document, {i: right.roles[key] for i, key in enumerate(keys) if key in right.roles}
    )
    sources = read_entries(document, structure.lists)
    return document, keys, _with_list_roles(structure, sources), sources


def _with_list_roles(structure: Structure, sources: SourceEntries) -> Structure:
    if not sources.subheadings and not sources.annotations:
        return structure
    roles = list(structure.roles)
    for index in sources.subheadings:
        roles[index] = Role.HEADING
    for index in sources.annotations:
        roles[index] = Role.LIST_ANNOTATION
    return replace(structure, roles=tuple(roles))


@dataclass(frozen=True)
class Front:
    """What a paper says of itself, as it is written, and the entries of its lists: told without looking at its
    citations."""

    writer: str
    title: str
    entries: tuple[str, ...]


def front_of(document: Document) -> Front:
    """Whose a paper is, its title and its entries, with no more of it looked at than that takes."""
    document, _, structure, sources = parts_of(document, SetRight())

    def said(part: str) -> str:
        at = structure.front.paragraph_of(part) if structure.front is not None else None
        return "" if at is None else " ".join(document.paragraphs[at].text.split())

    return Front(said("writer"), said("title"), tuple(e.text for e in sources.entries))
