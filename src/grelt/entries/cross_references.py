"""Entries that leave the rest to another entry of the list: `Barthes, Roland. “Toward.” Long, pp. 3-9.`

The collection is listed once under its editor, and each essay of it names it as a citation would.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ..text.folding import letters, without_article, words
from ..text.spans import Span
from .model import Entry, OpeningKind

_PAGES = re.compile(
    r",\s(?P<label>pp?\.\s?)?[\divxlc]{1,7}(?:[-–—]{1,3}[\divxlc]{1,7})?(?=\.?\s*$)"
)
# Where a sentence of the entry ends; initials end none.
_END = re.compile(r"(?:(?<!\b[A-Z])\.|[?!])[”\"’']?\s")
_IN = re.compile(r"In\s")
# What is longer names more than an editor and a title.
_LONGEST = 120


@dataclass(frozen=True, slots=True)
class CrossReference:
    """`leads_to` is the index of the other entry; `span`, in the entry’s text, is where it is named, to the
    end."""

    leads_to: int
    span: Span


def cross_references(entries: Sequence[Entry]) -> dict[int, CrossReference]:
    """The entries of a list that name another of it instead of what holds them, by their index."""
    named: dict[str, list[int]] = {}
    for number, entry in enumerate(entries):
        for name in _names_of(entry):
            named.setdefault(letters(name), []).append(number)
    found: dict[int, CrossReference] = {}
    for number, entry in enumerate(entries):
        if entry.title is not None and entry.title.dress == "italics":
            continue  # it stands by itself
        start, said, paged = _tail(entry.text)
        for names, title in _splits(said):
            for other in named.get(letters(names), ()):
                if other != number and _fits(entries[other], title, paged):
                    found.setdefault(number, CrossReference(other, Span(start, len(entry.text))))
    return {n: c for n, c in found.items() if c.leads_to not in found}


def _names_of(entry: Entry) -> Iterator[str]:
    """How a citation names what the entry begins with."""
    families = [person.family for person in entry.persons]
    if entry.author.kind is OpeningKind.ORGANISATION:
        yield entry.author.text
    if len(families) == 1:
        yield families[0]
    if len(families) > 1:
        yield f"{', '.join(families[:-1])} and {families[-1]}"
    if len(families) > 2 or (entry.author.names is not None and entry.author.names.et_al):
        yield f"{families[0]} et al."


def _tail(text: str) -> tuple[int, str, bool]:
    """What follows the last sentence of an entry, without pages: where it begins, its words, whether there
    are pages."""
    pages = _PAGES.search(text)
    stop = pages.start() if pages is not None else len(text.rstrip(" ."))
    start = max((m.end() for m in _END.finditer(text, 0, stop)), default=stop)
    within = _IN.match(text, start)
    if pages is not None and not (pages["label"] or within):
        return start, "", False  # a publisher and a year
    said = text[within.end() if within else start : stop]
    return start, said if len(said) <= _LONGEST else "", pages is not None


def _splits(said: str) -> Iterator[tuple[str, str]]:
    """Names, and a title behind one of the commas or none."""
    yield said, ""
    for comma in re.finditer(r",\s", said):
        yield said[: comma.start()], said[comma.end() :]


def _fits(entry: Entry, title: str, paged: bool) -> bool:
    """Whether an entry that is named so is what is meant. The name of an organisation may be that of a
    website, too: pages tell."""
    if entry.author.kind is OpeningKind.ORGANISATION and not paged:
        return False
    if entry.title is None:
        return not title
    said, own = without_article(words(title)), without_article(entry.title_words)
    return own[: len(said)] == said
