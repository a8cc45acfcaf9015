"""What the finder is told to look out for: surnames, groups, letters, titles."""

from __future__ import annotations

import bisect
import re
from dataclasses import dataclass, field

from ..text.folding import letters, without_article, words
from ..text.names import NameList, PersonName
from ..text.spelling import is_slip

_ET_AL = re.compile(r",?\s+et\.?\s+al\.?$", re.I)
_JOINED = re.compile(r"\s(?:and|&)\s")
_JOINTS = re.compile(r",?\s+(?:and|&)\s+|,\s+")


@dataclass(frozen=True, slots=True)
class KnownPhrase:
    """A folded phrase of the list: a surname with the given names seen, a group, a title. `small` says that
    its bearer writes it without a capital."""

    words: tuple[str, ...]
    kind: str
    given: frozenset[str] = frozenset()
    small: bool = False


def _longest_first(phrase: KnownPhrase) -> int:
    return -len(phrase.words)


@dataclass
class KnownSources:
    """Phrases by their first word, and titles, for one pass over the text. `dated` says that the
    entries have their dates after their authors."""

    by_first: dict[str, list[KnownPhrase]] = field(default_factory=dict)
    titles: dict[str, list[tuple[str, ...]]] = field(default_factory=dict)
    surnames: dict[str, str] = field(default_factory=dict)
    surnames_by_length: dict[int, list[str]] = field(default_factory=dict)
    small: set[str] = field(default_factory=set)
    dated: bool = False
    years: dict[str, set[str]] = field(default_factory=dict)
    _phrases: dict[tuple[tuple[str, ...], str], KnownPhrase] = field(default_factory=dict)

    def add_year(self, name: str, year: str) -> None:
        """The year of a work by a person, or a group, of this name."""
        self.years.setdefault(letters(name), set()).add(year)

    def is_year_of(self, name: str, year: str) -> bool:
        """Whether a work of that year is listed under a name; also where none is listed under it."""
        listed = self.years.get(letters(name))
        return listed is None or year in listed

    def add_name(self, family: str, given: str) -> None:
        """A person: family name, and the given names that may stand before it."""
        phrase = words(family)
        if phrase:
            key = letters(family)
            if self.surnames.setdefault(key, family) == family:
                self.surnames_by_length.setdefault(len(key), []).append(key)
            self._add(KnownPhrase(phrase, "name", frozenset(words(given)), family.islower()))
            if family.islower():
                self.small.add(phrase[-1])

    def add_group(self, name: str) -> None:
        phrase = without_article(words(name))
        if phrase:
            self._add(KnownPhrase(phrase, "group"))
            if len(phrase) > 2:
                self._add(KnownPhrase(phrase[:2], "group"))

    def add_letters(self, acronym: str) -> None:
        self._add(KnownPhrase(words(acronym), "letters"))

    def add_title(self, title: str) -> None:
        phrase = without_article(words(title))
        if phrase:
            self.titles.setdefault(phrase[0], []).append(phrase)
        if len(phrase) > 1:
            # Named in running text without marks or italics: told by its capitals.
            self._add(KnownPhrase(phrase, "title"))

    def says_small(self, text: str) -> bool:
        """Whether a surname that its bearer writes without a capital stands in a text."""
        return bool(self.small) and not self.small.isdisjoint(words(text))

    def has_surname(self, names: NameList) -> bool:
        """Whether the first of some names is an author of the list."""
        return bool(names.names) and letters(names.names[0].family) in self.surnames

    def names(self, text: str) -> NameList | None:
        """Names that are all surnames of the list and nothing more (`Church & Banks`, `da Silva Neto et al.`);
        else None."""
        bare = _ET_AL.sub("", text.strip())
        if "," in bare and bare == text.strip() and not _JOINED.search(bare):
            return None  # by a comma alone no names are joined
        parts = [p.strip() for p in _JOINTS.split(bare)]
        if not all(p and self.is_surname(p) and self._is_proper(p) for p in parts):
            return None
        return NameList(tuple(PersonName(p) for p in parts), bare != text.strip())

    def _is_proper(self, name: str) -> bool:
        """Whether a surname of the list is written right: with a capital, or as the list has it."""
        return any(map(str.isupper, name)) or self.surnames[letters(name)] == name

    def is_surname(self, word: str) -> bool:
        return letters(word) in self.surnames

    def opens(self, text: str) -> bool:
        """Whether words begin as an author or a title of the list does, whole and with a capital."""
        phrase = without_article(words(text))
        return bool(phrase) and any(
            phrase[: len(known.words)] == known.words
            and (any(map(str.isupper, text)) or known.small)
            for known in self.by_first.get(phrase[0], ())
        )

    def begins_group(self, text: str) -> bool:
        """Whether words of some length are how the name of a listed group begins, written large."""
        phrase = without_article(words(text))
        return (
            len(phrase) > 1
            and text[:1].isupper()
            and any(
                known.kind == "group" and known.words[: len(phrase)] == phrase
                for known in self.by_first.get(phrase[0], ())
            )
        )

    def is_group(self, text: str) -> bool:
        """Whether words are the name of a listed group, or its letters, and nothing more."""
        phrase = without_article(words(text))
        return bool(phrase) and any(
            known.words == phrase and known.kind in ("group", "letters")
            for known in self.by_first.get(phrase[0], ())
        )

    def near_name(self, word: str) -> str:
        """The known surname that a word is a slip of spelling away from, or an empty text."""
        key = letters(word)
        if len(key) < 5 or key in self.surnames:
            return ""
        for length in (len(key), len(key) - 1, len(key) + 1):
            for surname in self.surnames_by_length.get(length, ()):
                if is_slip(key, surname):
                    return self.surnames[surname]
        return ""

    def _add(self, phrase: KnownPhrase) -> None:
        if not phrase.words:
            return
        key = (phrase.words, phrase.kind)
        known = self._phrases.get(key)
        same = self.by_first.setdefault(phrase.words[0], [])
        if known is None:
            bisect.insort(same, phrase, key=_longest_first)
        else:
            small = known.small or phrase.small
            phrase = KnownPhrase(phrase.words, phrase.kind, known.given | phrase.given, small)
            at = bisect.bisect_left(same, _longest_first(phrase), key=_longest_first)
            same[same.index(known, at)] = phrase
        self._phrases[key] = phrase

    def begins_title(self, text: str) -> bool:
        """Whether words that end in a number are how a known title begins: the number is no page then
        (`Ferries, 1820–1914`)."""
        if not text.rstrip("”\"’'*)")[-1:].isdigit():
            return False
        phrase = without_article(words(text))
        return len(phrase) > 1 and any(
            title[: len(phrase)] == phrase for title in self.titles.get(phrase[0], ())
        )

    def is_title(self, text: str) -> bool:
        """Whether words in quotation marks or italics are a known title, whole or its beginning."""
        phrase = without_article(words(text))
        if not phrase:
            return False
        return any(
            title[: len(phrase)] == phrase or phrase[: len(title)] == title
            for title in self.titles.get(phrase[0], ())
            if len(phrase) >= min(2, len(title)) or len(phrase[0]) > 4
        )
