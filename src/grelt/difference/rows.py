"""The pieces of an entry side by side, for the bench."""

from __future__ import annotations

from .laid import Laid
from .model import Aligned, Difference


def rows_of(laid: Laid, differences: tuple[Difference, ...]) -> tuple[Aligned, ...]:
    """The pieces for the bench, in the order expected; what has no place there behind."""
    rows: list[Aligned] = []
    by_piece = {p: a for a, p in laid.pairs.items()}
    anchored = dict(laid.anchors)
    for number, piece in enumerate(laid.whole.pieces):
        at = by_piece.get(number)
        if at is None:
            rules = tuple(
                d.rule
                for d in differences
                if d.element == piece.element and d.template == "missing"
            )
            rows.append(Aligned(piece.element, "", piece.text, "missing", piece.dress, rules))
            continue
        element = laid.elements[at]
        own = tuple(
            dict.fromkeys(
                d.rule
                for d in differences
                if d.element == piece.element and d.span.overlaps(element.whole)
            )
        )
        state = "moved" if at not in anchored else ("differs" if own else "same")
        written, expected = element.whole.of(laid.text), piece.text
        if state == "differs" and written == expected:
            written, expected = _with_marks(laid, at, number)
        rows.append(Aligned(piece.element, written, expected, state, piece.dress, own))
    for at, element in enumerate(laid.elements):
        if at not in laid.pairs:
            kept = laid.is_kept(element)
            state = "kept" if kept else "extra"
            rows.append(
                Aligned(element.name, element.whole.of(laid.text), "", state, element.dress)
            )
    return tuple(rows)


def _with_marks(laid: Laid, at: int, number: int) -> tuple[str, str]:
    """An element and its piece with the marks around them, which alone differ."""
    elements, marks = laid.elements, laid.whole.marks
    start = elements[at - 1].whole.end if at else 0
    end = elements[at + 1].whole.start if at + 1 < len(elements) else len(laid.text)
    piece = laid.whole.pieces[number].text
    return laid.text[start:end].strip(), f"{marks[number]}{piece}{marks[number + 1]}".strip()
