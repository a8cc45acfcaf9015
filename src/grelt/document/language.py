"""The language of a place in the paper: as the file marks it, else as its small words tell."""

from __future__ import annotations

from ..text.languages import detect_language
from ..text.spans import Span
from .model import Paragraph


def language_of(paragraph: Paragraph, span: Span) -> str | None:
    """Two letters, or None where neither the file nor the words tell.

    A mark that differs from the file's own language is somebody's doing and is believed; the
    file's own is only what the program came with, and is not.
    """
    for marked, code in paragraph.languages:
        shared = min(marked.end, span.end) - max(marked.start, span.start)
        if shared > 0.6 * len(span):
            return code
    return detect_language(span.of(paragraph.text))
