"""The paper as read from its file: frozen, format-neutral, nothing guessed.

What a format cannot tell is `None` (unknown); rules stay silent on it.
"""

from .model import (
    Document,
    Header,
    LineSpacing,
    Note,
    Paragraph,
    ParagraphFormat,
    Run,
    RunFormat,
    Section,
)

__all__ = [
    "Document",
    "Header",
    "LineSpacing",
    "Note",
    "Paragraph",
    "ParagraphFormat",
    "Run",
    "RunFormat",
    "Section",
]
