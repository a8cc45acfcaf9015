"""A class of 24 writers with two drafts each, for one assignment: put together from registers of invented books
and sentences, each writer with habits of their own, some of which are mended in the second draft. The same
every time."""

from __future__ import annotations

import random
from collections.abc import Iterator
from dataclasses import dataclass

from grelt.document.fragment import parse_fragment

from .chapter_words import ASIDES, CLAIMS, CLOSINGS, GIVEN, OPENINGS, PLACES, SUBJECTS
from .essay import Essay

COURSE, ASSIGNMENT = "Writing the Shore", "A book of the shore"
_SEED = 2407
_PARAGRAPHS = 6
_CITED_A_PARAGRAPH = 3
_FAMILIES = (
    "Abelard", "Brandreth", "Coates", "Dunnock", "Ellery", "Fairlie", "Garnett", "Hallam", "Ibarra", "Jessop",
    "Kittow", "Lund", "Merrow", "Nance", "Okoye", "Petrov", "Quayle", "Roskilly", "Sands", "Trevanion",
    "Ullman", "Varley", "Wren", "Zhao",
)  # fmt: skip
# What a class of beginners slips on, and how many of it do.
_HABITS = {
    "pages": 0.72, "marks": 0.6, "volume": 0.55, "spacing": 0.45, "comma": 0.4, "date": 0.35, "indent": 0.3,
    "italics": 0.28, "heading": 0.22, "unlisted": 0.25, "uncited": 0.22, "order": 0.2,
}  # fmt: skip
# Of the chances that a habit has, so many are missed.
_MISSED = 0.85
# So many habits are still there in the second draft.
_STAYS = 0.4
_TITLES = (
    "The Keeper and the Count", "What the Tide Book Says", "Salt by the Peck", "A Ledger of Fog",
    "The Ferry’s Debt", "Lamps and Their Hours", "Who Owned the Mud", "Bread for the Pilots",
)  # fmt: skip


@dataclass(frozen=True)
class _Book:
    """A source that the class reads: whose, what, and where it came out."""

    family: str
    given: str
    title: str
    kind: str
    where: str
    volume: tuple[int, int]
    year: int
    pages: tuple[int, int]


_READ = (
    _Book("Grieve", "Sanna", "Legible Error", "article", "Coastal Record", (40, 1), 2015, (49, 66)),
    _Book("Coombe", "Hester", "The Mill That Waited", "book", "Tidemark Press", (0, 0), 2011, (9, 190)),
    _Book("Ashdown", "Wren", "Tides in the Margin", "article", "Estuary Review", (22, 3), 2009, (205, 33)),
    _Book("Halloran", "Mercy", "Lamps on the Water", "book", "Pond House", (0, 0), 1956, (3, 210)),
    _Book("Marchetti", "Bianca", "A Promise to Be Recognized", "book", "Reach UP", (0, 0), 2017, (12, 240)),
    _Book("Iwu", "Chidi", "Heard as a Church", "article", "Past Estuaries", (9, 2), 2012, (83, 104)),
    _Book("Soames", "Walter", "Air, Water, Echo", "book", "Tidemark Press", (0, 0), 1988, (20, 260)),
    _Book("Bray", "Tomas", "Gates That Open Inward", "article", "Reach Quarterly", (8, 2), 2019, (14, 29)),
    _Book("Quarrie", "Rhona", "Reckoning by Smell", "page", "Shore Almanac", (0, 0), 2018, (1, 1)),
    _Book("Okonjo", "Adaeze", "Salt and Slack Water", "book", "Tidemark Press", (0, 0), 2021, (14, 200)),
    _Book("Teague", "Morwenna", "Bells and Guns", "article", "Coastal Record", (31, 4), 2006, (11, 30)),
    _Book("Penhale", "Jory", "How a Tide Mill Works", "page", "Mills of the Reach", (0, 0), 2022, (1, 1)),
)  # fmt: skip
_DAYS = {"Quarrie": ("11 Apr.", "April 11,"), "Penhale": ("3 May", "May 3,")}


def load_class() -> list[Essay]:
    """Two drafts of each of the class, the first drafts first."""
    made = [_writer(number) for number in range(len(_FAMILIES))]
    return [drafts[0] for drafts in made] + [drafts[1] for drafts in made]


def _writer(number: int) -> tuple[Essay, Essay]:
    chance = random.Random(_SEED + number)
    family, given = _FAMILIES[number], GIVEN[(number * 7) % len(GIVEN)]
    # Some have it all at their fingers' ends, some have nothing.
    skill = number % 6 / 5
    habits = {h for h, share in _HABITS.items() if chance.random() < share * 1.45 * (1 - skill)}
    mended = {h for h in sorted(habits) if chance.random() > _STAYS}
    books = chance.sample(_READ, 7)
    words = _Words(chance.randint(0, 2**30), f"{given} {family}", family, books)
    return words.essay(1, habits, number), words.essay(2, habits - mended, number)


@dataclass(frozen=True)
class _Words:
    """A paper's words, the same in both drafts but for what was mended."""

    seed: int
    writer: str
    family: str
    books: list[_Book]

    def essay(self, draft: int, habits: set[str], number: int) -> Essay:
        chance = random.Random(self.seed)
        missed = random.Random(self.seed + 1)
        lines = [
            f"§ margins 72; head right: {self.family} #", f"@ {self.writer}", "@ Professor Tamsin Vale",
            f"@ {COURSE}", f"@ {(13 if draft == 1 else 20) + number % 5} November 2026",
            f"= {chance.choice(_TITLES)}",
            *_body(chance, missed, self.books, habits), *_list(missed, self.books, habits),
        ]  # fmt: skip
        return Essay(
            name=f"{number + 1:02}{'b' if draft == 2 else ''}-{self.family.casefold()}-book-of-the-shore",
            writer=self.writer,
            draft=draft,
            course=COURSE,
            guide="mla-9",
            assignment=ASSIGNMENT,
            hand="styles" if number % 3 else "direct",
            face="Times New Roman",
            format="docx",
            slips=(),
            document=parse_fragment("\n".join(lines).replace("'", "’"), "Times New Roman"),
        )


def _body(
    chance: random.Random, missed: random.Random, books: list[_Book], habits: set[str]
) -> Iterator[str]:
    cited = list(books) + [chance.choice(books) for _ in range(_PARAGRAPHS * _CITED_A_PARAGRAPH)]
    for _ in range(_PARAGRAPHS):
        sentences = [chance.choice(OPENINGS)]
        sentences += [chance.choice(ASIDES if n % 2 else CLAIMS) for n in range(5)]
        sentences.append(chance.choice(CLOSINGS))
        with_source = set(chance.sample(range(1, len(sentences)), _CITED_A_PARAGRAPH))
        words = []
        for n, sentence in enumerate(sentences):
            # Every number and name is drawn, cited or not, so that both drafts have the same words.
            said = sentence.format(
                place=chance.choice(PLACES), other=chance.choice(PLACES), subject=chance.choice(SUBJECTS),
                year=chance.randint(1791, 1858), count=chance.randint(12, 340), name="the keeper",
            )  # fmt: skip
            said = said[:1].upper() + said[1:]
            if n in with_source:
                said = _with_source(said, cited.pop(0), chance, missed, habits)
            words.append(said)
        yield " ".join(words)


def _with_source(
    sentence: str, book: _Book, chance: random.Random, missed: random.Random, habits: set[str]
) -> str:
    first, last = book.pages
    page = first + chance.randint(0, max(1, min(15, abs(last - first))))
    comma = "," if missed.random() < _MISSED and "comma" in habits else ""
    place = "" if book.kind == "page" else f"{comma} {page}"
    return f"{sentence.rstrip('.')} ({book.family}{place})."


def _list(missed: random.Random, books: list[_Book], habits: set[str]) -> Iterator[str]:
    listed = sorted(books, key=lambda b: b.family)
    if "unlisted" in habits:
        listed.pop(2)
    if "uncited" in habits:
        listed.append(next(b for b in _READ if b not in books))
        listed.sort(key=lambda b: b.family)
    if "order" in habits:
        listed[0], listed[3] = listed[3], listed[0]
    layout = {"spacing": "spacing=1", "indent": "left=0, first_line=0"}
    settings = ", ".join(s for h, s in layout.items() if h in habits)
    yield "# References" if "heading" in habits else "# Works Cited"
    for book in listed:
        miss = {h for h in sorted(habits) if missed.random() < _MISSED}
        yield (f"{{{settings}}} " if settings else "") + _entry(book, miss)


def _entry(book: _Book, miss: set[str]) -> str:
    lead = f"{book.family}, {book.given}."
    if book.kind == "book":
        title = book.title if "italics" in miss else f"*{book.title}*"
        return f"{lead} {title}. {book.where}, {book.year}."
    title = f"{book.title}." if "marks" in miss else f"“{book.title}.”"
    where = book.where if "italics" in miss else f"*{book.where}*"
    if book.kind == "page":
        right, wrong = _DAYS[book.family]
        day = wrong if "date" in miss else right
        site = "".join(w for w in book.where.casefold() if w.isalpha())
        return (
            f"{lead} {title} {where}, {day} {book.year}, {site}.example/{book.family.casefold()}."
        )
    volume, issue = book.volume
    number = f"{volume}({issue})" if "volume" in miss else f"vol. {volume}, no. {issue}"
    first, last = book.pages
    pages = f"{first}-{last}" if "pages" in miss else f"pp. {first}-{last}"
    return f"{lead} {title} {where}, {number}, {book.year}, {pages}."
