"""Writes a document as the page an online editor exports: classes with a style sheet, spans, notes
at the end with links back."""

from __future__ import annotations

from html import escape

from grelt.document import Document, Paragraph, ParagraphFormat, RunFormat


class _Writer:
    def __init__(self, document: Document) -> None:
        self.document = document
        self.classes: dict[str, str] = {}
        self.numbers = {note.id: note.number for note in document.notes}

    def class_of(self, css: str) -> str:
        return self.classes.setdefault(css, f"k{len(self.classes)}")

    def paragraph(self, paragraph: Paragraph, before: str = "") -> str:
        markers = dict(paragraph.note_markers)
        inner = before
        for run in paragraph.runs:
            words = escape(run.span.of(paragraph.text), quote=False).replace("\n", "<br>")
            piece = f'<span class="{self.class_of(_run_css(run.format))}">{words}</span>'
            if run.format.link is not None:
                piece = f'<a href="{escape(run.format.link)}">{piece}</a>'
            inner += piece
            if run.span.end in markers:
                number = self.numbers[markers[run.span.end]]
                inner += f'<sup><a href="#note{number}" id="mark{number}">{number}</a></sup>'
        return f'<p class="{self.class_of(_block_css(paragraph.format))}">{inner or "<br>"}</p>'

    def page(self, title: str) -> str:
        text = [self.paragraph(p) for p in self.document.paragraphs if p.note is None]
        notes = []
        for note in self.document.notes:
            back = f'<a href="#mark{note.number}">{note.number}</a> '
            inner = "".join(
                self.paragraph(self.document.paragraphs[i], back if not n else "")
                for n, i in enumerate(note.paragraphs)
            )
            notes.append(f'<div id="note{note.number}">{inner}</div>')
        rules = "\n".join(f".{name}{{{css}}}" for css, name in self.classes.items())
        return (
            f'<!DOCTYPE html>\n<html lang="en"><head><meta charset="utf-8"><title>{escape(title)}'
            f"</title><style>\n{rules}\n</style></head><body>\n"
            + "\n".join([*text, *(["<hr>"] if notes else []), *notes])
            + "\n</body></html>\n"
        )


def write_html(document: Document, *, title: str) -> bytes:
    """The bytes of a page with the document's paragraphs and notes."""
    return _Writer(document).page(title).encode()


def _block_css(layout: ParagraphFormat) -> str:
    spacing = layout.line_spacing.value if layout.line_spacing else 1
    rules = [
        f"text-align:{layout.alignment or 'left'}",
        f"margin:{layout.space_before or 0:g}pt {layout.right or 0:g}pt "
        f"{layout.space_after or 0:g}pt {layout.left or 0:g}pt",
        f"text-indent:{layout.first_line or 0:g}pt",
        f"line-height:{spacing:.0%}",
    ]
    if layout.page_break_before:
        rules.append("page-break-before:always")
    return ";".join(rules)


def _run_css(format: RunFormat) -> str:
    rules = [f"font-family:'{format.face}'", f"font-size:{format.size:g}pt"]
    rules.append(f"font-weight:{'bold' if format.bold else 'normal'}")
    rules.append(f"font-style:{'italic' if format.italic else 'normal'}")
    if format.underline:
        rules.append("text-decoration:underline")
    if format.colour not in (None, "auto"):
        rules.append(f"color:#{format.colour}")
    if format.background not in (None, "none"):
        rules.append(f"background-color:#{format.background}")
    return ";".join(rules)
