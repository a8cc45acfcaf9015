"""Names as written against names as the guide writes them, name by name and join by join."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass
from html import escape

from ..cutting.roles import labels_of
from ..forms.names import NamePart
from ..text.folding import letters
from ..text.name_lists import packed_names
from ..text.name_parts import ROLE_BEHIND
from ..text.names import PersonName, is_initials
from ..text.spans import Span
from ..words import one_of, ordered
from ..works import Group, Name
from .model import Difference, alike
from .name_places import find_name

_ET_AL = re.compile(r",?\s*(?:and\s)?(?:et\.?\sal\.?|and\sothers)\s*$", re.I)
_JOINED = re.compile(r"[,;\s]*(?:(?:and|&)\s+)?$")
_TITLES = re.compile(
    rf"\b{one_of(ordered('names.honorifics', 'before'))}\b\.?\s?"
    r"|,?\s\(?(?:Ph\.?\s?D|M\.?D|M\.?A|B\.?A|MSc|MPhil|Esq|FRS|OBE)\b\.?\)?"
)


@dataclass(frozen=True, slots=True)
class _Found:
    """A part of the names as written: `before`, `name`, `join`, `et-al` or `label`."""

    kind: str
    span: Span


def name_differences(
    text: str,
    whole: Span,
    who: Span,
    names: tuple[Name, ...],
    expected: tuple[NamePart, ...],
    element: str,
    *,
    begins: bool = True,
) -> Iterator[Difference]:
    """Differences of one list of names. `whole` is its span with label, `who` the names alone;
    `begins` says that a sentence begins here as it is written, and so a label has a capital."""
    found = _parts(text, whole, who, names)
    if found is None or ROLE_BEHIND.search(who.of(text)):
        return
    wanted = list(expected)
    if found[0].kind == "before" and wanted[0].kind == "before":
        said = found[0].span.of(text)
        usual = wanted[0].text.strip().casefold()
        if _is_said(said, usual, element) and said[:1].isupper() == begins:
            wanted[0] = NamePart("before", said)
    unnamed = _left_unnamed(found, wanted)
    if unnamed is not None:
        yield Difference("entry-author-et-al", unnamed, None, "", element, "all")
        return
    short = _cut_otherwise(found, wanted)
    if short is not None:
        start, rest = short
        yield Difference(
            "entry-author-et-al",
            Span(start, whole.end),
            rest,
            "",
            element,
            holes=(("names", str(len(names))),),
        )
        limit = next((n for n, f in enumerate(found) if f.span.end > start), len(found))
        found, wanted = found[:limit], wanted[:limit]
    packed = _packed(text, found, wanted, element)
    if packed is not None:
        yield packed
        found, wanted = found[-1:], wanted[-1:]
        if found[0].kind in ("name", "join"):
            return
    number = 0
    joined = _turned_with_comma(text, found, wanted, names)
    if joined is not None:
        right = wanted[0].text + wanted[1].text
        holes = (("name", found[0].span.of(text)), ("right", wanted[0].text))
        yield Difference(
            "entry-author-order", joined, right, escape(right, quote=False), element, holes=holes
        )
        found, wanted, number = found[2:], wanted[2:], 1
    unturned = _not_turned(text, found, wanted, names) if not number else None
    if unturned is not None:
        right = wanted[0].text + wanted[1].text
        holes = (("name", found[0].span.of(text)), ("right", wanted[0].text))
        yield Difference(
            "entry-author-inverted",
            unturned,
            right,
            escape(right, quote=False),
            element,
            holes=holes,
        )
        found, wanted, number = found[2:], wanted[2:], 1
    for part, want in zip(found, wanted, strict=False):
        if part.kind != want.kind:
            right = "".join(w.text for w in expected)
            words = whole.of(text)
            yield Difference(
                "entry-edition-form",
                whole,
                right,
                escape(right, quote=False),
                element,
                holes=(("name", words), ("right", right)),
            )
            return
        words = part.span.of(text)
        if part.kind == "name":
            name = names[min(number, len(names) - 1)]
            yield from _name(part.span, words, want.text, name, number, element)
            number += 1
        elif part.kind == "join":
            before = names[min(number, len(names)) - 1]
            suffixed = isinstance(before, PersonName) and bool(before.suffix)
            yield from _join(part.span, words, want.text, element, suffixed=suffixed)
        elif not (
            alike(words, want.text)
            or (part.kind == "label" and _names_another_part(words, want.text))
        ):
            yield from _label(part, words, want.text, element)


def _turned_with_comma(
    text: str, found: list[_Found], wanted: list[NamePart], names: tuple[Name, ...]
) -> Span | None:
    """The first name turned round where it should not be, and the comma that comes of it (`Okonjo,
    Adaeze, and Tomas Bray`), as one stretch."""
    kinds = [f.kind for f in found[:2]]
    if kinds != ["name", "join"] or [w.kind for w in wanted[:2]] != kinds:
        return None
    words, join = found[0].span.of(text), found[1].span.of(text)
    if (
        alike(words, wanted[0].text)
        or _owner(words, wanted[0].text, names[0], 0) != "entry-author-order"
    ):
        return None
    if alike(join, wanted[1].text) or join != f",{wanted[1].text}":
        return None
    return Span(found[0].span.start, found[1].span.end)


def _not_turned(
    text: str, found: list[_Found], wanted: list[NamePart], names: tuple[Name, ...]
) -> Span | None:
    """The first name in natural order that should be turned round, with the join that lacks its comma."""
    kinds = [f.kind for f in found[:2]]
    if kinds != ["name", "join"] or [w.kind for w in wanted[:2]] != kinds:
        return None
    words, join = found[0].span.of(text), found[1].span.of(text)
    if alike(words, wanted[0].text) or alike(join, wanted[1].text):
        return None
    if _owner(words, wanted[0].text, names[0], 0) != "entry-author-inverted":
        return None
    if f",{join}" != wanted[1].text:
        return None
    return Span(found[0].span.start, found[1].span.end)


def _packed(
    text: str, found: list[_Found], wanted: list[NamePart], element: str
) -> Difference | None:
    """Several names written without their marks (`Verity J, Aldous PR`) are one slip."""
    own = [n for n, f in enumerate(found) if f.kind == "name"]
    alike_kinds = [f.kind for f in found] == [w.kind for w in wanted]
    if len(own) < 2 or own[0] != 0 or not alike_kinds:
        return None
    for at in own:
        words = found[at].span.of(text)
        if packed_names(words, alone=True) is None or alike(words, wanted[at].text):
            return None
    span = Span(found[0].span.start, found[own[-1]].span.end)
    words, right = span.of(text), "".join(w.text for w in wanted[: own[-1] + 1])
    holes = (("name", words), ("right", right))
    return Difference(
        "entry-punctuation", span, right, escape(right, quote=False), element, holes=holes
    )


def _parts(text: str, whole: Span, who: Span, names: tuple[Name, ...]) -> list[_Found] | None:
    """The written parts in order; None where the names cannot be found one by one."""
    found: list[_Found] = []
    if whole.start < who.start:
        found.append(_Found("before", Span(whole.start, who.start)))
    end = who.end
    et_al = _ET_AL.search(who.of(text))
    if et_al is not None:
        end = who.start + et_al.start()
    at = who.start
    for number, name in enumerate(names):
        span = find_name(text, at, end, name)
        if span is None:
            return None
        if number:
            found.append(_Found("join", Span(at, span.start)))
            if not re.search(r"[,;&]|\band\b|\. \. \.|…", text[at : span.start]):
                return None
        elif span.start > at and text[at : span.start].strip():
            # A title before the name is the name's own.
            span = Span(at, span.end)
        found.append(_Found("name", span))
        at = span.end
    if at < end and text[at:end].strip(" ,."):
        # What stands behind the last name is its own too (a degree).
        found[-1] = _Found("name", Span(found[-1].span.start, end))
        at = end
    elif at < end and et_al is None:
        found[-1] = _Found("name", Span(found[-1].span.start, end))
        at = end
    if et_al is not None:
        found.append(_Found("et-al", Span(at, who.end)))
        at = who.end
    if at < whole.end:
        found.append(_Found("label", Span(at, whole.end)))
    return found


def _left_unnamed(found: list[_Found], wanted: list[NamePart]) -> Span | None:
    """Where `et al.` stands for names that the guide wants, and that nobody here knows."""
    shown = [sum(part.kind == "name" for part in parts) for parts in (found, wanted)]
    if any(w.kind == "et-al" for w in wanted) or shown[0] != shown[1]:
        return None
    return next((f.span for f in found if f.kind == "et-al"), None)


def _cut_otherwise(found: list[_Found], wanted: list[NamePart]) -> tuple[int, str] | None:
    """Where `et al.` stands and should not, or the reverse: the offset, and the text from there."""
    shown = sum(f.kind == "name" for f in found)
    right = sum(w.kind == "name" for w in wanted)
    cut = any(f.kind == "et-al" for f in found)
    wanted_cut = any(w.kind == "et-al" for w in wanted)
    if shown == right and cut == wanted_cut:
        return None
    keep = min(shown, right)
    names = 0
    for number, part in enumerate(found):
        names += part.kind == "name"
        if names == keep and part.kind == "name":
            count = 0
            for at, want in enumerate(wanted):
                count += want.kind == "name"
                if count == keep and want.kind == "name":
                    return found[number].span.end, "".join(w.text for w in wanted[at + 1 :])
    return None


def _name(
    span: Span, words: str, wanted: str, name: Name, number: int, element: str
) -> Iterator[Difference]:
    if (
        alike(words, wanted)
        or _is_suffix_parted(words, wanted, name)
        or _may_be_surname(words, wanted)
    ):
        return
    rule = _owner(words, wanted, name, number)
    yield Difference(
        rule,
        span,
        wanted,
        escape(wanted, quote=False),
        element,
        holes=(("name", words), ("right", wanted)),
    )


def _is_suffix_parted(words: str, wanted: str, name: Name) -> bool:
    """`H. L. Gates, Jr.`: the comma before it is in some manuals, and in others not."""
    suffix = name.suffix if isinstance(name, PersonName) else ""
    return bool(suffix) and alike(words.replace(", ", " "), wanted.replace(", ", " "))


def _may_be_surname(words: str, wanted: str) -> bool:
    """Initials and then two words or more, of which all but the last would be shortened: they may be one
    surname (`M. A. S. Abdel Haleem`)."""
    said, right = words.split(), wanted.split()
    lead = [w for w in said if is_initials(w)]
    rest = said[len(lead) :]
    return (
        bool(lead)
        and said[: len(lead)] == lead == right[: len(lead)]
        and len(rest) > 1
        and rest[-1] == right[-1]
    )


def _owner(words: str, wanted: str, name: Name, number: int) -> str:
    if _TITLES.search(words) is not None and _TITLES.search(wanted) is None:
        return "entry-author-title"
    if isinstance(name, Group) or words.casefold() == wanted.casefold():
        return "entry-author-caps"
    if letters(words) == letters(wanted):
        return (
            "entry-spacing"
            if words.replace(" ", "") == wanted.replace(" ", "")
            else "entry-punctuation"
        )
    first_family = letters(words).startswith(letters(name.family))
    want_family = letters(wanted).startswith(letters(name.family))
    if first_family != want_family:
        first = number == 0 and want_family
        return "entry-author-inverted" if first else "entry-author-order"
    if is_initials(name.given) != is_initials(_given(wanted, name)):
        return "entry-author-given"
    return "entry-author-given"


def _given(text: str, name: PersonName) -> str:
    return text.replace(name.family, "").replace(name.suffix, "").strip(" ,")


def _join(
    span: Span, words: str, wanted: str, element: str, *, suffixed: bool
) -> Iterator[Difference]:
    """What stands between two names; a suffix before it (`suffixed`) may have a comma behind it too."""
    if alike(words, wanted) or (suffixed and alike(words, f",{wanted}")):
        return
    if words.strip(" ,") == "with":
        return  # as the title page has it: `Orme, Viktor, with Mara Quill`
    said = set(re.findall(r"and|&", words))
    right = set(re.findall(r"and|&", wanted))
    if said or right:
        rule = "entry-author-conjunction"
    elif words.replace(" ", "") == wanted.replace(" ", ""):
        rule = "entry-spacing"
    else:
        rule = "entry-punctuation"
    yield Difference(
        rule,
        span,
        wanted,
        escape(wanted, quote=False),
        element,
        holes=(("name", words.strip()), ("right", wanted.strip())),
    )


def _is_said(said: str, usual: str, element: str) -> bool:
    """Whether words ahead of names are those of their part, whole where they are whole (`selected and
    edited by`), or short (`ed. and trans.`)."""
    words = re.sub(r"\s+", " ", said).strip().casefold()
    if words == usual:
        return True
    whole = usual.endswith(" by")
    named = words in labels_of(element, "by" if whole else "short")
    return named and (whole or _names_another_part(words, usual))


def _names_another_part(words: str, wanted: str) -> bool:
    """Whether a label in its right marks names another part in the work than the one that is usual here
    (`(Writer & Director)`, `, general editor`): neither word is short for the other."""
    marks = re.compile(r"^[\s,(]*|[\s)]*$")
    if marks.findall(words) != marks.findall(wanted):
        return False
    said, usual = (re.sub(r"[^a-z]|s\b", "", w.casefold()) for w in (words, wanted))
    return (
        not (said.startswith(usual) or usual.startswith(said)) or "&" in words or " and " in words
    )


def _label(part: _Found, words: str, wanted: str, element: str) -> Iterator[Difference]:
    if part.kind == "et-al":
        rule = "entry-author-et-al"
        holes: tuple[tuple[str, str], ...] = (("names", "several"),)
        yield Difference(rule, part.span, wanted, escape(wanted, quote=False), element, holes=holes)
        return
    yield Difference(
        "entry-edition-form", part.span, wanted, escape(wanted, quote=False), element,
        holes=(("name", words.strip()), ("right", wanted.strip())),
    )  # fmt: skip
