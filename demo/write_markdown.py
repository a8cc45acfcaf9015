"""Writes a document as Markdown: headings, emphasis, quotations, footnotes; the rest is lost."""

from __future__ import annotations

import re

from grelt.document import Document, Paragraph

_SPECIAL = re.compile(r"([\\*_`\[\]<>#])")


def write_markdown(document: Document) -> bytes:
    """The bytes of a Markdown file with the document's paragraphs and notes."""
    numbers = {note.id: note.number for note in document.notes}
    blocks = [_block(p, numbers) for p in document.paragraphs if p.note is None and p.text.strip()]
    for note in document.notes:
        own = [_inline(document.paragraphs[i], numbers) for i in note.paragraphs]
        blocks.append(f"[^{note.number}]: " + "\n\n    ".join(own))
    return ("\n\n".join(blocks) + "\n").encode()


def _block(paragraph: Paragraph, numbers: dict[str, int]) -> str:
    layout = paragraph.format
    words = _inline(paragraph, numbers)
    bold = all(run.format.bold for run in paragraph.inked_runs())
    if layout.alignment == "center" and (layout.page_break_before or bold):
        return f"# {words.strip('*')}"
    if layout.left and not layout.first_line:
        return f"> {words}"
    return words


def _inline(paragraph: Paragraph, numbers: dict[str, int]) -> str:
    markers = dict(paragraph.note_markers)
    out = ""
    for run in paragraph.runs:
        words = _SPECIAL.sub(r"\\\1", run.span.of(paragraph.text)).replace("\n", "\\\n")
        mark = "***" if run.format.bold and run.format.italic else "**" if run.format.bold else "*"
        if (run.format.bold or run.format.italic) and words.strip():
            bare = words.strip()
            words = words.replace(bare, f"{mark}{bare}{mark}", 1)
        out += words
        if run.span.end in markers:
            out += f"[^{numbers[markers[run.span.end]]}]"
    return out
