"""One guide as loaded and checked. Frozen; lengths in points."""

from __future__ import annotations

from dataclasses import dataclass

from ..findings import Severity


@dataclass(frozen=True, slots=True)
class RuleSetting:
    """What a guide says of a rule."""

    severity: Severity
    chapter: str


@dataclass(frozen=True, slots=True)
class ListSettings:
    """How the list of sources is headed, ordered and laid out."""

    headings: tuple[str, ...]
    singular: str
    consulted: tuple[str, ...]
    heading_alignment: str
    heading_bold: bool
    hanging: float
    spacing: str
    new_page: bool
    numbered: bool
    grouped: bool
    articles_passed_over: bool
    ordering: str
    same_author: str
    repeated_author: str
    repeated_author_forms: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class CitationSettings:
    """How sources are named in the text."""

    title_short_words: int
    et_al_from: int


@dataclass(frozen=True)
class Guide:
    """A style guide: identity, settings, and its opinion on every rule."""

    id: str
    name: str
    manual: str
    system: str
    list: ListSettings
    citation: CitationSettings
    rules: dict[str, RuleSetting]
