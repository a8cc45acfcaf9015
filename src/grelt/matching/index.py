"""The entries of a paper by everything a citation could call them."""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field

from ..entries import Entry, OpeningKind
from ..text.folding import LEADING_ARTICLES, fold, letters, words
from ..text.names import is_initials, natural_name
from ..words import words as table_words

_SPELLED_OUT = {
    "dept": "department", "univ": "university", "assn": "association", "assoc": "association",
    "natl": "national", "intl": "international", "inst": "institute", "soc": "society",
    "govt": "government", "comm": "commission", "acad": "academy",
}  # fmt: skip
_CAPITAL = re.compile(r"[^\W\d_a-z][\w’'-]*")
_OWN = re.compile(r"[’'ʼ]s$")
_EDITIONS = frozenset(w for e in table_words("locators.scripture", "editions") for w in words(e))
_PAREN_LETTERS = re.compile(r"[(\[]([A-Z][A-Za-z&.-]{1,9})(?:[)\]]|[,;]\s)")


@dataclass
class EntryIndex:
    """Look-up tables from folded names to positions in `entries`."""

    entries: tuple[Entry, ...]
    first_surname: dict[str, list[int]] = field(default_factory=lambda: defaultdict(list))
    later_surname: dict[str, list[int]] = field(default_factory=lambda: defaultdict(list))
    given_name: dict[str, list[int]] = field(default_factory=lambda: defaultdict(list))
    group: dict[tuple[str, ...], list[int]] = field(default_factory=lambda: defaultdict(list))
    # Names without their country, and the names they shorten.
    shortened: dict[tuple[str, ...], list[tuple[str, ...]]] = field(
        default_factory=lambda: defaultdict(list)
    )
    acronym: dict[str, list[int]] = field(default_factory=lambda: defaultdict(list))
    introduced: dict[str, int] = field(default_factory=dict)
    title_word: dict[str, list[int]] = field(default_factory=lambda: defaultdict(list))
    container: dict[str, list[int]] = field(default_factory=lambda: defaultdict(list))
    scripture: list[int] = field(default_factory=list)
    spoken_of: dict[str, int] = field(default_factory=dict)
    surnames_by_length: dict[int, set[str]] = field(default_factory=lambda: defaultdict(set))

    @classmethod
    def of(cls, entries: tuple[Entry, ...], prose: list[tuple[int, str]]) -> EntryIndex:
        """Index the entries; `prose` (paragraph, text) is searched for introduced acronyms."""
        index = cls(entries)
        for number, entry in enumerate(entries):
            index._add(number, entry)
        index._find_introductions(prose)
        index._find_names(prose)
        return index

    def named_by(self, entry: int, paragraph: int) -> bool:
        """Whether the prose has named the first author of an entry up to this paragraph."""
        persons = self.entries[entry].persons
        first = words(persons[0].family)[-1:] if persons else ()
        return bool(first) and self.spoken_of.get(first[0], paragraph + 1) <= paragraph

    def pages_have(self, entry: int, page: int | None) -> bool | None:
        """Whether a page is one of the entry's; None where that cannot be told."""
        pages = self.entries[entry].pages
        if pages is None or page is None or pages[0] >= pages[1]:
            return None
        return pages[0] <= page <= pages[1]

    def titled(self, cited: Iterable[str]) -> list[int]:
        """Entries whose title has any of these folded words, in the order of the list."""
        found: set[int] = set()
        for word in cited:
            found.update(self.title_word.get(word, ()))
        return sorted(found)

    def having(self, cited: tuple[str, ...]) -> list[int]:
        """Entries in which these folded words stand one after another."""
        phrase = f" {' '.join(cited)} "
        return [
            number
            for number, entry in enumerate(self.entries)
            if phrase in f" {' '.join(words(entry.text))} "
        ]

    def surnames_about(self, length: int) -> Iterable[str]:
        """First surnames of about this many letters."""
        for near in range(length - 2, length + 3):
            yield from sorted(self.surnames_by_length.get(near, ()))

    def _add(self, number: int, entry: Entry) -> None:
        author = entry.author
        for word in set(entry.title_words):
            self.title_word[word].append(number)
        if not _EDITIONS.isdisjoint(entry.title_words):
            self.scripture.append(number)
        if entry.container is not None:
            self.container[letters(entry.container.text)].append(number)
        if author.kind is OpeningKind.PERSON and entry.persons:
            first, *later = entry.persons
            for key in sorted(first.keys):
                self.first_surname[key].append(number)
            self.surnames_by_length[len(first.key)].add(first.key)
            for person in (*later, *entry.contributors):
                self.later_surname[person.key].append(number)
            if first.given and len(first.given) > 2:
                self.given_name[fold(first.given.split()[0])].append(number)
        else:
            for person in entry.contributors:
                self.later_surname[person.key].append(number)
        if author.kind is OpeningKind.ORGANISATION:
            shorter = group_words(without_country(author.text))
            if shorter and shorter != group_words(author.text):
                self.shortened[shorter].append(group_words(author.text))
            if group_words(author.text):
                self.group[group_words(author.text)].append(number)
            for short in acronyms(author.text):
                self.acronym[short].append(number)
            spoken = [w for w in author.text.split() if not is_initials(w)]
            tail = fold(spoken[-1]) if len(spoken) == 2 else ""
            if tail and not any(tail in w for w in ("press", "trust")):
                # `Adaeze Okonjo` not turned round looks like a group of two words.
                self.later_surname[tail].append(number)
        if author.kind is OpeningKind.TITLE:
            for short in acronyms(author.text):
                self.acronym[short].append(number)

    def _find_names(self, prose: list[tuple[int, str]]) -> None:
        wanted = {
            word for e in self.entries if e.persons for word in words(e.persons[0].family)[-1:]
        }
        for paragraph, text in prose:
            for name in {
                w for token in _CAPITAL.findall(text) for w in words(_OWN.sub("", token))
            } & wanted:
                self.spoken_of.setdefault(name, paragraph)

    def _find_introductions(self, prose: list[tuple[int, str]]) -> None:
        """`Estuary and Reach Trust (ERT)`: letters explained once may be used from there on, whether they are
        all of the name's or some: `(ET)`."""
        by_last: dict[str, list[tuple[int, tuple[str, ...]]]] = defaultdict(list)
        for number, entry in enumerate(self.entries):
            name = group_words(entry.author.text)
            if entry.author.kind is not OpeningKind.PERSON and name:
                by_last[name[-1]].append((number, name))
        for paragraph, text in prose:
            for match in _PAREN_LETTERS.finditer(text):
                before = words(text[max(0, match.start() - 120) : match.start()])
                short = fold(match.group(1)).replace(".", "")
                for number, name in by_last.get(before[-1], ()) if before else ():
                    known = self.acronym[short]
                    if before[-len(name) :] == name and (
                        number in known or _shortens(match.group(1), name)
                    ):
                        self.introduced.setdefault(short, paragraph)
                        if number not in known:
                            known.append(number)


def group_words(text: str) -> tuple[str, ...]:
    """A group's name folded, its article dropped, its usual abbreviations spelled out."""
    parts = tuple(_SPELLED_OUT.get(word, word) for word in words(text))
    return parts[1:] if len(parts) > 1 and parts[0] in LEADING_ARTICLES else parts


def _shortens(said: str, name: tuple[str, ...]) -> bool:
    """Whether capitals are the first letters of words of a name, in their order, the first among them."""
    capitals = fold("".join(c for c in said if c.isalpha()))
    rest = iter(word[0] for word in name)
    written_large = sum(c.isupper() for c in said) >= 2
    return written_large and capitals[:1] == name[0][0] and all(c in rest for c in capitals)


# Often left out of the letters of an office: `U.S. Harbor Office (HO)`.
_DOTTED = re.compile(r"(?:[A-Z]\.){2,}")
_COUNTRY = re.compile(
    r"(?:the\s)?(?:U\.\s?S\.A?\.?|US|United\sStates|U\.\s?K\.|UK|United\sKingdom|EU)\s(?=\S+\s\S)",
    re.I,
)


def without_country(name: str) -> str:
    """The name of an office without its country, as texts name it: `Government Harbor Office`."""
    country = _COUNTRY.match(name)
    return name[country.end() :] if country is not None else name


def acronyms(name: str) -> frozenset[str]:
    """Letters a name could be shortened to, with and without its small words; three or more
    words, or two with capitals inside."""
    parts = [p for p in re.split(r"[\s\-–/]+", name) if p[:1].isalnum()]
    if len(parts) < 2:
        return frozenset()
    country = _COUNTRY.match(name)
    shorter = acronyms(name[country.end() :]) if country is not None else frozenset()
    small = {"of", "the", "and", "for", "in", "on", "at", "to", "a", "an", "de", "la"}
    capitals = "".join(_first(p) for p in parts if fold(p) not in small)
    everything = "".join(_first(p) for p in parts if fold(p) not in ("the", "a", "an"))
    return shorter | {a for a in (capitals, everything) if len(a) >= 2}


def _first(part: str) -> str:
    """The letter that a word gives to an acronym; of an abbreviation all of its own: `U.S.`"""
    return fold(part.replace(".", "")) if _DOTTED.fullmatch(part) else fold(part[0])


def family_key(name: str) -> str:
    """The key of a name's family name; of one that its bearer writes small that of the last word."""
    read = natural_name(name)
    return read.key if read is not None else letters(name.rpartition(" ")[2])


def is_name_of(text: str, entry: Entry) -> bool:
    """Whether words are the first name, or the initials, of an entry's first author, or the surname
    of a later one."""
    said = letters(text)
    if not said or not entry.persons:
        return False
    given = entry.persons[0].given
    initials = "".join(w[0] for w in given.replace(".", " ").split())
    return said in (letters(given), letters(initials)) or said in {p.key for p in entry.persons[1:]}
