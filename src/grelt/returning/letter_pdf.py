"""The letter as a .pdf, set in the book face of the pages."""

from __future__ import annotations

import io
from html import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Paragraph, SimpleDocTemplate

from .book_face import FACE, load_faces
from .gather import Return
from .letter import Block, BlockKind, capital, letter

_MARGIN = 64.0
_INK, _SOFT = HexColor("#1f2a2e"), HexColor("#4a5a60")
_PLAIN = ParagraphStyle(
    "plain", fontName=FACE, fontSize=11, leading=15.5, spaceAfter=6, textColor=_INK
)
_STYLES: dict[BlockKind, ParagraphStyle] = {
    "title": ParagraphStyle("title", _PLAIN, fontName=f"{FACE}-Bold", fontSize=16, leading=20),
    "heading": ParagraphStyle(
        "heading", _PLAIN, fontName=f"{FACE}-Bold", spaceBefore=10, keepWithNext=True
    ),
    "text": _PLAIN,
    "remark": _PLAIN,
    "example": ParagraphStyle(
        "example", _PLAIN, leftIndent=20, fontSize=10, leading=13.5, spaceAfter=3
    ),
}


def letter_pdf(returned: Return) -> bytes:
    """The letter on pages of A4; the same bytes for the same letter."""
    load_faces()
    out = io.BytesIO()
    page = SimpleDocTemplate(
        out, pagesize=A4, title=returned.title, author="", leftMargin=_MARGIN, rightMargin=_MARGIN,
        topMargin=_MARGIN, bottomMargin=_MARGIN, invariant=1,
    )  # fmt: skip
    page.build([Paragraph(_words(block), _STYLES[block.kind]) for block in letter(returned)])
    return out.getvalue()


def _words(block: Block) -> str:
    words = "".join(f"<i>{escape(t)}</i>" if italic else escape(t) for t, italic in block.runs)
    if block.kind == "example":
        return f'<font color="{_SOFT.hexval()}">{escape(block.label)}:</font> {words}'
    return f"<b>{escape(capital(block.label))}.</b> {words}" if block.label else words
