"""Elements that their neighbours tell before any pattern is fitted."""

from __future__ import annotations

import re
from dataclasses import replace

from ..works import TextValue
from .points import publishes
from .unit import Unit
from .vocabulary import told_by

_PLACE = re.compile(r"(?!Inc|Ltd|Limited|LLC)[A-Z][\w’'-]+(?:\s[A-Z][\w’'-]+){0,2}")


def places_marked(units: list[Unit], text: str) -> list[Unit]:
    """Units with the place told that stands behind its publisher (`Tidemark Press, Reach, 2021`)."""
    found = list(units)
    for at in range(1, len(units)):
        before, unit = units[at - 1], units[at]
        behind = units[at + 1] if at + 1 < len(units) else None
        words = unit.span.of(text)
        published = publishes(before.span.of(text)) and not before.element
        named = (
            (_PLACE.fullmatch(words) or "place-name" in told_by(words))
            and not publishes(words)
            and not unit.element
        )
        if (
            published
            and named
            and before.dress == unit.dress == "plain"
            and text[before.whole.end : unit.whole.start] == ", "
            and (behind is None or behind.element in ("date", "doi", "url"))
            and not (at > 1 and units[at - 2].element == "medium")
        ):
            found[at] = replace(unit, element="place", value=TextValue(words))
    return found


def publishers_marked(units: list[Unit], text: str) -> list[Unit]:
    """Units with the publisher told that stands behind the date, where no other does (`2012, Europa
    Editions.`); behind a dressed title, for before it a name may be anything."""
    found = list(units)
    loose = [
        n
        for n, u in enumerate(units)
        if not u.element
        and u.dress == "plain"
        and told_by(u.span.of(text)) & {"press-name", "trade-word"}
    ]
    if len(loose) != 1 or any(u.element == "publisher" for u in units):
        return found
    at = loose[0]
    dated = at > 1 and units[at - 1].element == "date"
    parted = dated and text[units[at - 1].whole.end : units[at].whole.start] == ", "
    titled = any(u.dress != "plain" and not u.element for u in units[: max(0, at - 1)])
    held = any(u.element in ("pages", "numbering", "volume", "issue") for u in units)
    if parted and titled and not held:
        words = units[at].span.of(text)
        found[at] = replace(units[at], element="publisher", value=TextValue(words))
    return found
