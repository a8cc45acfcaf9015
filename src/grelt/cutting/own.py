"""Kinds of the house's own, told by the words that always stand in them."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterable
from dataclasses import replace

from ..forms.compose import NAMES, NUMBERS
from ..guides.own_kind import OwnKind, Shown
from ..text.folding import letters
from .cut import Cut
from .hand import Hand
from .written import Written

# An element, and where it begins and ends.
_Border = tuple[str, int, int]
# Elements that their own look tells, with or without a label.
_TOLD = NUMBERS | {"date", "original-date", "accessed", "doi", "url"}
# Marks that stand at the ends of an element.
_MARKS = ".,:;?!()[]“”\"‘’'—–"


def own_cut(
    written: Written, cut: Callable[[Hand], Cut], own: Iterable[OwnKind], hand: Hand
) -> Cut | None:
    """The cut of a text that is of one of the house's `own` kinds, by hand or by its words; None where it is of
    none. Of several kinds the one that has most of its words there, and then the one that fits best."""
    found: list[tuple[int, float, Cut]] = []
    for kind in own:
        if hand.kind not in ("", kind.id):
            continue
        told = told_borders(written, kind)
        follows = (*kind.shown[1:], None)
        led = (_led_to(s, n, written.source) for s, n in zip(kind.shown, follows, strict=True))
        drawn = [*told, *(border for pair in led for border in pair)]
        if not told and hand.kind != kind.id:
            continue
        # Who leads is read as names are.
        borders = list(hand.borders)
        for border in drawn:
            if border[0] != kind.shown[0].element and not any(_overlap(border, b) for b in borders):
                borders.append(border)
        one = cut(Hand(kind.id, tuple(borders)))
        there = sum(_has(one, shown) for shown in kind.told_by)
        if one.kind == kind.id and (there or hand.kind):
            by_hand = bool(hand.kind or hand.borders)
            found.append((there, one.points, replace(one, by_hand=by_hand)))
    return max(found, key=lambda item: item[:2])[2] if found else None


def told_borders(written: Written, kind: OwnKind) -> tuple[_Border, ...]:
    """Where the words stand that tell a kind, by element, as offsets into the text as given."""
    return tuple(border for shown in kind.told_by if (border := _border(shown, written)))


def _border(shown: Shown, written: Written) -> _Border | None:
    """Where the words of an element stand in the text as given: who leads stands first, the others last."""
    words = r"\s+".join(re.escape(word) for word in shown.words.split())
    ahead = shown.before.strip(_MARKS + " ").casefold()
    places = [
        match.span()
        for match in re.finditer(
            rf"(?<!\w){words}(?=\s*(?:[{re.escape(_MARKS)}]|$))", written.source, re.I
        )
        if _stands_apart(written.source[: match.start()].rstrip(), ahead)
    ]
    if not places:
        return None
    return shown.element, *(places[-1] if shown.before.strip() else places[0])


def _stands_apart(before: str, ahead: str) -> bool:
    """Whether a stretch begins behind a mark, or behind the words that the example has ahead: words within
    a title tell nothing."""
    return before[-1:] in _MARKS or bool(ahead and before.casefold().endswith(ahead))


def _led_to(shown: Shown, behind: Shown | None, source: str) -> tuple[_Border, ...]:
    """Words of the example’s own, and the element that they lead to: what follows them, up to the mark that the
    next one begins with."""
    ahead = re.search(r"\w(?:.*\w)?\.?", shown.before)
    if ahead is None or shown.element in _TOLD:
        return ()
    words = r"\s+".join(re.escape(word) for word in ahead.group().split())
    mark = (behind.before.strip()[:1] if behind is not None else "") or "."
    stop = rf"(?<=\w\w){re.escape(mark)}" if mark == "." else re.escape(mark)
    found = re.search(rf"(?<!\w)(?P<words>{words})\s+(?P<it>.+?)\s*(?:{stop}|$)", source, re.I)
    if found is None:
        return ()
    end = found.end("it")
    if shown.element in NAMES and mark == ",":
        # A list of names has commas of its own.
        more = re.match(r"(?:,\s[^,.;()]+){0,6},?\s(?:and|&)\s[^,.;()]+", source[end:])
        end += more.end() if more is not None else 0
    led = (shown.element, found.start("it"), end)
    return ("words", *found.span("words")), led


def _overlap(one: _Border, other: _Border) -> bool:
    return one[0] == other[0] != "words" or (one[1] < other[2] and other[1] < one[2])


def _has(cut: Cut, shown: Shown) -> bool:
    element = cut.element(shown.element)
    return element is not None and letters(element.span.of(cut.written.text)) == letters(
        shown.words
    )
