"""Reads an essay of the demo world: facts and planted slips between `+++`, then the text in the
notation of `grelt.document.fragment`."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from grelt.document import Document
from grelt.document.fragment import parse_fragment

ESSAYS = Path(__file__).parent / "essays"


@dataclass(frozen=True)
class PlantedSlip:
    """A slip put into an essay on purpose: the finding that a check must give for it.

    `found` is the text at its place; or `entry` the beginning of the entry it is in.
    """

    rule: str
    found: str | None
    entry: str | None
    expected: str | None


@dataclass(frozen=True)
class Essay:
    """One essay. `hand` is the way its writer uses a word processor: styles or direct."""

    name: str
    writer: str
    draft: int
    assignment: str
    hand: str
    face: str
    slips: tuple[PlantedSlip, ...]
    document: Document

    @property
    def surname(self) -> str:
        return self.writer.split()[-1]

    @property
    def title(self) -> str:
        return next(p.text for p in self.document.paragraphs if p.format.alignment == "center")


def load_essays(folder: Path = ESSAYS) -> list[Essay]:
    """All essays, in the order of their file names."""
    return [load_essay(path) for path in sorted(folder.glob("*.txt"))]


def load_essay(path: Path) -> Essay:
    """One essay. Raises `ValueError` for a file without its facts."""
    _, facts_text, text = path.read_text(encoding="utf-8").split("+++", 2)
    facts: dict[str, Any] = tomllib.loads(facts_text)
    slips = tuple(
        PlantedSlip(s["rule"], s.get("found"), s.get("entry"), s.get("expected"))
        for s in facts["slip"]
    )
    return Essay(
        name=path.stem,
        writer=facts["writer"],
        draft=facts["draft"],
        assignment=facts["assignment"],
        hand=facts["hand"],
        face=facts["face"],
        slips=slips,
        document=parse_fragment(text.replace("'", "’"), facts["face"]),
    )
