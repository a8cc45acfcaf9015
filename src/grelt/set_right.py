"""What a person has set right in a paper, and where it belongs."""

from __future__ import annotations

import hashlib
import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

from .cutting import Hand
from .document import Document
from .entries import Entry, EntryElement, Opening, OpeningKind, SourceEntries
from .forms.compose import NAMES
from .structure import NOTES_BEGIN
from .text.folding import letters
from .text.name_lists import inverted_names
from .text.names import NameList, PersonName, natural_names
from .text.quotes import MARKS
from .text.spans import Span
from .works import DateValue, read_date

_PAGES = re.compile(r"(\d{1,5})(?:\s*[-–—]\s*(\d{1,5}))?")


@dataclass(frozen=True, slots=True)
class SetRight:
    """What a person has set right: citation key to entry key, or to `""` for “no entry”; by entry key the
    kind and the borders of elements; by paragraph key what the paragraph is (`structure.BY_HAND`)."""

    joins: Mapping[str, str] = field(default_factory=dict)
    hands: Mapping[str, Hand] = field(default_factory=dict)
    roles: Mapping[str, str] = field(default_factory=dict)


def stable_keys(items: Iterable[str]) -> tuple[str, ...]:
    """Short stable keys of texts; equal texts are told apart by their order."""
    seen: dict[str, int] = {}
    keys = []
    for item in items:
        seen[item] = seen.get(item, 0) + 1
        digest = hashlib.sha256(f"{item}|{seen[item]}".encode()).hexdigest()
        keys.append(digest[:12])
    return tuple(keys)


def paragraph_keys(document: Document) -> tuple[str, ...]:
    """A key for each paragraph of the text, by its words; a note's have none of their own."""
    return stable_keys(letters(p.text)[:200] for p in document.paragraphs if p.note is None)


def notes_from(document: Document, right: SetRight) -> int | None:
    """The paragraph with which a person says that the typed notes begin."""
    begins = {key for key, role in right.roles.items() if role == NOTES_BEGIN}
    if not begins:
        return None
    keys = enumerate(paragraph_keys(document))
    return next((index for index, key in keys if key in begins), None)


def joins_by_number(
    set_right: SetRight, citation_keys: tuple[str, ...], entry_keys: tuple[str, ...]
) -> dict[int, int | None]:
    """A person's joins as indexes. One whose citation or entry is gone is passed over."""
    entry_of: dict[str, int] = {key: i for i, key in enumerate(entry_keys)}
    found: dict[int, int | None] = {}
    for number, key in enumerate(citation_keys):
        if key not in set_right.joins:
            continue
        target = set_right.joins[key]
        if target == "":
            found[number] = None
        elif target in entry_of:
            found[number] = entry_of[target]
    return found


def entries_by_hand(sources: SourceEntries, hands: Mapping[int, Hand]) -> SourceEntries:
    """The entries with the borders that a person has drawn, so that citations, order and years go by
    them too. Entries that repeat an author follow the one they repeat."""
    if not hands:
        return sources
    entries: list[Entry] = []
    for number, entry in enumerate(sources.entries):
        hand = hands.get(number)
        read = _by_hand(entry, hand) if hand is not None else entry
        if read.opening.kind is OpeningKind.REPEAT and entries:
            read = replace(read, author=entries[-1].author)
        entries.append(read)
    return replace(sources, entries=tuple(entries))


def _by_hand(entry: Entry, hand: Hand) -> Entry:
    drawn = {
        name: Span(start, end)
        for name, start, end in hand.borders
        if 0 <= start < end <= len(entry.text)
    }
    if "title" in drawn:
        entry = replace(entry, title=_element(entry, "title", drawn["title"]))
    if "container" in drawn:
        entry = replace(entry, container=_element(entry, "container", drawn["container"]))
    opening = _opening(entry, drawn)
    if opening is not None:
        entry = replace(entry, opening=opening, author=opening)
    date = read_date(drawn["date"].of(entry.text)) if "date" in drawn else None
    if date is not None:
        entry = replace(entry, year=_year(date), year_letter=date.letter)
    pages = _PAGES.search(drawn["pages"].of(entry.text)) if "pages" in drawn else None
    if pages is not None:
        first, last = pages.group(1), pages.group(2) or pages.group(1)
        last = first[: max(0, len(first) - len(last))] + last
        entry = replace(entry, pages=(int(first), int(last)))
    return entry


def _element(entry: Entry, name: str, span: Span) -> EntryElement:
    old = entry.title if name == "title" else entry.container
    dress = old.dress if old is not None and old.span.overlaps(span) else "plain"
    return EntryElement(name, span.of(entry.text).strip().strip(MARKS), span, dress)


def _opening(entry: Entry, drawn: Mapping[str, Span]) -> Opening | None:
    """Who or what the entry begins with: names drawn before the title, or a title at its beginning."""
    led = sorted((span, name) for name, span in drawn.items() if name in NAMES)
    if led and not (entry.title is not None and entry.title.span.end <= led[0][0].start):
        span = led[0][0]
        words = span.of(entry.text)
        names = inverted_names(words) or _natural(words)
        kind = OpeningKind.PERSON if names is not None else OpeningKind.ORGANISATION
        return Opening(kind, words, span, names)
    title = drawn.get("title")
    if title is not None and not any(c.isalnum() for c in entry.text[: title.start]):
        return Opening(OpeningKind.TITLE, title.of(entry.text), title)
    return None


def _natural(words: str) -> NameList | None:
    """Names as spoken; one word alone is a name too (`Plato`)."""
    names = natural_names(words)
    if names is None or all(n.given for n in names.names):
        return names
    return NameList((PersonName(words),)) if len(words.split()) == 1 else None


def _year(date: DateValue) -> str | None:
    return str(date.year) if date.year is not None else date.literal or None
