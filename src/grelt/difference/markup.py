"""An entry with its italics, as written and put right."""

from __future__ import annotations

from html import escape

from ..cutting import Cut
from .model import Difference, outermost


def markup_of(cut: Cut, differences: tuple[Difference, ...]) -> str:
    """The entry with every difference put right, italics as `<i>`."""
    written = cut.written
    pieces: list[str] = []
    at = 0
    for difference in outermost(differences):
        pieces.append(_italic_markup(written.text, written.italic, at, difference.span.start))
        pieces.append(difference.markup or escape(difference.expected or "", quote=False))
        at = difference.span.end
    pieces.append(_italic_markup(written.text, written.italic, at, len(written.text)))
    return "".join(pieces).replace("</i><i>", "").replace("</i> <i>", " ")


def _italic_markup(text: str, italic: tuple[bool, ...], start: int, end: int) -> str:
    out: list[str] = []
    at = start
    while at < end:
        stop = at
        while stop < end and italic[stop] == italic[at]:
            stop += 1
        words = escape(text[at:stop], quote=False)
        out.append(f"<i>{words}</i>" if italic[at] and words.strip() else words)
        at = stop
    return "".join(out)
