"""A composed entry as plain text, and with italics as `<i>`."""

from __future__ import annotations

import html
from collections.abc import Mapping

from .compose import Composed, Piece


def text_of(composed: Composed) -> str:
    """Plain text."""
    return (
        "".join(m + p.text for m, p in zip(composed.marks, composed.pieces, strict=False))
        + composed.marks[-1]
    )


def html_of(composed: Composed, texts: Mapping[int, str] | None = None) -> str:
    """With italics as `<i>`; everything else escaped. `texts` replace those of pieces by number."""
    written = []
    for number, (mark, piece) in enumerate(zip(composed.marks, composed.pieces, strict=False)):
        written.append(html.escape(mark, quote=False))
        written.append(dressed(piece, (texts or {}).get(number, piece.text)))
    return "".join(written) + html.escape(composed.marks[-1], quote=False)


def dressed(piece: Piece, text: str) -> str:
    """A piece's text with its italics marked."""
    base = piece.dress == "italics" and not piece.gap
    spans = [s for s in piece.apart if s.end <= len(text)]
    if not spans:
        return (
            f"<i>{html.escape(text, quote=False)}</i>"
            if base and text
            else html.escape(text, quote=False)
        )
    flags = [base] * len(text)
    for span in spans:
        for at in range(span.start, span.end):
            flags[at] = not base
    written, at = [], 0
    while at < len(text):
        end = at
        while end < len(text) and flags[end] == flags[at]:
            end += 1
        words = html.escape(text[at:end], quote=False)
        written.append(f"<i>{words}</i>" if flags[at] else words)
        at = end
    return "".join(written)
