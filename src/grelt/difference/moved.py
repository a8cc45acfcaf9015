"""Elements out of their place, with the stretch that has to be written anew."""

from __future__ import annotations

from bisect import bisect_left
from collections.abc import Iterator

from ..text.spans import Span
from .laid import Laid
from .marks import trimmed
from .model import KEPT, Difference


def moved_regions(laid: Laid) -> list[tuple[int, int, list[int]]]:
    """Runs of gaps (by the anchor behind them) that an element out of place touches."""
    places = [a for a, _ in laid.anchors]
    pieces = [p for _, p in laid.anchors]
    found: list[tuple[int, int, list[int]]] = []
    for at, piece in laid.pairs.items():
        if (at, piece) in laid.anchors:
            continue
        one, other = bisect_left(places, at), bisect_left(pieces, piece)
        first, last = min(one, other), max(one, other)
        for region in [r for r in found if r[0] <= last and first <= r[1]]:
            found.remove(region)
            first, last = min(first, region[0]), max(last, region[1])
            at_list = region[2]
            found.append((first, last, [*at_list, at]))
            break
        else:
            found.append((first, last, [at]))
    return found


def moved_differences(laid: Laid, first: int, last: int, moved: list[int]) -> Iterator[Difference]:
    begin = laid.anchors[first - 1] if first else None
    close = laid.anchors[last] if last < len(laid.anchors) else None
    span = Span(
        laid.left(begin[0]) if begin else 0, laid.right(close[0]) if close else len(laid.text)
    )
    inside = [
        e for n, e in enumerate(laid.elements)
        if span.start <= e.span.start < span.end and n not in laid.pairs
    ]  # fmt: skip
    names = [laid.elements[m].name for m in moved]
    if all(_has_twin(laid, m, moved) for m in moved):
        return  # said a second time: `Filmed April 2022`, where the year stands in its place
    far = all(abs(laid.rank_written(m) - laid.rank_expected(m)) > 1 for m in moved)
    dated = far and all(n in ("date", "day") for n in names)
    rule = "entry-date-position" if dated else "entry-element-order"
    element = laid.elements[moved[0]]
    holes = (("found", element.whole.of(laid.text)), ("element", element.name))
    if any(e.name in KEPT or laid.is_kept(e) for e in inside):
        yield Difference(rule, element.whole, None, "", element.name, "moved", holes, 0.7)
        return
    start = begin[1] + 1 if begin else 0
    stop = close[1] if close else len(laid.whole.pieces)
    wanted = laid.composed(start, stop) + ("" if close else laid.whole.marks[-1])
    markup = laid.composed(start, stop, markup=True) + ("" if close else laid.whole.marks[-1])
    first_at, last_at = span.start, span.end
    if begin:
        first_at, wanted = laid.behind(begin, wanted)
        _, markup = laid.behind(begin, markup)
    if close:
        last_at, wanted = laid.ahead(close, wanted)
        _, markup = laid.ahead(close, markup)
    place = Span(first_at, max(first_at, last_at))
    least = laid.elements_within(place)
    place, wanted, markup = trimmed(laid.text, place, wanted, markup, least)
    yield Difference(rule, place, wanted, markup, element.name, "moved", holes)


def _has_twin(laid: Laid, number: int, moved: list[int]) -> bool:
    """Whether an element of the same name stands elsewhere."""
    name = laid.elements[number].name
    return any(e.name == name and n not in moved for n, e in enumerate(laid.elements))
