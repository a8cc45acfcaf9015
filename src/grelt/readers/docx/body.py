"""Walks the text of a .docx: paragraphs, runs, fields, notes, sections.

Tracked changes are read as accepted: insertions in, deletions out. Of a field
only the result counts. Text boxes and drawings are passed over.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from ...document import Document, Note, Paragraph, Run, RunFormat, Section
from ...errors import PaperDamaged, PaperEmpty, PaperTooLarge
from ...text.spans import Span
from .package import R_ID, Element, Limits, Package, W
from .styles import ParagraphValues, Styles, without_contextual

_INLINE = {f"{W}{t}" for t in ("ins", "smartTag", "moveTo", "bdo", "dir", "customXml")}
_SKIPPED = {f"{W}{t}" for t in ("del", "moveFrom", "pPr", "rPr", "sdtPr", "sdtEndPr")}
_LINK = re.compile(r'\bHYPERLINK\s+(?:\\l\s+)?"?([^"\s]+)')
_NOTE_TYPES = {"separator", "continuationSeparator", "continuationNotice"}
_SPECIAL = {"noBreakHyphen": "\u2011", "tab": "\t", "ptab": "\t", "cr": "\n", "softHyphen": ""}


@dataclass
class _Piece:
    text: str
    format: RunFormat


@dataclass
class _Field:
    """A complex field being walked: its instruction, until the result begins."""

    instruction: str = ""
    in_result: bool = False
    link: str | None = None


@dataclass
class _Builder:
    """One paragraph under construction."""

    pieces: list[_Piece] = field(default_factory=list)
    length: int = 0
    hard: list[int] = field(default_factory=list)
    rendered: list[int] = field(default_factory=list)
    markers: list[tuple[int, str]] = field(default_factory=list)

    def add(self, text: str, format: RunFormat) -> None:
        if not text:
            return
        self.length += len(text)
        if self.pieces and self.pieces[-1].format == format:
            self.pieces[-1].text += text
        else:
            self.pieces.append(_Piece(text, format))


@dataclass
class _Raw:
    """A paragraph before neighbours are known (contextual spacing needs them)."""

    paragraph: Paragraph
    values: ParagraphValues


class _Walker:
    def __init__(self, package: Package, styles: Styles, limits: Limits) -> None:
        self.package = package
        self.styles = styles
        self.limits = limits
        self.raws: list[_Raw] = []
        self.sections: list[Section] = []
        self.note_order: list[tuple[str, str]] = []
        self._section_start = 0
        self._fields: list[_Field] = []
        self._links: dict[str, str] = {}

    # Blocks

    def walk(self, container: Element, links: dict[str, str], note: str | None) -> None:
        self._links = links
        self._fields = []
        for block, in_table in _blocks(container, False, 0):
            if block.tag == f"{W}p":
                self._paragraph(block, in_table, note)
            elif block.tag == f"{W}sectPr" and note is None:
                self._section(block)

    def _paragraph(self, element: Element, in_table: bool, note: str | None) -> None:
        if len(self.raws) >= self.limits.paragraphs:
            raise PaperTooLarge(
                f"The paper has more than {self.limits.paragraphs:,} paragraphs. "
                "Split it and hand it in by chapters."
            )
        properties = element.find(f"{W}pPr")
        if properties is not None and _is_deleted_mark(properties) and not _has_text(element):
            return
        format, values = self.styles.paragraph(properties)
        background = values.get("shd", "auto").upper()
        behind = background if len(background) == 6 and background != "FFFFFF" else "none"
        builder = _Builder()
        self._inline(element, builder, values.get("style", ""), behind, None, 0)
        text = "".join(p.text for p in builder.pieces)
        runs, at = [], 0
        for piece in builder.pieces:
            runs.append(Run(Span(at, at + len(piece.text)), piece.format))
            at += len(piece.text)
        self.raws.append(
            _Raw(
                Paragraph(
                    index=len(self.raws),
                    text=text,
                    runs=tuple(runs),
                    format=format,
                    hard_breaks=tuple(builder.hard),
                    rendered_breaks=tuple(builder.rendered),
                    note_markers=tuple(builder.markers),
                    in_table=in_table,
                    note=note,
                ),
                values,
            )
        )
        section = properties.find(f"{W}sectPr") if properties is not None else None
        if section is not None and note is None:
            self._section(section)

    # Inline content

    def _inline(
        self,
        element: Element,
        builder: _Builder,
        style: str,
        behind: str,
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
                self._run(item, builder, style, behind, link)
            elif tag == f"{W}hyperlink":
                target = self._links.get(item.get(R_ID, "")) or f"#{item.get(f'{W}anchor', '')}"
                self._inline(item, builder, style, behind, target, depth + 1)
            elif tag == f"{W}fldSimple":
                own = _link_of(item.get(f"{W}instr", "")) or link
                self._inline(item, builder, style, behind, own, depth + 1)
            elif tag == f"{W}sdt":
                content = item.find(f"{W}sdtContent")
                if content is not None:
                    self._inline(content, builder, style, behind, link, depth + 1)
            elif tag in _INLINE:
                self._inline(item, builder, style, behind, link, depth + 1)

    def _run(
        self, run: Element, builder: _Builder, style: str, behind: str, link: str | None
    ) -> None:
        properties = run.find(f"{W}rPr")
        format = self.styles.run(style, properties, behind)
        for item in run:
            tag = item.tag.removeprefix(W)
            if tag == "fldChar":
                self._field_mark(item.get(f"{W}fldCharType", ""))
                continue
            if tag == "instrText":
                if self._fields and not self._fields[-1].in_result:
                    self._fields[-1].instruction += item.text or ""
                continue
            if format is None or any(not f.in_result for f in self._fields):
                continue
            here = link or next((f.link for f in reversed(self._fields) if f.link), None)
            dressed = format if here is None else replace(format, link=here)
            if tag == "t":
                builder.add((item.text or "").replace("\n", " ").replace("\t", " "), dressed)
            elif tag == "br":
                if item.get(f"{W}type") == "page":
                    builder.hard.append(builder.length)
                elif item.get(f"{W}type") != "column":
                    builder.add("\n", dressed)
            elif tag in _SPECIAL:
                builder.add(_SPECIAL[tag], dressed)
            elif tag == "sym":
                builder.add(_symbol(item.get(f"{W}char", "")), dressed)
            elif tag == "lastRenderedPageBreak":
                builder.rendered.append(builder.length)
            elif tag in ("footnoteReference", "endnoteReference"):
                identity = f"{tag.removesuffix('Reference')}:{item.get(f'{W}id', '')}"
                builder.markers.append((builder.length, identity))
                self.note_order.append((tag.removesuffix("Reference"), item.get(f"{W}id", "")))

    def _field_mark(self, kind: str) -> None:
        if kind == "begin":
            self._fields.append(_Field())
        elif kind == "separate" and self._fields:
            self._fields[-1].in_result = True
            self._fields[-1].link = _link_of(self._fields[-1].instruction)
        elif kind == "end" and self._fields:
            self._fields.pop()

    # Sections

    def _section(self, element: Element) -> None:
        size, margins = element.find(f"{W}pgSz"), element.find(f"{W}pgMar")
        kind = element.find(f"{W}type")
        headers, numbered = self._headers(element)
        previous = self.sections[-1] if self.sections else None
        if not headers and previous is not None:
            headers, numbered = list(previous.headers), bool(previous.numbered)
        self.sections.append(
            Section(
                start=self._section_start,
                width=_length(size, "w"),
                height=_length(size, "h"),
                top=_length(margins, "top"),
                bottom=_length(margins, "bottom"),
                left=_length(margins, "left"),
                right=_length(margins, "right"),
                new_page=kind is None or kind.get(f"{W}val") != "continuous",
                headers=tuple(headers),
                numbered=numbered,
            )
        )
        self._section_start = len(self.raws)

    def _headers(self, section: Element) -> tuple[list[tuple[str, str]], bool]:
        headers: list[tuple[str, str]] = []
        numbered = False
        for reference in section.findall(f"{W}headerReference"):
            part = self.package.related_by_id(reference.get(R_ID, ""))
            if part is None:
                continue
            root = self.package.xml(part)
            text = "".join(t.text or "" for t in root.iter(f"{W}t")).strip()
            codes = " ".join(
                [i.text or "" for i in root.iter(f"{W}instrText")]
                + [i.get(f"{W}instr", "") for i in root.iter(f"{W}fldSimple")]
            )
            numbered = numbered or re.search(r"\bPAGE\b", codes) is not None
            headers.append((reference.get(f"{W}type", "default"), text))
        return headers, numbered


def read_docx(data: bytes, limits: Limits) -> Document:
    """Read a .docx. Raises a `PaperUnreadable` with a message for the instructor."""
    package = Package(data, limits)
    root = package.xml(package.main)
    body = root.find(f"{W}body")
    if body is None:
        raise PaperDamaged(
            "The .docx holds no text body: it is damaged. Ask for it to be saved and sent again."
        )
    walker = _Walker(package, Styles(package), limits)
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
        sections=tuple(walker.sections) or (Section(0),),
        page_breaks_known=any(p.rendered_breaks for p in paragraphs),
    )


def _blocks(container: Element, in_table: bool, depth: int) -> Iterator[tuple[Element, bool]]:
    if depth > 40:
        raise PaperTooLarge(
            "The document is nested more deeply than a paper is. Ask for a plain .docx."
        )
    for item in container:
        if item.tag in (f"{W}p", f"{W}sectPr"):
            yield item, in_table
        elif item.tag == f"{W}tbl":
            for cell in item.iter(f"{W}tc"):
                yield from ((p, True) for p in cell.findall(f"{W}p"))
        elif item.tag == f"{W}sdt":
            content = item.find(f"{W}sdtContent")
            if content is not None:
                yield from _blocks(content, in_table, depth + 1)
        elif item.tag in _INLINE:
            yield from _blocks(item, in_table, depth + 1)


def _notes(package: Package, walker: _Walker) -> tuple[Note, ...]:
    """Read notes in the order of their markers; notes never referred to come last."""
    elements: dict[tuple[str, str], tuple[Element, str]] = {}
    for kind in ("footnote", "endnote"):
        for part in package.related(f"{kind}s"):
            for item in package.xml(part).iter(f"{W}{kind}"):
                if item.get(f"{W}type") not in _NOTE_TYPES:
                    elements[kind, item.get(f"{W}id", "")] = (item, part)
    order = [key for key in dict.fromkeys(walker.note_order) if key in elements]
    order += [key for key in elements if key not in order]
    numbers = {"footnote": 0, "endnote": 0}
    notes = []
    for kind, identity in order:
        element, part = elements[kind, identity]
        numbers[kind] += 1
        first = len(walker.raws)
        walker.walk(element, package.links(part), f"{kind}:{identity}")
        notes.append(
            Note(f"{kind}:{identity}", kind, numbers[kind], tuple(range(first, len(walker.raws))))
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


def _symbol(code: str) -> str:
    try:
        point = int(code, 16)
    except ValueError:
        return ""
    return chr(point) if 0x20 <= point < 0xD800 else "\ufffd"


def _length(element: Element | None, attribute: str) -> float | None:
    value = element.get(f"{W}{attribute}") if element is not None else None
    try:
        return round(float(value) / 20, 2) if value is not None else None
    except ValueError:
        return None
