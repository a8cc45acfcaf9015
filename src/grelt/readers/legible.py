"""Characters that no text has, put out of the way: a database, a page, a report cannot hold them."""

from __future__ import annotations

import re
from dataclasses import replace

from ..document import Document, Paragraph

# NUL and other controls, halves of pairs, and what is no character (Unicode 15, 23.1, 23.6, 23.7).
_ILLEGIBLE = re.compile("[\x00-\x08\x0e-\x1f\x7f\ud800-\udfff\ufffe\uffff]")
_INSTEAD = "\ufffd"


def legible(document: Document) -> Document:
    """The document with each such character replaced by one that says so; offsets stay."""
    if not any(map(_is_illegible, document.paragraphs)):
        return document
    paragraphs = tuple(
        replace(p, text=_ILLEGIBLE.sub(_INSTEAD, p.text)) if _is_illegible(p) else p
        for p in document.paragraphs
    )
    return replace(document, paragraphs=paragraphs)


def _is_illegible(paragraph: Paragraph) -> bool:
    return _ILLEGIBLE.search(paragraph.text) is not None
