"""Loads guide folders, refusing what is missing, unknown or misspelled."""

from __future__ import annotations

import tomllib
from dataclasses import fields
from functools import cache
from importlib import resources
from typing import Any

from ..errors import GuideUnknown
from ..findings import Severity
from .model import CitationSettings, Guide, ListSettings, RuleSetting

_POINTS = 72.0
_ALLOWED = {
    "heading_alignment": {"center", "left"},
    "spacing": {"double", "single"},
    "ordering": {"letter-by-letter", "word-by-word"},
    "same_author": {"title", "year"},
    "repeated_author": {"three marks", "in full"},
    "system": {"author-page", "author-date", "notes"},
}


class GuideBroken(Exception):
    """A guide file of ours is wrong: a fault of the build, never of the paper."""


@cache
def available_guides() -> tuple[str, ...]:
    """Ids of the guides that ship, in alphabetical order."""
    root = resources.files(__package__)
    return tuple(
        sorted(
            folder.name
            for folder in root.iterdir()
            if folder.is_dir() and folder.joinpath("guide.toml").is_file()
        )
    )


@cache
def load_guide(identity: str) -> Guide:
    """Load one guide by id. Raises `GuideUnknown` for an id that no folder has."""
    if identity not in available_guides():
        raise GuideUnknown(
            f"There is no guide called “{identity}”. Known: {', '.join(available_guides())}."
        )
    path = resources.files(__package__).joinpath(identity, "guide.toml")
    return parse_guide(tomllib.loads(path.read_text(encoding="utf-8")))


def parse_guide(data: dict[str, Any]) -> Guide:
    """Turn the tables of a guide file into a `Guide`. Raises `GuideBroken`."""
    _exactly(data, {"guide", "list", "citation", "rules"}, "guide file")
    head = data["guide"]
    _exactly(head, {"id", "name", "manual", "system"}, "[guide]")
    _legal(head)
    rules: dict[str, RuleSetting] = {}
    for identity, setting in data["rules"].items():
        _exactly(setting, {"severity", "chapter"}, f"rule {identity}")
        try:
            severity = Severity(setting["severity"])
        except ValueError as error:
            raise GuideBroken(f"rule {identity}: no severity {setting['severity']!r}") from error
        rules[identity] = RuleSetting(severity, setting["chapter"])
    listing = dict(data["list"])
    _exactly(listing, {f.name for f in fields(ListSettings)}, "[list]")
    _legal(listing)
    listing["hanging"] = listing["hanging"] * _POINTS
    for key in ("headings", "consulted", "repeated_author_forms"):
        listing[key] = tuple(listing[key])
    _exactly(data["citation"], {f.name for f in fields(CitationSettings)}, "[citation]")
    return Guide(
        head["id"],
        head["name"],
        head["manual"],
        head["system"],
        ListSettings(**listing),
        CitationSettings(**data["citation"]),
        rules,
    )


def _exactly(table: dict[str, Any], wanted: set[str], where: str) -> None:
    missing, extra = wanted - table.keys(), table.keys() - wanted
    if missing or extra:
        raise GuideBroken(f"{where}: missing {sorted(missing)}, unknown {sorted(extra)}")


def _legal(table: dict[str, Any]) -> None:
    for key, value in table.items():
        if key in _ALLOWED and value not in _ALLOWED[key]:
            raise GuideBroken(f"{key} = {value!r}; one of {sorted(_ALLOWED[key])}")
