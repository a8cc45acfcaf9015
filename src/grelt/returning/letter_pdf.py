"""The letter as a .pdf, set in the book face of the pages."""

from __future__ import annotations

import io
from functools import lru_cache
from html import escape
from importlib.resources import as_file, files

from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.platypus import Paragraph, SimpleDocTemplate

from .gather import Return
from .letter import Block, BlockKind, capital, letter

_FACE = "Letter"
_FACES = {"Regular": "", "It": "-Italic", "Bold": "-Bold", "BoldIt": "-BoldItalic"}
_MARGIN = 64.0
_INK, _SOFT = HexColor("#1f2a2e"), HexColor("#4a5a60")
_PLAIN = ParagraphStyle(
    "plain", fontName=_FACE, fontSize=11, leading=15.5, spaceAfter=6, textColor=_INK
)
_STYLES: dict[BlockKind, ParagraphStyle] = {
    "title": ParagraphStyle("title", _PLAIN, fontName=f"{_FACE}-Bold", fontSize=16, leading=20),
    "heading": ParagraphStyle(
        "heading", _PLAIN, fontName=f"{_FACE}-Bold", spaceBefore=10, keepWithNext=True
    ),
    "text": _PLAIN,
    "remark": _PLAIN,
    "example": ParagraphStyle(
        "example", _PLAIN, leftIndent=20, fontSize=10, leading=13.5, spaceAfter=3
    ),
}


@lru_cache(maxsize=1)
def _faces_loaded() -> None:
    """The four cuts of the face, with Latin, Greek and Cyrillic letters."""
    for file, style in _FACES.items():
        place = files("font_source_serif_pro") / "files" / f"SourceSerifPro-{file}.ttf"
        with as_file(place) as path:
            pdfmetrics.registerFont(TTFont(f"{_FACE}{style}", str(path)))
    pdfmetrics.registerFontFamily(
        _FACE, _FACE, f"{_FACE}-Bold", f"{_FACE}-Italic", f"{_FACE}-BoldItalic"
    )


def letter_pdf(returned: Return) -> bytes:
    """The letter on pages of A4; the same bytes for the same letter."""
    _faces_loaded()
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
