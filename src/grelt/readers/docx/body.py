"""Walks the text of a .docx: paragraphs, runs, fields, notes, sections.

Tracked changes are read as accepted: insertions in, deletions out. Of a field
only the result counts. What stands in a text box comes after the paragraph it hangs on.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from ...document import Document, Note, Paragraph, RunFormat, Section
from ...errors import PaperDamaged, PaperEmpty, PaperTooLarge
from ...text.spans import Span
from ..growing import GrowingText
from ..limits import LIMITS, bounded
from .package import R_ID, Element, Package, W
from .sections import SectionReader
from .styles import ParagraphValues, Styles, without_contextual
from .symbols import symbol

_INLINE = {f"{W}{t}" for t in ("ins", "smartTag", "moveTo", "bdo", "dir", "customXml")}
_SKIPPED = {f"{W}{t}" for t in ("del", "moveFrom", "pPr", "rPr", "sdtPr", "sdtEndPr")}
_LINK = re.compile(r'\bHYPERLINK\s+(?:\\l\s+)?"?([^"\s]+)')
_DRAWN = {f"{W}drawing", f"{W}pict", f"{W}object"}
_ALTERNATES = "{http://schemas.openxmlformats.org/markup-compatibility/2006}"
_DEEPEST_BOX = 3
_NOTE_TYPES = {"separator", "continuationSeparator", "continuationNotice"}
_SPECIAL = {"noBreakHyphen": "\u2011", "tab": "\t", "ptab": "\t", "cr": "\n", "softHyphen": ""}


@dataclass
class _Field:
    """A complex field being walked: its instruction, until the result begins. `link` is its own, or that of the
    field around it."""

    instruction: str = ""
    in_result: bool = False
    link: str | None = None


@dataclass(frozen=True)
class _Setting:
    """What the runs of a paragraph stand on: its style, what is behind it, the table's style."""

    style: str
    behind: str
    table: str | None


@dataclass
class _Builder:
    """One paragraph under construction."""

    growing: GrowingText = field(default_factory=GrowingText)
    hard: list[int] = field(default_factory=list)
    rendered: list[int] = field(default_factory=list)
    markers: list[tuple[int, str]] = field(default_factory=list)
    languages: list[tuple[Span, str]] = field(default_factory=list)
    boxes: list[Element] = field(default_factory=list)
    pieces: list[tuple[int, int, Element]] = field(default_factory=list)
    places: list[tuple[int, Element]] = field(default_factory=list)

    def add(self, text: str, format: RunFormat, language: str | None = None) -> None:
        if not text:
            return
        if language is not None:
            self.languages.append((Span(self.length, self.length + len(text)), language))
        self.growing.add(text, format)

    @property
    def length(self) -> int:
        return self.growing.length


@dataclass(frozen=True)
class TracedParagraph:
    """Where a paragraph of the text stands in the file: its element, and each piece of its text with the
    element of a run that it came from. `markers` are the offsets of notes, by their element."""

    element: Element
    text: str
    pieces: tuple[tuple[int, int, Element], ...]
    markers: tuple[tuple[int, Element], ...]


@dataclass
class _Raw:
    """A paragraph before neighbours are known (contextual spacing needs them)."""

    paragraph: Paragraph
    values: ParagraphValues


class _Walker:
    def __init__(self, package: Package, styles: Styles, *, tracing: bool = False) -> None:
        self.package = package
        self.tracing = tracing
        self.traced: list[TracedParagraph] = []
        self.styles = styles
        self.raws: list[_Raw] = []
        self.sections = SectionReader(package, styles)
        self.note_order: list[tuple[str, str]] = []
        self.raised_numbers: dict[str | None, bool | None] = {}
        self._note: str | None = None
        self._fields: list[_Field] = []
        # How many of them have not come to their result.
        self._instructing = 0
        self._links: dict[str, str] = {}

    # Blocks

    def walk(
        self, container: Element, links: dict[str, str], note: str | None, *, box: int = 0
    ) -> None:
        self._links, self._note = links, note
        self._fields, self._instructing = [], 0
        for block, table in _blocks(container, None, 0):
            if block.tag == f"{W}p":
                self._paragraph(block, table, note, box)
            elif block.tag == f"{W}sectPr" and note is None and not box:
                self.sections.add(block, len(self.raws))

    def _paragraph(self, element: Element, table: str | None, note: str | None, box: int) -> None:
        bounded(len(self.raws) + 1, LIMITS.paragraphs, "paragraphs")
        properties = element.find(f"{W}pPr")
        if properties is not None and _is_deleted_mark(properties) and not _has_text(element):
            return
        format, values = self.styles.paragraph(properties, table)
        background = values.get("shd", "auto").upper()
        behind = background if len(background) == 6 and background != "FFFFFF" else "none"
        builder = _Builder()
        setting = _Setting(values.get("style", ""), behind, table)
        self._inline(element, builder, setting, None, 0)
        if self.tracing:
            self.traced.append(
                TracedParagraph(
                    element,
                    builder.growing.text,
                    tuple(builder.pieces),
                    tuple(builder.places),
                )
            )
        self.raws.append(
            _Raw(
                Paragraph(
                    index=len(self.raws),
                    text=builder.growing.text,
                    runs=builder.growing.runs,
                    format=format,
                    hard_breaks=tuple(builder.hard),
                    rendered_breaks=tuple(builder.rendered),
                    note_markers=tuple(builder.markers),
                    in_table=table is not None,
                    note=note,
                    in_box=box > 0,
                    languages=tuple(builder.languages),
                ),
                values,
            )
        )
        section = properties.find(f"{W}sectPr") if properties is not None else None
        if section is not None and note is None:
            self.sections.add(section, len(self.raws))
        if box < _DEEPEST_BOX:
            for found in builder.boxes:
                self.walk(found, self._links, note, box=box + 1)

    # Inline content

    def _inline(
        self,
        element: Element,
        builder: _Builder,
        setting: _Setting,
        link: str | None,
        depth: int,
    ) -> None:
        if depth > 40:
            raise PaperTooLarge(
                "The document is nested more deeply than a paper is. Ask for a plain .docx."
            )
        for item in element:
            tag = item.tag
            if tag in _SKIPPED:
                continue
            if tag == f"{W}r":
                self._run(item, builder, setting, link)
            elif tag == f"{W}hyperlink":
                target = self._links.get(item.get(R_ID, "")) or f"#{item.get(f'{W}anchor', '')}"
                self._inline(item, builder, setting, target, depth + 1)
            elif tag == f"{W}fldSimple":
                own = _link_of(item.get(f"{W}instr", "")) or link
                self._inline(item, builder, setting, own, depth + 1)
            elif tag == f"{W}sdt":
                content = item.find(f"{W}sdtContent")
                if content is not None:
                    self._inline(content, builder, setting, link, depth + 1)
            elif tag in _INLINE:
                self._inline(item, builder, setting, link, depth + 1)

    def _run(self, run: Element, builder: _Builder, setting: _Setting, link: str | None) -> None:
        properties = run.find(f"{W}rPr")
        format = self.styles.run(setting.style, properties, setting.behind, setting.table)
        language = self.styles.language(properties)
        for item in run:
            tag = item.tag.removeprefix(W)
            start = builder.length
            if tag == "fldChar":
                self._field_mark(item.get(f"{W}fldCharType", ""))
                continue
            if tag == "instrText":
                if self._fields and not self._fields[-1].in_result:
                    self._fields[-1].instruction += item.text or ""
                continue
            if format is None or self._instructing:
                continue
            here = link or (self._fields[-1].link if self._fields else None)
            dressed = format if here is None else replace(format, link=here)
            if tag == "t":
                words = (item.text or "").replace("\n", " ").replace("\t", " ")
                builder.add(words, dressed, language)
            elif tag == "br":
                if item.get(f"{W}type") == "page":
                    builder.hard.append(builder.length)
                elif item.get(f"{W}type") != "column":
                    builder.add("\n", dressed)
            elif tag in _SPECIAL:
                builder.add(_SPECIAL[tag], dressed)
            elif tag == "sym":
                face = item.get(f"{W}font", "")
                builder.add(symbol(item.get(f"{W}char", ""), face), dressed)
            elif tag == "lastRenderedPageBreak":
                builder.rendered.append(builder.length)
            elif tag in ("footnoteReference", "endnoteReference"):
                identity = f"{tag.removesuffix('Reference')}:{item.get(f'{W}id', '')}"
                builder.markers.append((builder.length, identity))
                self.note_order.append((tag.removesuffix("Reference"), item.get(f"{W}id", "")))
            elif tag in ("footnoteRef", "endnoteRef"):
                self.raised_numbers[self._note] = bool(dressed.raised)
            elif item.tag in _DRAWN or item.tag == f"{_ALTERNATES}AlternateContent":
                builder.boxes += _boxes(item)
            if self.tracing and builder.length > start:
                builder.pieces.append((start, builder.length, item))
            elif self.tracing and tag in ("footnoteReference", "endnoteReference"):
                builder.places.append((start, item))

    def _field_mark(self, kind: str) -> None:
        if kind == "begin":
            around = self._fields[-1].link if self._fields else None
            self._fields.append(_Field(link=around))
            self._instructing += 1
        elif kind == "separate" and self._fields:
            here = self._fields[-1]
            self._instructing -= not here.in_result
            here.in_result = True
            here.link = _link_of(here.instruction) or here.link
        elif kind == "end" and self._fields:
            self._instructing -= not self._fields.pop().in_result


def traced_docx(package: Package, root: Element) -> tuple[TracedParagraph, ...]:
    """The paragraphs of a .docx's text in the order in which they are read, with their places in `root`, the
    part with the text."""
    body = root.find(f"{W}body")
    walker = _Walker(package, Styles(package), tracing=True)
    if body is not None:
        walker.walk(body, package.links(package.main), None)
    return tuple(walker.traced)


def read_docx(data: bytes) -> Document:
    """Read a .docx. Raises a `PaperUnreadable` with a message for the instructor."""
    package = Package(data)
    root = package.xml(package.main)
    body = root.find(f"{W}body")
    if body is None:
        raise PaperDamaged(
            "The .docx holds no text body: it is damaged. Ask for it to be saved and sent again."
        )
    walker = _Walker(package, Styles(package))
    walker.walk(body, package.links(package.main), None)
    body_length = len(walker.raws)
    notes = _notes(package, walker)
    paragraphs = _with_neighbours(walker.raws, body_length)
    if not any(not p.is_blank for p in paragraphs):
        raise PaperEmpty(
            "The document opens and holds no text. If it is a scan or pictures of pages, "
            "ask for the paper as typed text."
        )
    return Document(
        format="docx",
        paragraphs=paragraphs,
        notes=notes,
        sections=walker.sections.sections or (Section(0),),
        page_breaks_known=any(p.rendered_breaks for p in paragraphs),
    )


def _blocks(
    container: Element, table: str | None, depth: int
) -> Iterator[tuple[Element, str | None]]:
    """Paragraphs and section marks, with the style of the table each stands in (`""`: none)."""
    if depth > 40:
        raise PaperTooLarge(
            "The document is nested more deeply than a paper is. Ask for a plain .docx."
        )
    for item in container:
        if item.tag in (f"{W}p", f"{W}sectPr"):
            yield item, table
        elif item.tag == f"{W}tbl":
            style = item.find(f"{W}tblPr/{W}tblStyle")
            own = style.get(f"{W}val", "") if style is not None else ""
            for row in item.findall(f"{W}tr"):
                for cell in row.iter(f"{W}tc"):
                    if next(cell.iterancestors(f"{W}tr")) is row:
                        yield from _blocks(cell, own, depth + 1)
        elif item.tag == f"{W}sdt":
            content = item.find(f"{W}sdtContent")
            if content is not None:
                yield from _blocks(content, table, depth + 1)
        elif item.tag in _INLINE:
            yield from _blocks(item, table, depth + 1)


def _boxes(drawn: Element) -> list[Element]:
    """The texts of the boxes in a drawing; of alternatives the first one that has any."""
    if drawn.tag == f"{_ALTERNATES}AlternateContent":
        return next((found for found in map(_boxes, drawn) if found), [])
    boxes = list(drawn.iter(f"{W}txbxContent"))
    known = set(boxes)
    return [b for b in boxes if next(b.iterancestors(f"{W}txbxContent"), None) not in known]


def _notes(package: Package, walker: _Walker) -> tuple[Note, ...]:
    """Read notes in the order of their markers; notes never referred to come last."""
    elements: dict[tuple[str, str], tuple[Element, str]] = {}
    for kind in ("footnote", "endnote"):
        for part in package.related(f"{kind}s"):
            for item in package.xml(part).iter(f"{W}{kind}"):
                if item.get(f"{W}type") not in _NOTE_TYPES:
                    elements[kind, item.get(f"{W}id", "")] = (item, part)
    bounded(len(elements), LIMITS.notes, "notes")
    order = [key for key in dict.fromkeys((*walker.note_order, *elements)) if key in elements]
    numbers = {"footnote": 0, "endnote": 0}
    notes = []
    for kind, identity in order:
        element, part = elements[kind, identity]
        numbers[kind] += 1
        first = len(walker.raws)
        walker.walk(element, package.links(part), f"{kind}:{identity}")
        notes.append(
            Note(
                f"{kind}:{identity}",
                kind,
                numbers[kind],
                tuple(range(first, len(walker.raws))),
                number_raised=walker.raised_numbers.get(f"{kind}:{identity}"),
            )
        )
    return tuple(notes)


def _with_neighbours(raws: list[_Raw], body_length: int) -> tuple[Paragraph, ...]:
    paragraphs = []
    for number, raw in enumerate(raws):
        before = raws[number - 1] if number not in (0, body_length) else None
        after = raws[number + 1] if number + 1 not in (body_length, len(raws)) else None
        format = without_contextual(
            raw.paragraph.format,
            raw.values,
            before.values.get("style") if before else None,
            after.values.get("style") if after else None,
        )
        paragraphs.append(
            raw.paragraph
            if format is raw.paragraph.format
            else replace(raw.paragraph, format=format)
        )
    return tuple(paragraphs)


def _is_deleted_mark(properties: Element) -> bool:
    mark = properties.find(f"{W}rPr")
    return mark is not None and mark.find(f"{W}del") is not None


def _has_text(paragraph: Element) -> bool:
    return any(
        t.text and not any(a.tag == f"{W}del" for a in t.iterancestors())
        for t in paragraph.iter(f"{W}t")
    )


def _link_of(instruction: str) -> str | None:
    match = _LINK.search(instruction)
    return match.group(1) if match else None
