"""The key by which an entry is filed in the alphabet.

Letter by letter: only letters count, spaces and marks are passed over, up to the
comma after a surname. A leading article is passed over in a title and in a group's name.
"""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..text.calendar import MONTH, month_number
from ..text.folding import LEADING_ARTICLES, letters, words
from .model import Entry, Opening, OpeningKind

_UNDATED = {"n.d.": "0000", "in press": "9999", "forthcoming": "9999"}
_DAY = re.compile(rf"\(\d{{4}}[a-z]?,\s(?P<month>{MONTH})\s?(?P<day>\d{{1,2}})?")
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
    within: tuple[str, tuple[int, int], str]


def filing_key(entry: Entry, *, figures_first: bool, same_author: str) -> Filing:
    """The filing of an entry. An entry that repeats an author is filed under that author.

    Within one author works go by `title`, or by `year` (oldest first, undated before, in press
    after) and then by title, or by `date`, where of one year's works those with a month and a day follow
    those without, by day, before the title decides.
    """
    by_year = same_author != "title"
    title = entry.title.text if entry.title is not None else ""
    year = _UNDATED.get(entry.year or "", entry.year or "0000") if by_year else ""
    return Filing(
        _key(entry.author, figures_first, letters),
        _key(entry.author, figures_first, _spaced),
        (
            year,
            _day(entry) if same_author == "date" else (0, 0),
            letters(_title(title, figures_first)),
        ),
    )


def _day(entry: Entry) -> tuple[int, int]:
    """Month and day behind the year that follows the author, 0 where there are none."""
    match = _DAY.search(entry.text, entry.author.span.end if entry.author.names else 0)
    if match is None or entry.date_place != "enclosed":
        return 0, 0
    return month_number(match["month"]) or 0, int(match["day"] or 0)


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
