"""Letter and list as files of a word processor (.docx, .odt), and what is found as tables and records."""

from __future__ import annotations

import csv
import io
import json
from typing import Any

import docx
from docx.shared import Pt
from odf.opendocument import OpenDocumentText
from odf.style import ParagraphProperties, Style, TextProperties
from odf.text import P, Span

from ..exchange import FieldsInvalid, work_of, works_to
from .gather import Return, said_of
from .letter import Block, capital, letter
from .put_right import Listed, PutRight

_SIZE = 12
_SMALL = 10


def letter_docx(returned: Return) -> bytes:
    """The letter as a .docx."""
    file: Any = docx.Document()
    for block in letter(returned):
        if block.kind in ("title", "heading"):
            file.add_heading(block.text, 1 if block.kind == "title" else 2)
            continue
        paragraph = file.add_paragraph()
        if block.kind == "example":
            paragraph.paragraph_format.left_indent = Pt(24)
            paragraph.add_run(f"{block.label}: ").font.size = Pt(_SMALL)
        if block.kind == "remark":
            paragraph.add_run(f"{capital(block.label)}. ").bold = True
        _runs(paragraph, block.runs)
    return _saved(file)


def list_docx(right: PutRight) -> bytes:
    """A list as a .docx, laid out as the guide asks; what changed stands as a comment."""
    file: Any = docx.Document()
    heading = file.add_paragraph()
    heading.alignment = 1
    heading.add_run(right.heading).bold = right.bold_heading
    for entry in right.entries:
        paragraph = file.add_paragraph()
        layout = paragraph.paragraph_format
        layout.left_indent, layout.first_line_indent = Pt(right.hanging), Pt(-right.hanging)
        layout.line_spacing, layout.space_after = right.spacing, Pt(0)
        made = _runs(paragraph, entry.runs)
        said = _changed(entry)
        if said and made:
            file.add_comment(made, text=said, author="Grelt", initials="G")
    return _saved(file)


def _changed(entry: Listed) -> str:
    moved = "It stood elsewhere in the list. " if entry.moved else ""
    return f"{moved}{f'It was: {entry.was}' if entry.was else ''}".strip()


def _runs(paragraph: Any, runs: tuple[tuple[str, bool], ...]) -> list[Any]:
    made = []
    for words, italic in runs:
        run = paragraph.add_run(words)
        run.italic = italic
        run.font.size = Pt(_SIZE)
        made.append(run)
    return made


def _saved(file: Any) -> bytes:
    out = io.BytesIO()
    file.save(out)
    return out.getvalue()


def list_odt(right: PutRight) -> bytes:
    """A list as an .odt; what changed stands below its entry."""
    file = OpenDocumentText()
    italic = Style(name="Italic", family="text")
    italic.addElement(TextProperties(fontstyle="italic"))
    was = Style(name="Was", family="text")
    was.addElement(TextProperties(fontsize=f"{_SMALL}pt", color="#4a5a60"))
    for style in (italic, was):
        file.automaticstyles.addElement(style)
    file.automaticstyles.addElement(_heading_style(right))
    file.automaticstyles.addElement(_entry_style(right))
    file.text.addElement(P(stylename="Heading", text=right.heading))
    for entry in right.entries:
        paragraph = P(stylename="Entry")
        for words, in_italics in entry.runs:
            paragraph.addElement(Span(stylename="Italic" if in_italics else None, text=words))
        file.text.addElement(paragraph)
        if said := _changed(entry):
            note = P(stylename="Entry")
            note.addElement(Span(stylename="Was", text=said))
            file.text.addElement(note)
    out = io.BytesIO()
    file.write(out)
    return out.getvalue()


def _heading_style(right: PutRight) -> Style:
    style = Style(name="Heading", family="paragraph")
    style.addElement(ParagraphProperties(textalign="center", lineheight=f"{right.spacing:.0%}"))
    style.addElement(TextProperties(fontweight="bold" if right.bold_heading else "normal"))
    return style


def _entry_style(right: PutRight) -> Style:
    style = Style(name="Entry", family="paragraph")
    style.addElement(
        ParagraphProperties(
            marginleft=f"{right.hanging:g}pt",
            textindent=f"{-right.hanging:g}pt",
            lineheight=f"{right.spacing:.0%}",
        )
    )
    return style


def remarks_csv(returned: Return) -> str:
    """A line a remark."""
    out = io.StringIO()
    table = csv.writer(out)
    table.writerow(
        ("round", "rule", "page", "times", "of", "severity", "remark", "found", "expected")
    )
    titles = {r.key: section.title for section in returned.sections for r in section.remarks}
    for remark in returned.remarks:
        table.writerow(
            (
                titles[remark.key], remark.rule, remark.page or "", remark.count, remark.among, remark.severity,
                tame(" ".join(said_of(remark))), tame(remark.found), tame(remark.expected),
            )
        )  # fmt: skip
    return out.getvalue()


def tame(words: str) -> str:
    """Words that no table takes for a formula."""
    return f"'{words}" if words[:1] in ("=", "+", "-", "@", "\t", "\r") else words


def remarks_json(returned: Return) -> str:
    """The remarks as plain data."""
    found = [
        {
            "rule": r.rule, "round": r.round, "page": r.page, "times": r.count, "of": r.among,
            "severity": r.severity, "said": said_of(r), "found": r.found, "expected": r.expected,
        }
        for r in returned.remarks
    ]  # fmt: skip
    return json.dumps(
        {"title": returned.title, "writer": returned.writer, "remarks": found},
        ensure_ascii=False,
        indent=2,
    )


def records_of(returned: Return, format: str) -> str:
    """The entries as records in `csl`, `bibtex` or `ris`; what could not be told is left out."""
    works = []
    for entry in returned.report["entries"]:
        try:
            works.append(work_of(entry["fields"]))
        except FieldsInvalid:
            continue
    return works_to(works, format)


__all__ = [
    "Block", "letter_docx", "list_docx", "list_odt", "records_of", "remarks_csv", "remarks_json",
]  # fmt: skip
