"""The values of a work: names, texts with their italics, dates; and the kinds of source."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import TypeGuard

from ..text.names import PersonName
from ..text.spans import Span
from .dates import DateValue

# The kinds of source of the contract, and the type of CSL-JSON that each is.
KINDS: dict[str, str] = {
    "book": "book",
    "edited-book": "book",
    "chapter": "chapter",
    "journal-article": "article-journal",
    "magazine-article": "article-magazine",
    "newspaper-article": "article-newspaper",
    "web-page": "webpage",
    "web-site": "webpage",
    "report": "report",
    "thesis": "thesis",
    "conference-paper": "paper-conference",
    "film": "motion_picture",
    "video": "motion_picture",
    "audio": "song",
    "interview": "interview",
    "social-post": "post",
    "reference-entry": "entry-encyclopedia",
    "review": "review",
    "dataset": "dataset",
    "software": "software",
    "legal": "legislation",
    "image": "graphic",
    "personal-communication": "personal_communication",
}
# Kinds that have no pages to cite.
WITHOUT_PAGES = frozenset(
    "web-page web-site film video audio interview social-post dataset software image".split()
)


@dataclass(frozen=True, slots=True)
class Group:
    """An organisation, or a name that is not to be taken apart."""

    literal: str


Name = PersonName | Group


@dataclass(frozen=True, slots=True)
class TextValue:
    """Words, and the stretches of them that are set apart from their surroundings (a title in a
    title). `verbatim` are words that no form may change, `foreign` ones that keep their capitals."""

    text: str
    apart: tuple[Span, ...] = ()
    verbatim: bool = False
    foreign: bool = False


Value = tuple[Name, ...] | TextValue | DateValue


@dataclass(frozen=True)
class Work:
    """One source. `values` are its elements by name; names that only stand for more (`et al.`) are
    in `more`, by role."""

    kind: str
    values: Mapping[str, Value] = field(default_factory=dict)
    more: frozenset[str] = frozenset()

    def names(self, role: str) -> tuple[Name, ...]:
        value = self.values.get(role)
        return value if isinstance(value, tuple) else ()

    def text(self, element: str) -> str:
        """The words of a text element, or nothing."""
        value = self.values.get(element)
        return value.text if isinstance(value, TextValue) else ""

    def date(self, element: str = "date") -> DateValue | None:
        value = self.values.get(element)
        return value if isinstance(value, DateValue) else None


def is_names(value: Value | None) -> TypeGuard[tuple[Name, ...]]:
    """Whether a value is a list of names."""
    return isinstance(value, tuple)
