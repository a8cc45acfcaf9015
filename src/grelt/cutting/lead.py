"""Who is named first, and lists of names."""

from __future__ import annotations

import re

from ..text.name_lists import inverted_names
from ..text.name_parts import ROLE_BEHIND
from ..text.names import HONORIFIC, NameList, PersonName, natural_names
from ..text.spans import Span
from ..works import Group, Name, TextValue
from .media import HANDLE
from .roles import after_lead, role_of
from .unit import Unit

_TITLED = re.compile(rf"^{HONORIFIC}\s+")


def lead_units(
    text: str, names: NameList | None, group: str, span: Span, *, repeated: bool
) -> tuple[tuple[Unit, ...], int]:
    """The units that an entry opens with: who is named, in which role, and a handle; and where they
    end."""
    value: tuple[Name, ...]
    if names is not None:
        value = tuple(_plainly(n) for n in names.names)
    elif group:
        value = (Group(group),)
    else:
        return (), span.start
    handle = HANDLE.search(span.of(text))
    if handle is not None and handle["handle"] and names is None:
        span = Span(span.start, span.start + handle.start())
        value = (Group(span.of(text)),)
    end = span.end
    if (
        names is not None
        and names.et_al
        and text[end : end + 1] == "."
        and text[end - 2 : end] == "al"
    ):
        end += 1
        span = Span(span.start, end)
    role = "author"
    whole = span
    label = after_lead().match(text, end)
    if label is not None:
        role = role_of(label["in"] or label["bare"]) or "author"
        if ROLE_BEHIND.search(span.of(text)) or role == "contributor":
            role = "author"  # each has a part of their own, or one that no guide has a place for
        whole = Span(span.start, label.end())
        end = label.end()
    units = [
        Unit(
            role,
            span,
            whole,
            value=value,
            more=bool(names and names.et_al),
            source="repeated" if repeated else "",
        )
    ]
    handle = HANDLE.match(text, end)
    if handle is not None:
        lead = len(handle.group()) - len(handle.group().lstrip())
        group = "handle" if handle["handle"] else "name"
        units.append(
            Unit(
                "handle",
                Span(*handle.span(group)),
                Span(handle.start() + lead, handle.end()),
                value=TextValue(handle[group]),
            )
        )
        end = handle.end()
    return tuple(units), end


def people(text: str) -> tuple[tuple[Name, ...], bool] | None:
    """Names in either order, and whether more are meant; None of an empty text."""
    read: NameList | None = natural_names(text) or inverted_names(text)
    if read is None:
        return ((Group(text),), False) if text else None
    return tuple(read.names), read.et_al


def _plainly(name: PersonName) -> PersonName:
    """A name set in capitals, in usual letters; without a title before its given names."""
    family, given = name.family, _TITLED.sub("", name.given)
    if len(family) > 2 and family.isupper():
        family = re.sub(r"[^\W\d_]+", lambda m: m.group().capitalize(), family)
    if len(given) > 2 and given.isupper() and "." not in given and len(given) > 3:
        given = re.sub(r"[^\W\d_]+", lambda m: m.group().capitalize(), given)
    return PersonName(family, given, name.suffix)
