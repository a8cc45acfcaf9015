"""Loads what a guide says of each kind of source: `kinds.toml` beside its `guide.toml`.

One description serves to recognise, check, correct and compose an entry: the patterns of the
list, of notes and in the text; which elements are needed; and the forms of names, dates,
numbers, texts and addresses.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, fields
from functools import cache
from pathlib import Path
from typing import Any, TypeVar

from .. import kept
from .pattern import Sequence, led_by, parse_pattern

_Form = TypeVar("_Form")
NEEDS = ("needed", "wanted", "optional")
# What the forms of those are called who begin an entry.
_LEAD = "lead-"


class KindsBroken(Exception):
    """A description of ours is wrong: a fault of the build."""


@dataclass(frozen=True, slots=True)
class NamesForm:
    """How a list of names is written.

    `order` is `first-inverted`, `all-inverted` or `natural`; `given` is `full` or `initials`; `comma`
    says when a comma stands before the last name's `and`: `always`, `three` or `never`. Up to `most`
    names are all given, of more the first `show` and `et al.` (or, with `ellipsis`, dots and
    the last). `before` is the word ahead of the names, `one` and `many` the label behind them.
    """

    order: str = "natural"
    given: str = "full"
    conjunction: str = "and"
    comma: str = "three"
    most: int = 2
    show: int = 1
    ellipsis: bool = False
    before: str = ""
    one: str = ""
    many: str = ""


@dataclass(frozen=True, slots=True)
class TextForm:
    """How words are set: `dress` is `quotes`, `italics`, `plain` or `either`; `case` is `headline`, `sentence`,
    `label` (a capital only where a sentence begins) or `kept`; `wrap` puts marks round them (`[{}]`)."""

    dress: str = "plain"
    case: str = "kept"
    wrap: str = "{}"


@dataclass(frozen=True, slots=True)
class NumberForm:
    """A number with its label: `one` for one, `many` for a range; other spellings that are right
    too in `allowed`. `italic` sets it in italics; `digits` says how a range's second number is
    written (`two`, `all`, `either`, `short`); `capital` begins it with a capital (`Rev. ed.`)."""

    one: str = "{}"
    many: str = ""
    allowed: tuple[str, ...] = ()
    italic: bool = False
    digits: str = "either"
    dash: str = "–"
    capital: bool = False


@dataclass(frozen=True, slots=True)
class DateForm:
    """Order and months of a date, and the words round it; `ongoing` stands behind the dash of what
    has no end yet."""

    order: str
    ongoing: str = ""
    months: str = "whole"
    wrap: str = "{}"
    allowed: tuple[str, ...] = ()


@dataclass(frozen=True)
class KindForm:
    """One kind of source in one guide. `listed` and `note` are alternative patterns, the first the
    usual one; `headless` stands where no one is named. `needs` says by element `needed`, `wanted`,
    `optional`, or the elements that make up for it (`without url`). `cited` is the pattern of its
    citations where they are not made of names and title; `unlisted` says why it is in no list;
    `omits` are elements that are right, but that the guide itself goes without; `led` has the patterns
    of a work that begins with another part than its author's (`Wren, Isolde, illustrator.`). `like` is
    the kind that one of the house's own is counted and exported as."""

    kind: str
    label: str
    listed: tuple[Sequence, ...]
    headless: tuple[Sequence, ...]
    note: tuple[Sequence, ...]
    needs: dict[str, str]
    title: str
    why: str
    cited: Sequence | None = None
    unlisted: str = ""
    omits: tuple[str, ...] = ()
    led: Mapping[str, tuple[Sequence, ...]] = field(default_factory=dict)
    like: str = ""


@dataclass(frozen=True)
class Kinds:
    """All a guide says of entries. `left_out` are elements that it never has; `headline_from` the
    number of letters from which a small word has a capital (0: never); `business_words` are left
    out behind a publisher's name; `media` are the guide's words for descriptions (empty: not said)."""

    kinds: dict[str, KindForm]
    names: dict[str, NamesForm]
    texts: dict[str, TextForm]
    numbers: dict[str, NumberForm]
    dates: dict[str, DateForm]
    units: dict[str, Sequence]
    addresses: dict[str, str]
    marks: dict[str, Any]
    left_out: tuple[str, ...]
    abbreviations: dict[str, str]
    headline_from: int
    business_words: tuple[str, ...]
    media: dict[str, str]


_TABLES = {
    "names", "texts", "numbers", "dates", "units", "addresses", "marks", "abbreviations", "kinds",
    "left_out", "headline_from", "why", "business_words", "media",
}  # fmt: skip


@cache
def load_kinds(identity: str) -> Kinds:
    """The descriptions of a guide by id. Raises `KindsBroken` where a file of ours is wrong."""
    return _parse(_tables(identity), identity)


def _tables(identity: str) -> dict[str, Any]:
    """The tables of a guide, laid over those of the guide it builds on, two levels deep."""
    path = Path(__file__).with_name(identity) / "kinds.toml"
    own = kept.toml(path)
    base = own.pop("builds_on", None)
    if base is None:
        return own
    merged = dict(_tables(base))
    for table, values in own.items():
        if isinstance(values, dict):
            old = merged.get(table, {})
            merged[table] = {
                **old,
                **{
                    k: {**old[k], **v}
                    if isinstance(v, dict) and isinstance(old.get(k), dict)
                    else v
                    for k, v in values.items()
                },
            }
        else:
            merged[table] = values
    return merged


def _parse(data: dict[str, Any], identity: str) -> Kinds:
    if set(data) != _TABLES:
        raise KindsBroken(f"{identity}: tables {sorted(set(data) ^ _TABLES)} missing or unknown")
    why = data["why"]
    roles = tuple(n.removeprefix(_LEAD) for n in data["names"] if n.startswith(_LEAD))
    return Kinds(
        {kind: _kind(kind, table, why, identity, roles) for kind, table in data["kinds"].items()},
        {name: _form(NamesForm, t, f"names.{name}") for name, t in data["names"].items()},
        {name: _form(TextForm, t, f"texts.{name}") for name, t in data["texts"].items()},
        {name: _form(NumberForm, t, f"numbers.{name}") for name, t in data["numbers"].items()},
        {name: _form(DateForm, t, f"dates.{name}") for name, t in data["dates"].items()},
        {name: parse_pattern(text) for name, text in data["units"].items()},
        data["addresses"],
        data["marks"],
        tuple(data["left_out"]),
        data["abbreviations"],
        data["headline_from"],
        tuple(data["business_words"]),
        data["media"],
    )


def _form(kind: type[_Form], table: dict[str, Any], where: str) -> _Form:
    unknown = table.keys() - {f.name for f in fields(kind)}  # type: ignore[arg-type]
    if unknown:
        raise KindsBroken(f"{where}: unknown {sorted(unknown)}")
    return kind(**{k: tuple(v) if isinstance(v, list) else v for k, v in table.items()})


def _kind(
    kind: str, table: dict[str, Any], why: dict[str, str], identity: str, roles: tuple[str, ...]
) -> KindForm:
    known = {
        "label", "list", "headless", "note", "needs", "title", "cited", "unlisted", "omits"
    }  # fmt: skip
    if table.keys() - known or "list" not in table or "title" not in table:
        raise KindsBroken(
            f"{identity}, kind {kind}: {sorted(table.keys() - known)} unknown or lacking"
        )
    for element, need in table.get("needs", {}).items():
        if need not in NEEDS and not need.startswith("without "):
            raise KindsBroken(f"{identity}, kind {kind}: {element} is {need!r}")
    listed = _patterns(table["list"])
    return KindForm(
        kind,
        table.get("label", kind.replace("-", " ")),
        listed,
        _patterns(table.get("headless", [])),
        _patterns(table.get("note", [])),
        table.get("needs", {}),
        table["title"],
        why[table["title"]],
        parse_pattern(table["cited"]) if "cited" in table else None,
        table.get("unlisted", ""),
        tuple(table.get("omits", [])),
        _led(listed, roles),
    )


def _led(listed: tuple[Sequence, ...], roles: tuple[str, ...]) -> dict[str, tuple[Sequence, ...]]:
    """For each part that may lead: the patterns that begin with it, or else those of the author with the
    two changed over."""
    found = {}
    for role in roles:
        own = tuple(p for p in listed if p.all_slots[0].element == role)
        # What an editor leads is a kind by itself, or has patterns that say so.
        turned = () if role == "editor" else listed
        led = own or tuple(led_by(p, role) for p in turned if p.all_slots[0].element == "author")
        if led:
            found[role] = tuple(dict.fromkeys(led))
    return found


def _patterns(value: str | list[str]) -> tuple[Sequence, ...]:
    return tuple(parse_pattern(p) for p in ([value] if isinstance(value, str) else value))
