"""An entry with its italics, as written and put right."""

from __future__ import annotations

from html import escape

from ..cutting import Cut
from ..text.markup import with_italics
from .model import Difference, outermost


def markup_of(cut: Cut, differences: tuple[Difference, ...]) -> str:
    """The entry with every difference put right, italics as `<i>`."""
    written = cut.written
    pieces: list[str] = []
    at = 0
    for difference in outermost(differences):
        pieces.append(
            with_italics(written.text, written.italic.__getitem__, at, difference.span.start)
        )
        pieces.append(difference.markup or escape(difference.expected or "", quote=False))
        at = difference.span.end
    pieces.append(with_italics(written.text, written.italic.__getitem__, at, len(written.text)))
    return "".join(pieces).replace("</i><i>", "").replace("</i> <i>", " ")
