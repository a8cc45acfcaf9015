"""Writes a document as an .odt, set in automatic styles as a word processor saves it."""

from __future__ import annotations

import io
from typing import Any

from odf.element import Element
from odf.namespaces import STYLENS
from odf.opendocument import OpenDocumentText
from odf.style import (
    FontFace,
    FooterStyle,
    HeaderFooterProperties,
    HeaderStyle,
    MasterPage,
    PageLayout,
    PageLayoutProperties,
    ParagraphProperties,
    Style,
    TextProperties,
)
from odf.text import (
    A,
    H,
    LineBreak,
    Note,
    NoteBody,
    NoteCitation,
    P,
    PageNumber,
    S,
    Span,
    Tab,
)

from grelt.document import Document, Paragraph, ParagraphFormat, RunFormat
from grelt.document import Header as DocumentHeader

from .page import page_of, pieces

_ALIGNED = {"left": "start", "center": "center", "right": "end"}


class _Writer:
    def __init__(self, document: Document, running_head: str) -> None:
        self.document = document
        self.file = OpenDocumentText()
        self.paragraph_styles: dict[ParagraphFormat, str] = {}
        self.run_styles: dict[RunFormat, str] = {}
        self.faces: set[str] = set()
        self._page(running_head)

    def _page(self, running_head: str) -> None:
        page = page_of(self.document, running_head)
        kinds = {(h.kind, h.foot) for h in page.headers}
        # A head stands between the margin and the text, as high as what is left of the text's own edge.
        above, below = any(not foot for _, foot in kinds), any(foot for _, foot in kinds)
        top, bottom = page.top or 72.0, page.bottom or 72.0
        layout = PageLayout(name="Page")
        layout.addElement(
            PageLayoutProperties(
                pagewidth=f"{page.width}pt", pageheight=f"{page.height}pt",
                margintop=f"{min(36.0, top / 2) if above else top}pt",
                marginbottom=f"{min(36.0, bottom / 2) if below else bottom}pt",
                marginleft=f"{page.left}pt", marginright=f"{page.right}pt",
            )
        )  # fmt: skip
        for there, style, edge in ((above, HeaderStyle, top), (below, FooterStyle, bottom)):
            if there:
                head_style = style()
                height = f"{edge - min(36.0, edge / 2)}pt"
                head_style.addElement(HeaderFooterProperties(minheight=height, marginbottom="0pt"))
                layout.addElement(head_style)
        self.file.automaticstyles.addElement(layout)
        master = MasterPage(name="Standard", pagelayoutname=layout)
        # In this order (OpenDocument 1.3 part 3, 16.9): heads, that of the first page, feet.
        for tag, kind, foot in (
            ("header", "default", False), ("header-first", "first", False),
            ("footer", "default", True), ("footer-first", "first", True),
        ):  # fmt: skip
            found = next((h for h in page.headers if (h.kind, h.foot) == (kind, foot)), None)
            wanted = found is not None or (
                kind == "first" and page.first_differs and ("default", foot) in kinds
            )
            if wanted:
                part = Element(qname=(STYLENS, tag), check_grammar=False)
                master.addElement(self._head(part, found), check_grammar=False)
        self.file.masterstyles.addElement(master)

    def _head(self, part: Any, head: DocumentHeader | None) -> Any:
        """A head or foot with its line; an empty one where there is none on the first page."""
        name = f"Running{len(self.file.automaticstyles.childNodes)}"
        line_style = Style(name=name, family="paragraph")
        alignment = (head.alignment if head is not None else None) or "left"
        line_style.addElement(ParagraphProperties(textalign=_ALIGNED[alignment]))
        self.file.automaticstyles.addElement(line_style)
        line = P(stylename=line_style)
        for piece in pieces(head) if head is not None else ():
            if piece is None:
                line.addElement(PageNumber(selectpage="current"))
            else:
                line.addText(piece)
        part.addElement(line)
        return part

    def paragraph_style(self, layout: ParagraphFormat) -> str:
        if layout in self.paragraph_styles:
            return self.paragraph_styles[layout]
        name = f"P{len(self.paragraph_styles) + 1}"
        style = Style(name=name, family="paragraph")
        spacing = layout.line_spacing.value if layout.line_spacing else 1
        values: dict[str, Any] = {
            "textalign": _ALIGNED[layout.alignment or "left"],
            "marginleft": f"{layout.left or 0}pt",
            "textindent": f"{layout.first_line or 0}pt",
            "lineheight": f"{spacing:.0%}",
            "margintop": f"{layout.space_before or 0}pt",
            "marginbottom": f"{layout.space_after or 0}pt",
        }
        if layout.page_break_before:
            values["breakbefore"] = "page"
        style.addElement(ParagraphProperties(**values))
        self.file.automaticstyles.addElement(style)
        self.paragraph_styles[layout] = name
        return name

    def run_style(self, format: RunFormat) -> str:
        if format in self.run_styles:
            return self.run_styles[format]
        face = format.face or ""
        if face not in self.faces:
            self.faces.add(face)
            self.file.fontfacedecls.addElement(FontFace(name=face, fontfamily=f"'{face}'"))
        name = f"T{len(self.run_styles) + 1}"
        style = Style(name=name, family="text")
        values: dict[str, Any] = {"fontname": face, "fontsize": f"{format.size}pt"}
        if format.italic:
            values["fontstyle"] = "italic"
        if format.bold:
            values["fontweight"] = "bold"
        if format.underline:
            values["textunderlinestyle"] = "solid"
        if format.colour not in (None, "auto"):
            values["color"] = f"#{format.colour}"
        if format.background not in (None, "none"):
            values["backgroundcolor"] = f"#{format.background}"
        style.addElement(TextProperties(**values))
        self.file.automaticstyles.addElement(style)
        self.run_styles[format] = name
        return name

    def paragraph(self, paragraph: Paragraph) -> Any:
        style, outline = self.paragraph_style(paragraph.format), paragraph.format.outline
        written = (
            P(stylename=style) if outline is None else H(stylename=style, outlinelevel=outline + 1)
        )
        markers = dict(paragraph.note_markers)
        for run in paragraph.runs:
            span = Span(stylename=self.run_style(run.format))
            _add_text(span, run.span.of(paragraph.text))
            if run.format.link is not None:
                link = A(href=run.format.link, type="simple")
                link.addElement(span)
                written.addElement(link)
            else:
                written.addElement(span)
            if run.span.end in markers:
                written.addElement(self._note(markers[run.span.end]))
        return written

    def _note(self, identity: str) -> Any:
        note = Note(noteclass="footnote", id=identity.replace(":", "-"))
        note.addElement(NoteCitation(text=identity.rpartition(":")[2]))
        body = NoteBody()
        for paragraph in self.document.paragraphs:
            if paragraph.note == identity:
                body.addElement(self.paragraph(paragraph))
        note.addElement(body)
        return note


def _add_text(target: Any, text: str) -> None:
    """Text with line breaks, tabs and leading spaces as elements of their own."""
    plain = ""
    for number, character in enumerate(text):
        special = {"\n": LineBreak, "\t": Tab}.get(character)
        if special is None and not (
            character == " " and (number == 0 or text[number - 1] in " \n\t")
        ):
            plain += character
            continue
        if plain:
            target.addText(plain)
            plain = ""
        target.addElement(special() if special is not None else S(c=1))
    if plain:
        target.addText(plain)


def write_odt(document: Document, *, running_head: str) -> bytes:
    """The bytes of an .odt with running head, margins and the document's paragraphs."""
    writer = _Writer(document, running_head)
    for paragraph in document.paragraphs:
        if paragraph.note is None:
            writer.file.text.addElement(writer.paragraph(paragraph))
    out = io.BytesIO()
    writer.file.write(out)
    return out.getvalue()
