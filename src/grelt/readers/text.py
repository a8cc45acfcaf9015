"""Reader for plain text: paragraphs and their indents by spaces; everything else is unknown."""

from __future__ import annotations

import codecs
import re

from ..document import Document, Paragraph, ParagraphFormat, Run, RunFormat, Section
from ..errors import PaperDamaged, PaperEmpty
from ..text.spans import Span
from .limits import LIMITS, bounded

_BLANK = re.compile(r"\n[ \t]*\n")
_UNKNOWN = RunFormat()
# The longer marks first: one begins with the other.
_WIDE = (
    ((codecs.BOM_UTF32_LE, codecs.BOM_UTF32_BE), "utf-32"),
    ((codecs.BOM_UTF16_LE, codecs.BOM_UTF16_BE), "utf-16"),
)
_WIDEST = 110
_NARROWEST = 36


def decode(data: bytes) -> str:
    """Bytes as text: UTF-8, UTF-16 and UTF-32 with their marks, else Windows Western. Raises `PaperDamaged`
    for what is no text at all."""
    for marks, encoding in _WIDE:
        if data.startswith(marks):
            try:
                return data.decode(encoding)
            except UnicodeDecodeError as error:
                raise PaperDamaged(_NO_TEXT) from error
    sample = data[:8192]
    control = sum(b < 32 and b not in (9, 10, 12, 13) for b in sample)
    if b"\0" in data or control > len(sample) / 50:
        raise PaperDamaged(_NO_TEXT)
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        return data.decode("cp1252", errors="replace")


_NO_TEXT = (
    "The file is named as text and holds something else. Ask for the paper as a .docx or as "
    "plain text."
)


def read_text(data: bytes) -> Document:
    """Read plain text. Raises a `PaperUnreadable` with a message for the instructor."""
    text = decode(data).replace("\r\n", "\n").replace("\r", "\n")
    if not text.strip():
        raise PaperEmpty("The file holds no text. Ask for the paper to be sent again.")
    blocks = _blocks(text)
    bounded(len(blocks), LIMITS.paragraphs, "paragraphs")
    longest = max((len(block) for block, _ in blocks), default=0)
    bounded(longest, LIMITS.paragraph, "characters in one paragraph")
    paragraphs = []
    for index, (block, breaks_page) in enumerate(blocks):
        runs = (Run(Span(0, len(block)), _UNKNOWN),) if block else ()
        layout = ParagraphFormat(page_break_before=True if breaks_page else None)
        paragraphs.append(Paragraph(index, block, runs, layout))
    return Document("txt", tuple(paragraphs), sections=(Section(0),))


def _blocks(text: str) -> list[tuple[str, bool]]:
    """Paragraphs, and whether a form feed stands before each.

    Where empty lines part the text, the lines between them are one paragraph; where
    none do, each line is one.
    """
    lines = [line for line in text.split("\n") if line.strip()]
    # Lines broken to a width never run long; where some do, a line is a paragraph.
    long = sum(len(line) > _WIDEST for line in lines)
    parted = len(_BLANK.findall(text)) >= 2 and long <= len(lines) / 20
    pieces = _BLANK.split(text) if parted else text.split("\n")
    found: list[tuple[str, bool]] = []
    feed = False
    for piece in pieces:
        feed = feed or "\f" in piece
        flat = _joined(piece.replace("\f", "")) if parted else piece.replace("\f", "").rstrip()
        if not flat.strip():
            continue
        found.append((flat, feed))
        feed = False
    return found


def _joined(piece: str) -> str:
    """Lines of one paragraph run together; short lines (a heading block, verse) stay apart."""
    lines = [line.strip() for line in piece.split("\n") if line.strip()]
    if len(lines) > 1 and all(len(line) <= _NARROWEST for line in lines):
        return "\n".join(lines)
    return " ".join(lines)
