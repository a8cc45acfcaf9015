"""Which entries the words of a citation could mean, how well, and why."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from rapidfuzz.distance import DamerauLevenshtein

from ..citations import Citation
from ..entries import Entry, OpeningKind
from ..text.folding import (
    differs_only_in_accents,
    fold,
    letters,
    without_article,
    words,
)
from ..text.names import NameList, PersonName, is_initials, without_et_al
from ..text.spelling import slip_distance
from .index import EntryIndex, group_words


class Way(StrEnum):
    """How the cited words lead to the entry. The first group is right, the second a slip."""

    FIRST_ELEMENT = "first element"
    SHORTENED_GROUP = "shortened group"
    SHORT_TITLE = "short title"
    INTRODUCED = "introduced letters"
    TITLE_IN_SENTENCE = "title with author named"

    TITLE_FOR_AUTHOR = "title for author"
    ACRONYM = "letters for name"
    LATER_AUTHOR = "later author"
    GIVEN_NAME = "given name"
    CONTAINER = "container"
    TITLE_PART = "middle of title"
    YEAR = "another year"
    SPELLING = "spelling"
    ACCENT = "accent"


RIGHT_WAYS = frozenset(
    {
        Way.FIRST_ELEMENT,
        Way.SHORTENED_GROUP,
        Way.SHORT_TITLE,
        Way.INTRODUCED,
        Way.TITLE_IN_SENTENCE,
    }
)


@dataclass(frozen=True, slots=True)
class Candidate:
    """One entry a citation could mean. `score` is 0 to 1; `cited` is the words that led here."""

    entry: int
    way: Way
    score: float
    reason: str
    cited: str


def candidates(citation: Citation, index: EntryIndex) -> list[Candidate]:
    """Candidates by the words of the citation alone, best first."""
    found: dict[int, Candidate] = {}
    for candidate in list(_all(citation, index)) or _by_any_words(citation, index):
        known = found.get(candidate.entry)
        if known is None or candidate.score > known.score:
            found[candidate.entry] = candidate
    return sorted(found.values(), key=lambda c: (-c.score, c.entry))


def _all(citation: Citation, index: EntryIndex) -> Iterable[Candidate]:
    named = list(_by_names(citation.names, index)) if citation.names is not None else []
    yield from named
    if named and citation.title is not None:
        return  # whether the title agrees is settled when choosing
    source = citation.source
    if citation.title is not None:
        yield from _by_title(citation.title.text, index, dressed=citation.title.dress != "plain")
        lead = source[: max(0, citation.title.span.start - citation.source_span.start)]
        source = lead.strip(' ,“"‘') if citation.names is None else ""
        yield from _by_container(citation.title.text, index)
        if citation.names is None and not source:
            # A title that opens its entry without marks or italics was read as a name there.
            yield from _by_group(citation.title.text, index)
    elif source:
        yield from _by_title(source, index, dressed=False)
        yield from _by_container(source, index)
    if source:
        yield from _by_group(source, index)
        yield from _by_letters(source, index)


def _by_any_words(citation: Citation, index: EntryIndex) -> Iterable[Candidate]:
    """Last of all: the cited words stand somewhere in an entry, as a site or a series does."""
    text = citation.title.text if citation.title is not None else citation.source
    cited = words(text)
    if len(cited) < 2 or len("".join(cited)) < 8:
        return
    for number in index.having(cited):
        yield Candidate(
            number,
            Way.CONTAINER,
            0.6,
            f"{text} stands in the entry, which begins with {index.entries[number].label}",
            text,
        )


def _by_names(cited: NameList, index: EntryIndex) -> Iterable[Candidate]:
    first = _as_listed(cited.names[0], index)
    for number in dict.fromkeys(
        n for k in sorted(first.keys) for n in index.first_surname.get(k, ())
    ):
        entry = index.entries[number]
        penalty = _given_penalty(first, entry.persons[0])
        if penalty is None:
            continue
        score, reason = _count_score(cited, entry)
        accent = differs_only_in_accents(first.family, entry.persons[0].family)
        if accent:
            yield Candidate(
                number, Way.ACCENT, 0.8, f"the entry has {entry.persons[0].family}", first.family
            )
        else:
            yield Candidate(number, Way.FIRST_ELEMENT, score - penalty, reason, first.family)
    for number in index.later_surname.get(first.key, ()):
        entry = index.entries[number]
        swapped = (
            len(cited.names) > 1
            and bool(entry.persons)
            and any(n.key == entry.persons[0].key for n in cited.names[1:])
        )
        yield Candidate(
            number,
            Way.LATER_AUTHOR,
            0.78 if swapped else 0.7,
            f"{first.family} stands later in the entry, which begins with {entry.label}",
            first.family,
        )
    if len(cited.names) == 1 and not first.given:
        for number in index.given_name.get(fold(first.family), ()):
            yield Candidate(
                number,
                Way.GIVEN_NAME,
                0.6,
                f"{first.family} is the first name of {index.entries[number].label}",
                first.family,
            )
    if first.keys.isdisjoint(index.first_surname):
        yield from _by_spelling(first, cited, index)


def _as_listed(name: PersonName, index: EntryIndex) -> PersonName:
    """A name with the surname that the list has: of `Marsh Ellis` both words, of `Ana Pérez de la Oca` the
    last four."""
    tokens = f"{name.given} {name.family}".split()
    for start in range(len(tokens)):
        family = " ".join(tokens[start:])
        if letters(family) in index.first_surname:
            return PersonName(family, " ".join(tokens[:start]), name.suffix)
    return name


def _given_penalty(cited: PersonName, listed: PersonName) -> float | None:
    """0 where given names agree or one is missing, a little for initials, None for a clash."""
    if not cited.given or not listed.given:
        return 0.0
    one, other = fold(cited.given), fold(listed.given)
    if one.split()[0].strip(".") == other.split()[0].strip("."):
        return 0.0
    if one[0] != other[0]:
        return None
    if is_initials(cited.given) or is_initials(listed.given):
        return 0.01
    return None


def _count_score(cited: NameList, entry: Entry) -> tuple[float, str]:
    """How well the number of names fits, and the reason in words."""
    listed = entry.author.names
    many = len(entry.persons) + (2 if listed is not None and listed.et_al else 0)
    if cited.et_al:
        # More names than one tell works apart: `Fitch, Gould, et al.`
        ahead = entry.persons[1 : len(cited.names)]
        fits = many >= 3 and [n.key for n in cited.names[1:]] == [p.key for p in ahead]
    elif len(cited.names) > 1:
        others = {n.key for p in entry.persons[1:] for n in (p, p.longer or p)}
        fits = len(cited.names) == many and all(n.key in others for n in cited.names[1:])
    else:
        fits = many == 1
    if fits and many == 1:
        return 1.0, "the surname opens the entry"
    if fits:
        return 1.0, "the names open the entry"
    if len(cited.names) > 1 and many == 1:
        return 0.86, "the first surname opens the entry, the others are not in it"
    return 0.92, "the first surname opens the entry"


def _by_spelling(cited: PersonName, names: NameList, index: EntryIndex) -> Iterable[Candidate]:
    """Surnames a slip of the fingers away: one letter up to six, two from seven on."""
    key = cited.key
    for surname in index.surnames_about(len(key)):
        numbers = index.first_surname[surname]
        distance = slip_distance(key, surname)
        if distance is None:
            continue
        score = 0.76 - 0.06 * (distance - 1) - (0.08 if key[0] != surname[0] else 0.0)
        for number in numbers:
            entry = index.entries[number]
            listed = entry.persons[0]
            if _given_penalty(cited, listed) is None:
                continue
            if len(names.names) > 1 and len(entry.persons) == 1:
                continue
            yield Candidate(
                number,
                Way.SPELLING,
                score,
                f"{cited.family} and {listed.family} differ by a slip of spelling",
                cited.family,
            )


def _by_group(source: str, index: EntryIndex) -> Iterable[Candidate]:
    cited = group_words(without_et_al(source))
    if not cited:
        return
    for name, numbers in index.group.items():
        if cited == name:
            score, way, reason = 1.0, Way.FIRST_ELEMENT, "the group’s name opens the entry"
        elif name[: len(cited)] == cited or name in index.shortened.get(cited, ()):
            score, way, reason = 0.95, Way.SHORTENED_GROUP, "the beginning of the group’s name"
        elif len(cited) > 1 and cited[0] == name[0] and _in_order(cited, name):
            score, way, reason = 0.9, Way.SHORTENED_GROUP, "the group’s name, shortened"
        elif (
            len("".join(cited)) >= 8
            and abs(len(cited) - len(name)) <= 1
            and DamerauLevenshtein.normalized_similarity("".join(cited), "".join(name)) >= 0.9
        ):
            score, way = 0.74, Way.SPELLING
            reason = "the group’s name with a slip of spelling"
        else:
            continue
        for number in numbers:
            yield Candidate(number, way, score, reason, source)


def _in_order(part: tuple[str, ...], whole: tuple[str, ...]) -> bool:
    rest = iter(whole)
    return all(word in rest for word in part)


def _by_letters(source: str, index: EntryIndex) -> Iterable[Candidate]:
    plain = source.replace(".", "").replace(" ", "")
    if not (2 <= len(plain) <= 10 and sum(c.isupper() for c in plain) >= 2) or len(plain) > 8:
        return
    key = fold(plain)
    for number in index.acronym.get(key, ()):
        name = index.entries[number].author.text
        paragraph = index.introduced.get(key)
        if paragraph is not None:
            yield Candidate(
                number, Way.INTRODUCED, 0.93, f"{plain} was introduced for {name}", source
            )
        else:
            yield Candidate(number, Way.ACRONYM, 0.82, f"{plain} are the letters of {name}", source)


def _by_title(text: str, index: EntryIndex, *, dressed: bool) -> Iterable[Candidate]:
    cited = without_article(words(text))
    if not cited:
        return
    for number in index.titled(cited):
        entry = index.entries[number]
        title = without_article(entry.title_words)
        opens = entry.author.kind is OpeningKind.TITLE
        if title[: len(cited)] == cited or cited[: len(title)] == title:
            if opens:
                whole = len(cited) >= len(title)
                reason = "the title opens the entry" if whole else "the title’s first words"
                way = Way.FIRST_ELEMENT if whole else Way.SHORT_TITLE
                yield Candidate(number, way, 1.0 if whole else 0.96, reason, text)
            elif dressed or len(cited) > 1 or len(cited[0]) > 3:
                yield Candidate(
                    number,
                    Way.TITLE_FOR_AUTHOR,
                    0.84,
                    f"this is a title; its entry begins with {entry.label}",
                    text,
                )
        elif _contains(title, cited) and (len(cited) >= 2 or (dressed and len(cited[0]) >= 4)):
            way = Way.TITLE_PART if opens else Way.TITLE_FOR_AUTHOR
            yield Candidate(
                number,
                way,
                0.72 if len(cited) >= 2 else 0.62,
                f"words from the title of the entry “{entry.label}”",
                text,
            )
        elif _misspelled_title(cited, title):
            yield Candidate(
                number,
                Way.SPELLING if opens else Way.TITLE_FOR_AUTHOR,
                0.7,
                "the title with a slip of spelling",
                text,
            )


def _contains(title: tuple[str, ...], cited: tuple[str, ...]) -> bool:
    return any(title[i : i + len(cited)] == cited for i in range(1, len(title) - len(cited) + 1))


def _misspelled_title(cited: tuple[str, ...], title: tuple[str, ...]) -> bool:
    if len(cited) < 2 or len(cited) > len(title):
        return False
    one, other = "".join(cited), "".join(title[: len(cited)])
    return len(one) >= 8 and DamerauLevenshtein.distance(one, other, score_cutoff=2) <= 2


def _by_container(text: str, index: EntryIndex) -> Iterable[Candidate]:
    cited = letters(text)
    if len(cited) < 5:
        return
    for number in index.container.get(cited, ()):
        yield Candidate(
            number,
            Way.CONTAINER,
            0.65,
            f"{text} is where the source appeared; its entry begins with "
            f"{index.entries[number].label}",
            text,
        )
