"""Loads guide folders, refusing what is missing, unknown or misspelled."""

from __future__ import annotations

from dataclasses import fields
from functools import cache
from pathlib import Path
from typing import Any

from .. import kept
from ..errors import GuideUnknown
from ..findings import Severity
from .model import (
    CitationSettings,
    EntrySettings,
    Guide,
    ListSettings,
    NoteSettings,
    PageSettings,
    RuleSetting,
)

_POINTS = 72.0
_ALLOWED = {
    "heading_alignment": {"center", "left"},
    "spacing": {"double", "single", "either"},
    "heading_print": {"plain", "bold", "either"},
    "conjunction_enclosed": {"and", "&"},
    "conjunction_running": {"and", "&"},
    "range_digits": {"two", "all", "either"},
    "range_dash": {"-", "–"},
    "date": {"end", "enclosed", "after-author"},
    "same_author": {"title", "year", "date"},
    "repeated_author": {"three marks", "in full", "either"},
    "title_page": {"never", "always", "may"},
    "title_print": {"plain", "bold", "either"},
    "block_spacing": {"double", "single", "either"},
    "running_head": {"surname", "number"},
    "appendices": {"before", "after", "either"},
    "system": {"author-page", "author-date", "notes"},
}


class GuideBroken(Exception):
    """A guide file of ours is wrong: a fault of the build, never of the paper."""


@cache
def available_guides() -> tuple[str, ...]:
    """Ids of the guides that ship, in alphabetical order."""
    return tuple(sorted(path.parent.name for path in Path(__file__).parent.glob("*/guide.toml")))


@cache
def load_guide(identity: str) -> Guide:
    """Load one guide by id. Raises `GuideUnknown` for an id that no folder has."""
    if identity not in available_guides():
        raise GuideUnknown(
            f"There is no guide called “{identity}”. Known: {', '.join(available_guides())}."
        )
    return parse_guide(_tables(identity))


def _tables(identity: str) -> dict[str, Any]:
    """The tables of a guide file, laid over those of the guide it builds on."""
    path = Path(__file__).with_name(identity) / "guide.toml"
    own = kept.toml(path)
    base = own.pop("builds_on", None)
    if base is None:
        return own
    if base not in available_guides() or base == identity:
        raise GuideBroken(f"{identity} builds on {base!r}, which is no other guide")
    merged = _tables(base)
    for table, values in own.items():
        merged[table] = {**merged.get(table, {}), **values}
    return merged


def parse_guide(data: dict[str, Any]) -> Guide:
    """Turn the tables of a guide file into a `Guide`. Raises `GuideBroken`."""
    _exactly(data, {"guide", "list", "citation", "notes", "entry", "page", "rules"}, "guide file")
    head = data["guide"]
    _exactly(head, {"id", "house", "name", "manual", "system"}, "[guide]")
    _legal(head)
    rules: dict[str, RuleSetting] = {}
    for identity, setting in data["rules"].items():
        _exactly(setting, {"severity", "chapter"}, f"rule {identity}")
        try:
            severity = Severity(setting["severity"])
        except ValueError as error:
            raise GuideBroken(f"rule {identity}: no severity {setting['severity']!r}") from error
        rules[identity] = RuleSetting(severity, setting["chapter"])
    listing = _settings(data["list"], ListSettings, "[list]")
    notes = _settings(data["notes"], NoteSettings, "[notes]")
    listing["hanging"] *= _POINTS
    notes["first_line"] *= _POINTS
    return Guide(
        head["id"],
        head["house"],
        head["name"],
        head["manual"],
        head["system"],
        ListSettings(**listing),
        CitationSettings(**_settings(data["citation"], CitationSettings, "[citation]")),
        NoteSettings(**notes),
        EntrySettings(**_settings(data["entry"], EntrySettings, "[entry]")),
        _page(data["page"]),
        rules,
    )


def _page(table: dict[str, Any]) -> PageSettings:
    page = _settings(table, PageSettings, "[page]")
    for length in ("margins", "first_line", "block_indent"):
        page[length] *= _POINTS
    page["named_sizes"] = tuple((face, float(size)) for face, size in page["named_sizes"].items())
    return PageSettings(**page)


def _settings(table: dict[str, Any], kind: type[Any], where: str) -> dict[str, Any]:
    """A table checked against the fields of its class; lists become tuples."""
    _exactly(table, {f.name for f in fields(kind)}, where)
    _legal(table)
    return {k: tuple(v) if isinstance(v, list) else v for k, v in table.items()}


def _exactly(table: dict[str, Any], wanted: set[str], where: str) -> None:
    missing, extra = wanted - table.keys(), table.keys() - wanted
    if missing or extra:
        raise GuideBroken(f"{where}: missing {sorted(missing)}, unknown {sorted(extra)}")


def _legal(table: dict[str, Any]) -> None:
    for key, value in table.items():
        if key in _ALLOWED and value not in _ALLOWED[key]:
            raise GuideBroken(f"{key} = {value!r}; one of {sorted(_ALLOWED[key])}")
