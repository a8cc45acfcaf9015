"""The key by which an entry is filed in the alphabet.

Letter by letter: only letters count, spaces and marks are passed over, up to the
comma after a surname. A leading article is passed over in a title and in a group's name.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..text.folding import LEADING_ARTICLES, letters, words
from .model import Entry, Opening, OpeningKind

_UNDATED = {"n.d.": "0000", "in press": "9999", "forthcoming": "9999"}
_FIGURES = re.compile(r"\d[\d,]*")


@dataclass(frozen=True, slots=True, order=True)
class FilingKey:
    """Compared field by field: first element, then the rest of the name, then co-authors."""

    first: str
    given: str
    others: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Filing:
    """Both ways of filing one entry, and its key among the works of one author."""

    by_letters: FilingKey
    by_words: FilingKey
    within: tuple[str, str]


def filing_key(entry: Entry, *, figures_first: bool, by_year: bool) -> Filing:
    """The filing of an entry. An entry that repeats an author is filed under that author.

    Within one author works go by title, or by year (oldest first, undated before, in press
    after) and then by title.
    """
    title = entry.title.text if entry.title is not None else ""
    year = _UNDATED.get(entry.year or "", entry.year or "0000") if by_year else ""
    return Filing(
        _key(entry.author, figures_first, letters),
        _key(entry.author, figures_first, _spaced),
        (year, letters(_title(title, figures_first))),
    )


def title_filing(text: str, *, figures_first: bool) -> FilingKey:
    """Where a title or a group's name would be filed."""
    return FilingKey(letters(_title(text, figures_first)), "", ())


def _spaced(text: str) -> str:
    return " ".join(words(text))


def _key(opening: Opening, figures_first: bool, form: object) -> FilingKey:
    make = letters if form is letters else _spaced
    if opening.kind is OpeningKind.PERSON and opening.names is not None:
        first, *others = opening.names.names
        rest = [make(f"{p.family} {p.given}") for p in others]
        if opening.names.et_al:
            rest.append("\uffff")
        return FilingKey(make(first.family), make(f"{first.given} {first.suffix}"), tuple(rest))
    return FilingKey(make(_title(opening.text, figures_first)), "", ())


def _title(text: str, figures_first: bool) -> str:
    """A title as filed: without its article, a leading figure spelled out where asked."""
    text = text.strip().lstrip("“”‘’«»\"'([¡¿ ")
    head, _, tail = text.partition(" ")
    if head.casefold() in LEADING_ARTICLES and tail:
        text = tail
    match = _FIGURES.match(text)
    if match is not None and not figures_first:
        from num2words import num2words  # 0.03 s: hardly a list has one

        number = int(match.group().replace(",", ""))
        year = 1100 <= number <= 1999 and "," not in match.group()
        spelled = num2words(number, to="year" if year else "cardinal")
        text = f"{spelled} {text[match.end() :]}"
    return text
