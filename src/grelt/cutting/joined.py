"""Units that are one though marks or dress part them: titles within titles, numbered series, a work that two
presses publish, a volume and the whole that it is of."""

from __future__ import annotations

from dataclasses import replace

from ..text.spans import Span
from .unit import Unit
from .vocabulary import told_by
from .written import goes_on

_OF = ("of", "special issue of", "Special issue of")
_NUMBERS = ("numbering", "volume", "issue", "number")


def joined(text: str, units: list[Unit]) -> list[Unit]:
    """The units in order, those that are one joined."""
    found: list[Unit] = []
    for unit in sorted(units, key=lambda u: (u.whole.start, u.whole.end)):
        found.append(unit)
        for join in (_volume_of, _title_within, _numbered_series, _published_twice):
            join(text, found, units)
    return found


def _gap(text: str, one: Unit, other: Unit) -> str:
    return text[one.whole.end : other.whole.start]


def _volume_of(text: str, found: list[Unit], _: list[Unit]) -> None:
    """`Vol. 2 of *The Complete Diaries*`: what a volume belongs to stands in no pattern, and is kept."""
    if len(found) < 2 or found[-1].dress != "italics" or found[-2].span.of(text) not in _OF:
        return
    numbered = len(found) > 2 and found[-3].element in _NUMBERS
    first = found[-3] if numbered else found[-2]
    whole = Span(first.whole.start, found[-1].whole.end)
    del found[-3 if numbered else -2 :]
    found.append(Unit("supplement", whole, whole))


def _title_within(text: str, found: list[Unit], units: list[Unit]) -> None:
    """Words set against the rest of a title are its own: italic ones in an undressed title (`Rereading *Salt*.
    *Estuary Review*`: another stretch in italics holds the whole), plain ones in an italic title."""
    if len(found) < 2:
        return
    before, unit = found[-2:]
    if before.element or unit.element or unit.span.of(text).startswith("by "):
        return
    gap = _gap(text, before, unit)
    behind = [u for u in units if u.dress == "italics" and u.whole.start > unit.whole.end]
    # A title in italics goes on behind the plain words in it.
    resumed = before.dress == "italics" and any(_gap(text, unit, u) == " " for u in behind)
    held = bool(behind) and not resumed
    if {before.dress, unit.dress} == {"plain", "italics"} and gap == " " and held:
        whole = Span(before.whole.start, unit.whole.end)
        found[-2:] = [Unit("", Span(before.span.start, unit.span.end), whole)]
        return
    if before.dress == "italics" and unit.dress == "plain" and gap == " ":
        if goes_on(before.span.of(text)) and not resumed:
            # `*Readings of* Salt *and* Mud`
            span = Span(before.span.start, unit.span.end)
            found[-2:] = [replace(before, span=span, whole=span)]
        return
    if len(found) > 2 and gap in (" ", ", ", ": ") and unit.dress == "italics":
        first = found[-3]
        if (
            first.dress == "italics"
            and before.dress == "plain"
            and _gap(text, first, before) in (" ", ": ")
        ):
            span = Span(first.span.start, unit.span.end)
            found[-3:] = [replace(first, span=span, whole=span)]


def _numbered_series(text: str, found: list[Unit], _: list[Unit]) -> None:
    """`Reach Moor Papers, vol. 3, no. 7.`: the number is the series’ own."""
    if len(found) < 2:
        return
    series, number = found[-2:]
    if (
        not series.element
        and series.dress == "plain"
        and number.element in _NUMBERS
        and "series-word" in told_by(series.span.of(text))
        and _gap(text, series, number) in (", ", " ")
        and text[number.whole.end : number.whole.end + 1] in (".", "")
    ):
        span = Span(series.span.start, number.whole.end)
        found[-2:] = [replace(series, span=span, whole=span)]


def _published_twice(text: str, found: list[Unit], _: list[Unit]) -> None:
    """`Leeds: Moor Press; London: Tallow Press`: two places and presses are one."""
    if len(found) < 4:
        return
    town, press, second, other = found[-4:]
    if (
        all(not u.element and u.dress == "plain" for u in (press, second, other))
        and (town.colon_after or town.element == "place")
        and second.colon_after
        and _gap(text, press, second) == "; "
        and _gap(text, second, other) == ": "
    ):
        span = Span(press.span.start, other.span.end)
        found[-3:] = [replace(press, span=span, whole=Span(press.whole.start, other.whole.end))]
