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
        rows.append(
            Aligned(piece.element, element.whole.of(laid.text), piece.text, state, piece.dress, own)
        )
    for at, element in enumerate(laid.elements):
        if at not in laid.pairs:
            kept = laid.is_kept(element)
            state = "kept" if kept else "extra"
            rows.append(
                Aligned(element.name, element.whole.of(laid.text), "", state, element.dress)
            )
    return tuple(rows)
