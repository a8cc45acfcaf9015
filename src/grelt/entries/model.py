"""An entry of the list, its opening and its elements. Spans are offsets into the entry's text."""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property

from ..findings import Place
from ..text.folding import words
from ..text.names import NameList, PersonName
from ..text.spans import Span

_UNPAGED = re.compile(
    r"https?://|www\.|\bdoi\b|\.(?:com|org|net|example)\b|\[(?:Film|Video|Audio)", re.I
)


class OpeningKind(StrEnum):
    """What an entry begins with, and so how it is alphabetised and cited."""

    PERSON = "person"
    ORGANISATION = "organisation"
    TITLE = "title"
    REPEAT = "repeat"
    UNKNOWN = "unknown"


@dataclass(frozen=True, slots=True)
class Opening:
    """The first element. `names` for persons; `text` is the words without closing marks."""

    kind: OpeningKind
    text: str
    span: Span
    names: NameList | None = None


@dataclass(frozen=True, slots=True)
class EntryElement:
    """A stretch of the entry that is one element. `dress` is quotes, italics or plain."""

    name: str
    text: str
    span: Span
    dress: str


@dataclass(frozen=True)
class Entry:
    """One entry. `text` is its paragraphs joined by line breaks, exactly as written.

    `author` is the opening that its filing goes by: of an entry that begins with
    three marks, the opening it repeats. `position` counts from 1, over all lists;
    `list_number` from 0. `year` may be `n.d.` or `in press`; `year_letter` is its a, b;
    `date_place` where its date stands: `enclosed` or `after-author`, else `end`.
    """

    position: int
    paragraphs: tuple[int, ...]
    lengths: tuple[int, ...]
    text: str
    opening: Opening
    author: Opening
    title: EntryElement | None
    container: EntryElement | None
    contributors: tuple[PersonName, ...]
    year: str | None
    pages: tuple[int, int] | None
    year_letter: str = ""
    date_place: str = ""
    list_number: int = 0

    @cached_property
    def elements(self) -> tuple[EntryElement, ...]:
        """Elements told apart so far, in the order they stand in."""
        found: list[EntryElement] = []
        if self.opening.kind in (OpeningKind.PERSON, OpeningKind.ORGANISATION, OpeningKind.REPEAT):
            found.append(EntryElement("author", self.opening.text, self.opening.span, "plain"))
        found += [e for e in (self.title, self.container) if e is not None]
        return tuple(sorted(found, key=lambda e: e.span))

    @cached_property
    def title_words(self) -> tuple[str, ...]:
        return words(self.title.text) if self.title is not None else ()

    @property
    def persons(self) -> tuple[PersonName, ...]:
        return self.author.names.names if self.author.names is not None else ()

    @property
    def has_pages(self) -> bool:
        """Whether the source has pages to cite: the entry gives some, or it is a book in print."""
        whole = self.title is not None and self.title.dress == "italics" and self.container is None
        return self.pages is not None or (whole and _UNPAGED.search(self.text) is None)

    @property
    def label(self) -> str:
        """A short way to say which entry is meant."""
        if self.author.kind is OpeningKind.PERSON and self.persons:
            return self.persons[0].family
        return self.author.text or self.text[:40]

    def place(self, span: Span) -> Place:
        """Where a span of the entry's text stands in the document (its first paragraph's part)."""
        start = 0
        for paragraph, length in zip(self.paragraphs, self.lengths, strict=True):
            if span.start <= start + length:
                begin = span.start - start
                return Place(paragraph, Span(begin, max(begin, min(span.end - start, length))))
            start += length + 1
        return Place(self.paragraphs[-1], Span(0, self.lengths[-1]))

    @property
    def whole(self) -> Place:
        """Its first paragraph, white space at the ends left out."""
        first = self.text[: self.lengths[0]]
        lead = len(first) - len(first.lstrip())
        return Place(self.paragraphs[0], Span(lead, max(lead, len(first.rstrip()))))


@dataclass(frozen=True, slots=True)
class SourceEntries:
    """The entries in order, with the paragraphs that divide, gap or annotate them."""

    entries: tuple[Entry, ...]
    subheadings: tuple[int, ...]
    blanks: tuple[int, ...]
    annotations: tuple[int, ...] = ()
