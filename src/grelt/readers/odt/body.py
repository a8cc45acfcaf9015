"""Walks the text of an .odt: paragraphs, spans, lists, notes, page breaks.

Tracked changes are read as accepted (deleted text is kept apart by the format itself).
"""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from enum import Enum

from ...document import Document, Note, Paragraph, RunFormat
from ...errors import PaperDamaged, PaperEmpty, PaperEncrypted, PaperTooLarge
from ...text.spans import Span
from ..archive import DAMAGED, NESTED, Archive, Element
from ..growing import GrowingText
from ..limits import LIMITS, bounded
from ..measures import whole
from .styles import TEXT, OdtStyles

_OFFICE = "{urn:oasis:names:tc:opendocument:xmlns:office:1.0}"
_DRAW = "{urn:oasis:names:tc:opendocument:xmlns:drawing:1.0}"
_TABLE = "{urn:oasis:names:tc:opendocument:xmlns:table:1.0}"
_XLINK_HREF = "{http://www.w3.org/1999/xlink}href"
_DEEPEST = 60
_SPACES = re.compile(r"[ \t\r\n]+")
_PASSED_OVER = {
    f"{TEXT}{t}"
    for t in ("tracked-changes", "note-citation", "bookmark", "bookmark-start", "bookmark-end",
              "change", "change-start", "change-end", "sequence-decls", "table-of-content")
} | {f"{_OFFICE}annotation", f"{_OFFICE}annotation-end", f"{_OFFICE}forms"}  # fmt: skip
_CONTAINERS = {
    f"{TEXT}section", f"{TEXT}list", f"{TEXT}list-item", f"{TEXT}list-header",
    f"{TEXT}bibliography", f"{TEXT}index-body", f"{TEXT}index-title",
}  # fmt: skip


def read_odt(archive: Archive) -> Document:
    """Read an .odt. Raises a `PaperUnreadable` with a message for the instructor."""
    if "META-INF/manifest.xml" in archive.names:
        manifest = archive.read("META-INF/manifest.xml")
        if b"encryption-data" in manifest:
            raise PaperEncrypted(
                "The paper is locked with a password. Ask for a copy saved without one."
            )
    content = archive.xml("content.xml")
    roots = [archive.xml("styles.xml")] if "styles.xml" in archive.names else []
    styles = OdtStyles([*roots, content])
    text = content.find(f"{_OFFICE}body/{_OFFICE}text")
    if text is None:
        raise PaperDamaged(DAMAGED)
    walker = _Walker(styles)
    walker.blocks(text, _Place())
    body_length = len(walker.paragraphs)
    notes = walker.finish_notes()
    if not any(not p.is_blank for p in walker.paragraphs[:body_length]):
        raise PaperEmpty(
            "The document opens and holds no text. If it is a scan or pictures of pages, "
            "ask for the paper as typed text."
        )
    return Document(
        format="odt",
        paragraphs=tuple(walker.paragraphs),
        notes=notes,
        sections=(styles.section(),),
        page_breaks_known=any(p.rendered_breaks for p in walker.paragraphs),
    )


def traced_odt(archive: Archive, content: Element) -> tuple[TracedParagraph, ...]:
    """The paragraphs of an .odt's text in the order in which they are read, with their places in `content`."""
    roots = [archive.xml("styles.xml")] if "styles.xml" in archive.names else []
    text = content.find(f"{_OFFICE}body/{_OFFICE}text")
    walker = _Walker(OdtStyles([*roots, content]))
    if text is not None:
        walker.blocks(text, _Place())
    return tuple(walker.traced)


@dataclass(frozen=True)
class _Place:
    """Where in the document a block stands."""

    depth: int = 0
    list_style: str | None = None
    level: int = 0
    in_table: bool = False
    note: str | None = None
    in_box: bool = False


class Where(Enum):
    """Where a piece of text stands in the file: in an element, behind it, or as the element itself (a tab)."""

    IN = "in"
    BEHIND = "behind"
    ITSELF = "itself"


@dataclass(frozen=True)
class TracedParagraph:
    """Where a paragraph of the text stands in the file: each piece of its text with the element that it is in,
    behind, or made by."""

    element: Element
    text: str
    pieces: tuple[tuple[int, int, Element, Where], ...]


@dataclass
class _Builder:
    growing: GrowingText = field(default_factory=GrowingText)
    rendered: list[int] = field(default_factory=list)
    markers: list[tuple[int, str]] = field(default_factory=list)
    languages: list[tuple[Span, str]] = field(default_factory=list)
    boxes: list[Element] = field(default_factory=list)
    pieces: list[tuple[int, int, Element, Where]] = field(default_factory=list)
    # White space in a row is one space; a space at the beginning is none (OpenDocument 6.1.2).
    after_space: bool = True

    def add(self, text: str, format: RunFormat | None) -> None:
        if not text or format is None:
            return
        self.growing.add(text, format)

    @property
    def length(self) -> int:
        return self.growing.length

    def add_flowing(self, text: str | None, format: RunFormat | None) -> None:
        if not text:
            return
        flowing = _SPACES.sub(" ", text)
        if self.after_space:
            flowing = flowing.removeprefix(" ")
        if flowing or text:
            self.after_space = text[-1] in " \t\r\n"
        self.add(flowing, format)

    def add_from(self, item: Element, format: RunFormat | None, where: Where) -> None:
        """The text of an element, or what stands behind it."""
        start = self.length
        self.add_flowing(item.tail if where is Where.BEHIND else item.text, format)
        self.trace(start, item, where)

    def trace(self, start: int, item: Element, where: Where) -> None:
        if self.length > start:
            self.pieces.append((start, self.length, item, where))


class _Walker:
    def __init__(self, styles: OdtStyles) -> None:
        self.styles = styles
        self.traced: list[TracedParagraph] = []
        self.paragraphs: list[Paragraph] = []
        self._notes: list[tuple[str, str, Element]] = []
        self._break_next = False

    def blocks(self, container: Element, place: _Place) -> None:
        if place.depth > _DEEPEST:
            raise PaperTooLarge(NESTED)
        for item in container:
            deeper = replace(place, depth=place.depth + 1)
            if item.tag in (f"{TEXT}p", f"{TEXT}h"):
                self._paragraph(item, place)
            elif item.tag == f"{TEXT}list":
                style = item.get(f"{TEXT}style-name") or place.list_style
                self.blocks(item, replace(deeper, list_style=style, level=place.level + 1))
            elif item.tag in _CONTAINERS:
                self.blocks(item, deeper)
            elif item.tag == f"{_TABLE}table":
                for cell in item.iter(f"{_TABLE}table-cell"):
                    if next(a for a in cell.iterancestors(f"{_TABLE}table")) is item:
                        self.blocks(cell, replace(deeper, in_table=True))
            elif item.tag == f"{TEXT}soft-page-break":
                self._break_next = True

    def _paragraph(self, element: Element, place: _Place) -> None:
        bounded(len(self.paragraphs) + 1, LIMITS.paragraphs, "paragraphs")
        name = element.get(f"{TEXT}style-name")
        marker = self.styles.marker(place.list_style, place.level) if place.level else None
        format = self.styles.paragraph(name, marker)
        if element.tag == f"{TEXT}h":
            level = element.get(f"{TEXT}outline-level", "1")
            format = replace(format, outline=(whole(level) or 1) - 1)
        builder = _Builder()
        if self._break_next and place.note is None:
            builder.rendered.append(0)
            self._break_next = False
        self._inline(element, builder, name, [], None, 0)
        self.traced.append(TracedParagraph(element, builder.growing.text, tuple(builder.pieces)))
        self.paragraphs.append(
            Paragraph(
                index=len(self.paragraphs),
                text=builder.growing.text,
                runs=builder.growing.runs,
                format=format,
                hard_breaks=(builder.length,) if self.styles.breaks_after(name) else (),
                rendered_breaks=tuple(builder.rendered),
                note_markers=tuple(builder.markers),
                in_table=place.in_table,
                note=place.note,
                in_box=place.in_box,
                languages=tuple(builder.languages),
            )
        )
        for box in builder.boxes:
            self.blocks(box, replace(place, in_box=True, depth=place.depth + 1))

    def _inline(
        self,
        element: Element,
        builder: _Builder,
        paragraph: str | None,
        spans: list[str],
        link: str | None,
        depth: int,
    ) -> None:
        if depth > _DEEPEST:
            raise PaperTooLarge(NESTED)
        format = self.styles.run(paragraph, spans, link)
        builder.add_from(element, format, Where.IN)
        for item in element:
            tag = item.tag
            if tag == f"{TEXT}span":
                inner = [*spans, item.get(f"{TEXT}style-name", "")]
                start = builder.length
                self._inline(item, builder, paragraph, inner, link, depth + 1)
                language = self.styles.language(inner)
                if language is not None and builder.length > start:
                    builder.languages.append((Span(start, builder.length), language))
            elif tag == f"{_DRAW}frame":
                builder.boxes += item.findall(f"{_DRAW}text-box")
            elif tag == f"{TEXT}a":
                target = item.get(_XLINK_HREF) or link
                self._inline(item, builder, paragraph, spans, target, depth + 1)
            elif tag == f"{TEXT}note":
                identity = f"{item.get(f'{TEXT}note-class', 'footnote')}:{len(self._notes) + 1}"
                body = item.find(f"{TEXT}note-body")
                if body is not None:
                    builder.markers.append((builder.length, identity))
                    kind = item.get(f"{TEXT}note-class", "footnote")
                    self._notes.append((identity, kind, body))
            elif not self._special(item, builder, format) and tag not in _PASSED_OVER:
                # Fields, ruby, references: their text counts.
                self._inline(item, builder, paragraph, spans, link, depth + 1)
            builder.add_from(item, format, Where.BEHIND)

    def _special(self, item: Element, builder: _Builder, format: RunFormat | None) -> bool:
        tag, start = item.tag, builder.length
        if tag == f"{TEXT}s":
            count = item.get(f"{TEXT}c", "1")
            builder.add(" " * min(whole(count) or 1, 400), format)
            builder.after_space = False
        elif tag == f"{TEXT}tab":
            builder.add("\t", format)
            builder.after_space = False
        elif tag == f"{TEXT}line-break":
            builder.add("\n", format)
            builder.after_space = False
        elif tag == f"{TEXT}soft-page-break":
            builder.rendered.append(builder.length)
        else:
            return False
        builder.trace(start, item, Where.ITSELF)
        return True

    def finish_notes(self) -> tuple[Note, ...]:
        """Read the bodies of the notes after the text, in the order of their markers."""
        notes: list[Note] = []
        counts = {"footnote": 0, "endnote": 0}
        bounded(len(self._notes), LIMITS.notes, "notes")
        for identity, kind, body in self._notes:
            counts[kind] = counts.get(kind, 0) + 1
            first = len(self.paragraphs)
            self.blocks(body, _Place(note=identity))
            paragraphs = tuple(range(first, len(self.paragraphs)))
            notes.append(Note(identity, kind, counts[kind], paragraphs))
        return tuple(notes)
