"""Where a name stands in what an entry begins with."""

from __future__ import annotations

import re

from ..text.names import PersonName, is_initials
from ..text.spans import Span
from ..works import Group, Name

# What may stand ahead of the next name.
_JOINT = re.compile(r"[\s,;&]*(?:and\s+)?")


def find_name(text: str, start: int, stop: int, name: Name) -> Span | None:
    """Where a name stands, in either order."""
    if isinstance(name, Group):
        at = text.find(name.literal, start, stop)
        return Span(at, at + len(name.literal)) if at >= 0 else None
    plain = _as_written(text, start, stop, name)
    if plain is not None:
        return plain
    best: Span | None = None
    family = re.escape(name.family)
    given = re.escape(name.given).replace(r"\ ", r"\s?")
    if is_initials(name.given):
        given = given.replace(r"\.", r"\.?") + r"(?!\w)"
    suffix = rf"(?:,?\s{re.escape(name.suffix)})" if name.suffix else ""
    title = r"(?:(?:Dr|Prof|Professor|Mr|Mrs|Ms|Sir|Rev)\.?\s)?"
    patterns = (
        rf"{family},?\s{title}{given}{suffix}",
        rf"{title}{given}\s?{family}{suffix}",
        rf"{family}{suffix},\s{title}{given}",
    )
    for pattern in patterns if name.given else (rf"{family}{suffix}",):
        match = re.compile(pattern, re.I).search(text, start, stop)
        if match is not None and (best is None or match.start() < best.start):
            best = Span(*match.span())
    return best


def _as_written(text: str, start: int, stop: int, name: PersonName) -> Span | None:
    """The same for a name that stands next, letter by letter: no pattern need be made for it."""
    lead = _JOINT.match(text, start, stop)
    at = lead.end() if lead is not None else start
    forms = (f"{name.family}, {name.given}", f"{name.given} {name.family}")
    for form in forms if name.given and not name.suffix else ():
        end = at + len(form)
        if end <= stop and text.startswith(form, at) and not text[end : end + 1].isalnum():
            return Span(at, end)
    return None
