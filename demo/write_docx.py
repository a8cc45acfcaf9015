"""Writes a document as the .docx a word processor would save, in one of two hands.

`direct`: everything set paragraph by paragraph, over the defaults the program came
with. `styles`: set in a few styles, almost nothing by hand.
"""

from __future__ import annotations

import io
import zipfile
from html import escape
from typing import Any

import docx
from docx.enum.text import WD_ALIGN_PARAGRAPH, WD_BREAK
from docx.opc.constants import RELATIONSHIP_TYPE
from docx.opc.packuri import PackURI
from docx.opc.part import Part
from docx.oxml import OxmlElement
from docx.oxml.ns import qn
from docx.shared import Pt, RGBColor

from grelt.document import Document, Header, Note, Paragraph, Run

from .page import page_of, pieces

_ALIGNMENTS = {
    "left": WD_ALIGN_PARAGRAPH.LEFT,
    "center": WD_ALIGN_PARAGRAPH.CENTER,
    "right": WD_ALIGN_PARAGRAPH.RIGHT,
}
_STYLES = {"body": "Essay Text", "quote": "Essay Quotation", "entry": "Source", "plain": "Normal"}
_DATE = (2026, 10, 14, 12, 0, 0)
_FOOTNOTES = "application/vnd.openxmlformats-officedocument.wordprocessingml.footnotes+xml"


def write_docx(document: Document, *, running_head: str, hand: str, face: str) -> bytes:
    """The bytes of a .docx with the document's page, or else the usual one with this running head."""
    file = docx.Document()
    page = page_of(document, running_head)
    for section in file.sections:
        for side in ("top", "bottom", "left", "right"):
            setattr(section, f"{side}_margin", Pt(getattr(page, side) or 72))
        section.page_width, section.page_height = Pt(page.width or 612), Pt(page.height or 792)
        section.header_distance = section.footer_distance = Pt(36)
        section.different_first_page_header_footer = page.first_differs
    if hand == "styles":
        _make_styles(file, face)
    for head in page.headers:
        _running_head(file, head, face)
    notes = {note.id: note for note in document.notes}
    numbers = {identity: number for number, identity in enumerate(notes, start=1)}
    if notes:
        _add_footnotes(file, document, list(notes.values()))
    for paragraph in document.paragraphs:
        if paragraph.note is None:
            _paragraph(file, paragraph, hand, numbers)
    out = io.BytesIO()
    file.save(out)
    return _without_clock(out.getvalue())


def _without_clock(data: bytes) -> bytes:
    """The same zip with one date on every part, so that the same essay is the same file."""
    out = io.BytesIO()
    with (
        zipfile.ZipFile(io.BytesIO(data)) as old,
        zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as new,
    ):
        for name in old.namelist():
            new.writestr(zipfile.ZipInfo(name, _DATE), old.read(name), zipfile.ZIP_DEFLATED)
    return out.getvalue()


def _make_styles(file: Any, face: str) -> None:
    normal = file.styles["Normal"]
    normal.font.name, normal.font.size = face, Pt(12)
    normal.element.rPr.rFonts.set(qn("w:hAnsi"), face)
    normal.paragraph_format.line_spacing = 2.0
    normal.paragraph_format.space_after = Pt(0)
    for name, left, first in (
        ("Essay Text", 0, 36),
        ("Essay Quotation", 36, 0),
        ("Source", 36, -36),
    ):
        style = file.styles.add_style(name, 1)
        style.base_style = normal
        style.paragraph_format.left_indent = Pt(left)
        style.paragraph_format.first_line_indent = Pt(first)


def _running_head(file: Any, head: Header, face: str) -> None:
    section = file.sections[0]
    first = head.kind == "first"
    if head.foot:
        part = section.first_page_footer if first else section.footer
    else:
        part = section.first_page_header if first else section.header
    paragraph = part.paragraphs[0]
    paragraph.alignment = _ALIGNMENTS[head.alignment or "left"]
    for piece in pieces(head):
        if piece is not None:
            _face(paragraph.add_run(piece), face, 12)
            continue
        for kind, text in (
            ("begin", ""),
            ("", " PAGE "),
            ("separate", ""),
            ("text", "1"),
            ("end", ""),
        ):
            run = paragraph.add_run(text if kind == "text" else "")
            _face(run, face, 12)
            if kind == "":
                code = OxmlElement("w:instrText")
                code.set(qn("xml:space"), "preserve")
                code.text = text
                run._r.append(code)
            elif kind != "text":
                mark = OxmlElement("w:fldChar")
                mark.set(qn("w:fldCharType"), kind)
                run._r.append(mark)


def _paragraph(file: Any, paragraph: Paragraph, hand: str, numbers: dict[str, int]) -> None:
    layout = paragraph.format
    by_hand = hand == "direct"
    if layout.page_break_before and by_hand:
        # A page break typed at the end of the text, as most people make it.
        file.paragraphs[-1].add_run().add_break(WD_BREAK.PAGE)
    written = file.add_paragraph()
    written.paragraph_format.alignment = (
        _ALIGNMENTS[layout.alignment] if layout.alignment not in (None, "left") else None
    )
    if by_hand:
        target = written.paragraph_format
        target.left_indent = Pt(layout.left or 0) if layout.left else None
        target.first_line_indent = Pt(layout.first_line) if layout.first_line else None
        target.line_spacing = layout.line_spacing.value if layout.line_spacing else None
        target.space_before = Pt(layout.space_before) if layout.space_before else None
        target.space_after = Pt(layout.space_after or 0)
    else:
        written.style = _STYLES[_kind(paragraph)]
        if layout.page_break_before:
            written.paragraph_format.page_break_before = True
    if layout.outline is not None:
        level = OxmlElement("w:outlineLvl")
        level.set(qn("w:val"), str(layout.outline))
        written._p.get_or_add_pPr().append(level)
    markers = dict(paragraph.note_markers)
    for run in paragraph.runs:
        _run(written, paragraph, run, by_hand)
        if run.span.end in markers:
            _note_marker(written, numbers[markers[run.span.end]])
    if not paragraph.runs and by_hand:
        # An empty line keeps the size of its mark.
        _face(written.add_run(""), "Times New Roman", 12)


def _kind(paragraph: Paragraph) -> str:
    layout = paragraph.format
    if (layout.first_line or 0) < 0:
        return "entry"
    if (layout.first_line or 0) > 0:
        return "body"
    return "quote" if layout.left else "plain"


def _run(written: Any, paragraph: Paragraph, run: Run, by_hand: bool) -> None:
    format = run.format
    text = run.span.of(paragraph.text)
    piece = written.add_run()
    if format.link is not None:
        target = written.part.relate_to(format.link, RELATIONSHIP_TYPE.HYPERLINK, is_external=True)
        link = OxmlElement("w:hyperlink")
        link.set(qn("r:id"), target)
        link.append(piece._r)
        written._p.append(link)
    piece.text = text
    if by_hand:
        _face(piece, format.face or "", format.size or 12)
    piece.italic = True if format.italic else None
    piece.bold = True if format.bold else None
    piece.underline = True if format.underline else None
    if format.colour not in (None, "auto"):
        piece.font.color.rgb = RGBColor.from_string(format.colour)
    if format.background not in (None, "none"):
        shading = OxmlElement("w:shd")
        for key, value in (("val", "clear"), ("color", "auto"), ("fill", format.background)):
            shading.set(qn(f"w:{key}"), value)
        piece._r.get_or_add_rPr().append(shading)


def _face(run: Any, face: str, size: float) -> None:
    run.font.name, run.font.size = face, Pt(size)


def _note_marker(written: Any, number: int) -> None:
    run = written.add_run()
    run.font.superscript = True
    reference = OxmlElement("w:footnoteReference")
    reference.set(qn("w:id"), str(number))
    run._r.append(reference)


def _add_footnotes(file: Any, document: Document, notes: list[Note]) -> None:
    """A footnotes part; python-docx has no notes of its own."""
    space = "http://schemas.openxmlformats.org/wordprocessingml/2006/main"
    pieces = [f'<w:footnotes xmlns:w="{space}">']
    for number, note in enumerate(notes, start=1):
        inner = "".join(
            _note_paragraph(document.paragraphs[index], numbered=not place)
            for place, index in enumerate(note.paragraphs)
        )
        pieces.append(f'<w:footnote w:id="{number}">{inner}</w:footnote>')
    pieces.append("</w:footnotes>")
    part = Part(
        PackURI("/word/footnotes.xml"), _FOOTNOTES, "".join(pieces).encode(), file.part.package
    )
    file.part.relate_to(
        part, "http://schemas.openxmlformats.org/officeDocument/2006/relationships/footnotes"
    )


def _note_paragraph(paragraph: Paragraph, *, numbered: bool) -> str:
    layout = paragraph.format
    line = round((layout.line_spacing.value if layout.line_spacing else 1) * 240)
    mark = (
        '<w:r><w:rPr><w:vertAlign w:val="superscript"/></w:rPr><w:footnoteRef/></w:r>'
        '<w:r><w:t xml:space="preserve"> </w:t></w:r>'
    )
    runs = "".join(_note_run(paragraph, run) for run in paragraph.runs)
    return (
        f'<w:p><w:pPr><w:spacing w:before="0" w:after="{round((layout.space_after or 0) * 20)}" '
        f'w:line="{line}" w:lineRule="auto"/><w:ind w:firstLine="{round((layout.first_line or 0) * 20)}"/>'
        f"</w:pPr>{mark if numbered else ''}{runs}</w:p>"
    )


def _note_run(paragraph: Paragraph, run: Run) -> str:
    format = run.format
    words = escape(run.span.of(paragraph.text), quote=False)
    italic = "<w:i/>" if format.italic else ""
    return (
        f'<w:r><w:rPr><w:rFonts w:ascii="{format.face}" w:hAnsi="{format.face}"/>{italic}'
        f'<w:sz w:val="{round((format.size or 12) * 2)}"/></w:rPr>'
        f'<w:t xml:space="preserve">{words}</w:t></w:r>'
    )
