"""Lists of names as a guide writes them, part by part, so that each part can be compared."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..guides.kinds import NamesForm
from ..text.names import UPPER, PersonName
from ..works import Group, Name

_INITIAL = re.compile(rf"{UPPER}")


@dataclass(frozen=True, slots=True)
class NamePart:
    """`kind` is `before`, `name`, `join`, `et-al` or `label`."""

    kind: str
    text: str


def name_parts(names: tuple[Name, ...], more: bool, form: NamesForm) -> tuple[NamePart, ...]:
    """The parts in order. Their texts joined are the element as the guide writes it; where it gives all names
    and the work does not, those that there are."""
    parts: list[NamePart] = []
    if form.before:
        parts.append(NamePart("before", f"{form.before} "))
    shown, cut = _shown(names, more, form)
    inverted_first = form.order != "natural" and bool(shown) and isinstance(shown[0], PersonName)
    for number, name in enumerate(shown):
        if number:
            last = number == len(shown) - 1 and not cut
            parts.append(NamePart("join", _join(len(shown), last, inverted_first, form)))
        parts.append(NamePart("name", written_name(name, _order(number, form), form.given)))
    if cut and form.ellipsis and len(names) > form.most:
        parts.append(NamePart("join", ", . . . "))
        parts.append(NamePart("name", written_name(names[-1], _order(1, form), form.given)))
    elif cut and not form.ellipsis:
        inverted = inverted_first and len(shown) == 1
        parts.append(NamePart("et-al", ", et al." if inverted or len(shown) > 1 else " et al."))
    label = form.one if len(names) == 1 and not more else form.many
    if label:
        parts.append(NamePart("label", label))
    return tuple(parts)


def _shown(names: tuple[Name, ...], more: bool, form: NamesForm) -> tuple[tuple[Name, ...], bool]:
    if len(names) > form.most:
        return names[: form.show], True
    return names, more


def _order(number: int, form: NamesForm) -> str:
    if form.order == "all-inverted" or (form.order == "first-inverted" and number == 0):
        return "inverted"
    return "natural"


def _join(count: int, last: bool, inverted_first: bool, form: NamesForm) -> str:
    if not last:
        return ", "
    comma = form.comma == "always" and (inverted_first or count > 2)
    comma = comma or (form.comma == "three" and count > 2)
    if form.order == "all-inverted":
        comma = True
    return f"{',' if comma else ''} {form.conjunction} "


def written_name(name: Name, order: str, given: str) -> str:
    """One name: `inverted` or `natural`, with `full` given names or `initials`."""
    if isinstance(name, Group):
        return name.literal
    first = initials_of(name.given) if given == "initials" else spaced_initials(name.given)
    suffix = f"{name.suffix}." if name.suffix in ("Jr", "Sr") else name.suffix
    if order == "inverted":
        return ", ".join(filter(None, (name.family, first, suffix)))
    whole = " ".join(filter(None, (first, name.family)))
    if not suffix:
        return whole
    return f"{whole} {suffix}"


def initials_of(given: str) -> str:
    """`Adaeze Chidi` is `A. C.`; `Jean-Paul` is `J.-P.`; particles stay small words."""
    written = []
    for token in spaced_initials(given).split():
        if token[:1].islower():
            written.append(token)
            continue
        parts = [p for p in re.split(r"[-‐]", token) if p]
        written.append("-".join(f"{p[0].upper()}." for p in parts if _INITIAL.match(p[0].upper())))
    return " ".join(written)


def spaced_initials(given: str) -> str:
    """Initials with a period and a space each: `A.C.` and `A C` become `A. C.`"""
    given = re.sub(rf"({UPPER}\.)(?={UPPER}\b)", r"\1 ", given)
    return re.sub(rf"(?<![\w’'.-])(?!Ó\b)({UPPER})(?=\s|$)", r"\1.", given)
