"""Writes a document as a PDF, as a word processor prints it. Notes are not set."""

from __future__ import annotations

import io
from html import escape
from typing import Any

from reportlab.lib.enums import TA_CENTER, TA_LEFT, TA_RIGHT
from reportlab.lib.pagesizes import letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import PageBreak, SimpleDocTemplate, Spacer
from reportlab.platypus import Paragraph as Flowable

from grelt.document import Document, Paragraph, Run

from .page import page_of, pieces

_ALIGNMENTS = {"left": TA_LEFT, "center": TA_CENTER, "right": TA_RIGHT}
_LINE = 1.15
_PADDING = 6.0
_SIDES = ("top", "bottom", "left", "right")
_FACES = {
    "Times New Roman": ("Times-Roman", "Times-Bold", "Times-Italic", "Times-BoldItalic"),
    "Arial": ("Helvetica", "Helvetica-Bold", "Helvetica-Oblique", "Helvetica-BoldOblique"),
}


def write_pdf(document: Document, *, running_head: str, title: str) -> bytes:
    """The bytes of a PDF with running head, one-inch margins and the document's paragraphs.

    Raises `ValueError` for a document with notes or in a face that PDFs do not all know.
    """
    if document.notes:
        raise ValueError("the PDFs of the demo have no notes")
    out = io.BytesIO()
    page = page_of(document, running_head)
    # The frame in which the text is set has a padding of its own.
    inner = {side: (getattr(page, side) or 72.0) - _PADDING for side in _SIDES}
    file = SimpleDocTemplate(
        out, pagesize=letter, leftMargin=inner["left"], rightMargin=inner["right"],
        topMargin=inner["top"], bottomMargin=inner["bottom"], title=title, invariant=1,
    )  # fmt: skip
    story: list[Any] = []
    for paragraph in document.paragraphs:
        if paragraph.format.page_break_before:
            story.append(PageBreak())
        story.append(_flowable(paragraph))

    def furnish(canvas: Any, drawn: Any, kind: str) -> None:
        canvas.setFont("Times-Roman", 12)
        for head in page.headers:
            if head.kind != kind:
                continue
            words = "".join(str(drawn.page) if p is None else p for p in pieces(head))
            height = 40 if head.foot else 792 - 45
            right = 612 - (page.right or 72.0)
            if head.alignment == "center":
                canvas.drawCentredString(306, height, words)
            elif head.alignment == "right":
                canvas.drawRightString(right, height, words)
            else:
                canvas.drawString(page.left or 72.0, height, words)

    first = "first" if page.first_differs else "default"
    file.build(
        story,
        onFirstPage=lambda canvas, drawn: furnish(canvas, drawn, first),
        onLaterPages=lambda canvas, drawn: furnish(canvas, drawn, "default"),
    )
    return out.getvalue()


def _flowable(paragraph: Paragraph) -> Any:
    layout = paragraph.format
    spacing = layout.line_spacing.value if layout.line_spacing else 2.0
    leading = 12 * _LINE * spacing
    if paragraph.is_blank:
        return Spacer(1, leading)
    style = ParagraphStyle(
        "p", fontName="Times-Roman", fontSize=12, leading=leading,
        alignment=_ALIGNMENTS[layout.alignment or "left"],
        leftIndent=layout.left or 0, firstLineIndent=layout.first_line or 0,
        spaceBefore=layout.space_before or 0, spaceAfter=layout.space_after or 0,
        allowWidows=0, allowOrphans=0, splitLongWords=0,
    )  # fmt: skip
    return Flowable("".join(_piece(paragraph, run) for run in paragraph.runs), style)


def _piece(paragraph: Paragraph, run: Run) -> str:
    cuts = _FACES[run.format.face or ""]
    face = cuts[bool(run.format.bold) + 2 * bool(run.format.italic)]
    words = escape(run.span.of(paragraph.text), quote=False).replace("\n", "<br/>")
    if run.format.underline:
        words = f"<u>{words}</u>"
    return f'<font name="{face}" size="{run.format.size:g}">{words}</font>'
