"""The picture of a class as a .pdf: the table on pages laid crosswise, then what is worth teaching."""

from __future__ import annotations

import io
from collections.abc import Iterator
from html import escape
from typing import Any

from reportlab.graphics.shapes import Drawing, String
from reportlab.lib.colors import HexColor
from reportlab.lib.pagesizes import A4, landscape
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import Flowable, Paragraph, SimpleDocTemplate, Table, TableStyle

from ..returning.book_face import FACE, load_faces
from ..returning.letter import capital
from .pages import hundredths, right_words, shade, standing

Json = dict[str, Any]
_MARGIN, _HEAD = 36.0, 122.0
_INK, _LINE = HexColor("#1f2a2e"), HexColor("#d5dcda")
_SHADES = ("#dbe8e7", "#b4cfce", "#86b0b1", "#3f7d81", "#0b5a63")
_PLAIN = ParagraphStyle(
    "plain", fontName=FACE, fontSize=10.5, leading=14.5, spaceAfter=5, textColor=_INK
)
_TITLE = ParagraphStyle("title", _PLAIN, fontName=f"{FACE}-Bold", fontSize=16, leading=21)
_LESSON = ParagraphStyle(
    "lesson", _PLAIN, fontName=f"{FACE}-Bold", spaceBefore=9, keepWithNext=True
)
_EXAMPLE = ParagraphStyle("example", _PLAIN, leftIndent=16)


def class_pdf(picture: Json, title: str) -> bytes:
    """The same bytes for the same class."""
    load_faces()
    out = io.BytesIO()
    page = SimpleDocTemplate(
        out, pagesize=landscape(A4), title=title, author="", leftMargin=_MARGIN, rightMargin=_MARGIN,
        topMargin=_MARGIN, bottomMargin=_MARGIN, invariant=1,
    )  # fmt: skip
    page.build(list(_flow(picture, title)))
    return out.getvalue()


def _flow(picture: Json, title: str) -> Iterator[Flowable]:
    yield Paragraph(escape(title), _TITLE)
    yield Paragraph(escape(standing(picture)), _PLAIN)
    if picture["rules"]:
        yield _table(picture)
    for number, lesson in enumerate(picture["teach"], start=1):
        yield Paragraph(f"{number} {escape(capital(lesson['label']))}", _LESSON)
        figures = f"{lesson['writers']} writers, {lesson['broken']} of {lesson['chances']} chances."
        yield Paragraph(f"{figures} {escape(lesson['why'])}", _PLAIN)
        for example in lesson["examples"]:
            yield Paragraph(_example(example), _EXAMPLE)


def _table(picture: Json) -> Table:
    rules, rows = picture["rules"], picture["rows"]
    width = (landscape(A4)[0] - 2 * _MARGIN - 110) / max(len(rules), 12)
    size = max(4.0, min(9.0, width * 0.42))
    heads = [_upright(capital(rule["label"]), width, size) for rule in rules]
    lines: list[list[Any]] = [["", *heads]]
    looks: list[tuple[Any, ...]] = [
        ("FONT", (0, 0), (-1, -1), FACE, size),
        ("FONTSIZE", (0, 0), (0, -1), 9),
        ("GRID", (1, 1), (-1, -1), 0.4, _LINE),
        ("ALIGN", (1, 0), (-1, -1), "CENTER"),
        ("VALIGN", (0, 0), (-1, -1), "MIDDLE"),
        ("LINEABOVE", (0, -1), (-1, -1), 1, _INK),
    ]
    for at, row in enumerate(rows, start=1):
        lines.append([row["writer"][:24], *(_figure(cell) for cell in row["cells"])])
        for column, cell in enumerate(row["cells"], start=1):
            if cell is not None and cell[0]:
                step = shade(*cell)
                place = (column, at)
                looks.append(("BACKGROUND", place, place, HexColor(_SHADES[step - 1])))
                looks.append(("TEXTCOLOR", place, place, HexColor("#ffffff") if step > 3 else _INK))
    lines.append(["the class", *(str(hundredths(r["broken"], r["chances"])) for r in rules)])
    table = Table(
        lines, colWidths=[110, *([width] * len(rules))],
        rowHeights=[_HEAD, *([14] * (len(rows) + 1))], repeatRows=1,
    )  # fmt: skip
    table.setStyle(TableStyle(looks))
    return table


def _figure(cell: tuple[int, int] | None) -> str:
    if cell is None:
        return "·"
    return str(hundredths(*cell)) if cell[0] else ""


def _upright(words: str, width: float, size: float) -> Drawing:
    """Words that stand on end, so that a column is no wider than its figures."""
    drawing = Drawing(width, _HEAD - 4)
    line = String(0, 0, words[:30], fontName=FACE, fontSize=min(8.5, size + 1))
    line.textAnchor = "start"
    drawing.add(line)
    drawing.transform = (0, 1, -1, 0, width / 2 + 3, 0)
    return drawing


def _example(example: Json) -> str:
    if not example["words"].strip():
        return escape(example["message"])
    expected = example["expected"]
    right = f" → <b>{escape(right_words(expected))}</b>" if expected is not None else ""
    return f"{escape(example['lead'])}<u>{escape(example['words'])}</u>{escape(example['rest'])}{right}"
