"""Reads an essay of the demo world: facts and planted slips between `+++`, then the text in the
notation of `grelt.document.fragment`."""

from __future__ import annotations

import tomllib
from collections.abc import Iterable
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from grelt.document import Document
from grelt.document.fragment import parse_fragment

ESSAYS = Path(__file__).parent / "essays"
COURSES = ("writing-the-shore", "night-work", "canals-and-carriers", "estuary-methods")


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
    """One essay. `hand` is the way its writer uses a word processor: styles or direct;
    `format` the ending of the file handed in, without a point."""

    name: str
    writer: str
    draft: int
    course: str
    guide: str
    assignment: str
    hand: str
    face: str
    format: str
    slips: tuple[PlantedSlip, ...]
    document: Document

    @property
    def surname(self) -> str:
        return self.writer.split()[-1]

    @property
    def running_head(self) -> str:
        """What stands before the page number at the top."""
        return f"{self.surname} " if self.guide == "mla-9" else ""

    @property
    def title(self) -> str:
        centred = (p.text for p in self.document.paragraphs if p.format.alignment == "center")
        return next(text for text in centred if text.strip())


def load_essays(courses: Iterable[str] = COURSES[:1]) -> list[Essay]:
    """The essays of some courses (the first course, if none is named), by their file names."""
    return [
        load_essay(path)
        for course in courses
        for path in sorted((ESSAYS / course).glob("*.txt"), key=_drafts_last)
    ]


def _drafts_last(path: Path) -> tuple[bool, str]:
    number = path.stem.partition("-")[0]
    return not number.isdigit(), path.stem


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
        course=facts["course"],
        guide=facts["guide"],
        assignment=facts["assignment"],
        hand=facts["hand"],
        face=facts["face"],
        format=facts["format"],
        slips=slips,
        document=parse_fragment(text.replace("'", "’"), facts["face"], facts.get("size", 12.0)),
    )
