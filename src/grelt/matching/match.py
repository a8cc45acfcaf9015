"""Chooses the entry each citation means, in the light of its sentence."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

from ..citations import Citation, Cue
from ..entries import Entry, OpeningKind
from ..text.folding import fold, letters, without_article, words
from ..text.names import natural_name
from ..text.spelling import is_a_letter_away
from .candidates import RIGHT_WAYS, Candidate, Way, candidates
from .duplicates import duplicates
from .index import EntryIndex, family_key
from .keeping import kept_citations
from .main_source import page_of, pages_to_main_sources
from .model import Match, MatchDegree, UnlistedSource
from .titles import agreeing_with_title, dress_of, in_its_dress
from .unlisted import unlisted_sources
from .years import agreeing_with_year

_CLOSE = 0.03
_WHOLE_TITLE = 0.8
_SAID = re.compile(
    r"\b(?:interview|letters?|e-?mail|message|conversation|discussion|papers|diar(?:y|ies)|minutes|records?|"
    r"collection|archives?)\b",
    re.I,
)
_CLASSICAL = re.compile(r"\d[.:]\d|\d[a-e]")


@dataclass(frozen=True)
class Matching:
    """All matches, one for each citation kept, and both ways round."""

    citations: tuple[Citation, ...]
    matches: tuple[Match, ...]
    unlisted: tuple[UnlistedSource, ...]
    repeats: dict[int, int]
    kept: tuple[int, ...]
    cited_by: dict[int, tuple[int, ...]] = field(default_factory=dict)

    @cached_property
    def perhaps_cited(self) -> frozenset[int]:
        """Entries that some citation may mean as well as the one it was given to."""
        return frozenset(e for match in self.matches for e in (*match.rivals, *match.beside))


def match_citations(
    citations: tuple[Citation, ...],
    entries: tuple[Entry, ...],
    prose: list[tuple[int, str]],
    joins: Mapping[int, int | None],
) -> Matching:
    """Match every citation; drop the tentative ones that lead nowhere or say nothing new.

    `joins` are a person's own matches: index of the citation to index of the entry,
    or None for “no entry”. Never raises.
    """
    index = EntryIndex.of(entries, prose)
    repeats = duplicates(entries)
    matches: list[Match] = []
    tally: Counter[int] = Counter()
    taught = _taught(citations, joins)
    for number, citation in enumerate(citations):
        if number in joins:
            match = _by_hand(joins[number])
        elif citation.source and letters(citation.source) in taught:
            match = Match(
                MatchDegree.EXACT,
                (taught[letters(citation.source)],),
                "as the same words were joined by hand",
                0.98,
                by_hand=True,
            )
        else:
            match = _choose(citation, index, repeats, matches, tally)
        matches.append(match)
        if len(match.entries) == 1 and not citation.tentative:
            tally[match.entries[0]] += 1
    pages_to_main_sources(citations, matches, index, prose, tally, joins)
    kept = kept_citations(citations, matches, joins)
    chosen = tuple(citations[i] for i in kept)
    final = tuple(matches[i] for i in kept)
    cited_by: dict[int, list[int]] = {}
    for number, match in enumerate(final):
        for entry in match.entries:
            cited_by.setdefault(entry, []).append(number)
    return Matching(
        chosen,
        final,
        unlisted_sources(chosen, final, entries),
        repeats,
        tuple(kept),
        {entry: tuple(numbers) for entry, numbers in cited_by.items()},
    )


def _taught(citations: tuple[Citation, ...], joins: Mapping[int, int | None]) -> dict[str, int]:
    """What a person's joins say of the same words elsewhere: these letters mean that entry."""
    found: dict[str, int] = {}
    for number, entry in joins.items():
        words_ = letters(citations[number].source)
        if entry is not None and words_:
            found[words_] = entry
    return found


def _by_hand(entry: int | None) -> Match:
    if entry is None:
        return Match(MatchDegree.NONE, (), "set by hand: no entry", 1.0, by_hand=True)
    return Match(MatchDegree.EXACT, (entry,), "joined by hand", 1.0, by_hand=True)


def _choose(
    citation: Citation,
    index: EntryIndex,
    repeats: dict[int, int],
    earlier: list[Match],
    tally: Counter[int],
) -> Match:
    before = earlier[citation.after] if citation.after is not None else None
    if citation.personal and citation.form != "note":
        return Match(MatchDegree.NONE, (), "a personal communication stands in no list", 1.0)
    if not citation.source and not citation.cues:
        return _continued(before)
    found = _candidates(citation, index)
    if not found and not citation.source:
        return _continued(before)
    if not found and citation.form == "note":
        held = _holding(citation, index)
        if held is not None:
            return held
    if citation.form == "note" and citation.personal and citation.title is None:
        # Words said or written: not whatever else somebody of that name has in the list.
        found = [c for c in found if _SAID.search(index.entries[c.entry].text)]
    found = [_with_author_named(c, citation, index, before) for c in found]
    found = [_with_name_misspelled(c, citation, index) for c in found]
    if citation.classical:
        found = [c for c in found if c.way in RIGHT_WAYS or c.score >= _WHOLE_TITLE]
    found = agreeing_with_title(in_its_dress(found, citation, index), citation, index)
    found = agreeing_with_year(found, citation, index)
    found.sort(key=lambda c: (-c.score, c.entry))
    if not found:
        if citation.verse and index.scripture:
            return _of_scripture(index, tally)
        return Match(MatchDegree.NONE, (), "no entry begins with it", citation.certainty)
    best = found[0]
    rivals = [c for c in found if c.score >= best.score - _CLOSE and c.way == best.way]
    rivals = _without_repeats(rivals, repeats)
    others: tuple[int, ...] = ()
    if len(rivals) > 1:
        every = rivals
        rivals, reason, told = _told_apart(rivals, citation, index, before)
        if not told:
            others = tuple(c.entry for c in every if c not in rivals)
        if len(rivals) > 1:
            return Match(
                MatchDegree.AMBIGUOUS,
                tuple(c.entry for c in rivals),
                f"{len(rivals)} entries fit",
                best.score,
                best.way,
                best.cited,
            )
        best = replace(rivals[0], reason=reason)
    degree = MatchDegree.EXACT if best.way in RIGHT_WAYS else MatchDegree.NEAR
    return Match(
        degree,
        (best.entry,),
        best.reason,
        round(best.score, 3),
        best.way,
        best.cited,
        rivals=others,
        beside=_also_named(citation, best.entry, index),
    )


def _also_named(citation: Citation, entry: int, index: EntryIndex) -> tuple[int, ...]:
    """Entries of the further names of a citation that are not in the one it was given to: two sources may be
    named as one (`see Lund, and Vale ch. 5`)."""
    own = {person.key for person in index.entries[entry].persons}
    further = citation.names.names[1:] if citation.names is not None else ()
    return tuple(e for n in further if n.key not in own for e in index.first_surname[n.key])


def _holding(citation: Citation, index: EntryIndex) -> Match | None:
    """What a note cites may be listed by what holds it: `Bastow Letters`, `*Corran Bell*`."""
    said = f" {' '.join(words(citation.text))} "
    for number, entry in enumerate(index.entries):
        opening = without_article(words(entry.author.text))
        if entry.author.kind is OpeningKind.PERSON or len("".join(opening)) < 8:
            continue
        if len(opening) > 1 and f" {' '.join(opening)} " in said:
            return Match(
                MatchDegree.EXACT, (number,), "what holds it is listed", 0.8, Way.FIRST_ELEMENT,
                entry.author.text,
            )  # fmt: skip
    return None


def _of_scripture(index: EntryIndex, tally: Counter[int]) -> Match:
    """Book, chapter and verse alone: of the edition that is listed, the one cited most if several are."""
    entry = max(index.scripture, key=lambda e: (tally[e], -e))
    return Match(MatchDegree.EXACT, (entry,), "a book of the scripture that is listed", 0.85)


def _continued(before: Match | None) -> Match:
    """A locator alone: the source of the citation before it."""
    if before is not None and (before.entries or not before.sourceless):
        reason = "continues the source named before it"
        degree = before.degree if before.degree is not MatchDegree.NEAR else MatchDegree.EXACT
        return Match(degree, before.entries, reason, 0.85, before.way, before.cited, carried=True)
    return Match(MatchDegree.NONE, (), "no source named", 0.9, sourceless=True)


def _candidates(citation: Citation, index: EntryIndex) -> list[Candidate]:
    """By the words in the parenthesis, or by the sources named in the sentence."""
    if citation.form == "parenthetical":
        return candidates(citation, index)
    found: list[Candidate] = []
    for cue in citation.cues:
        if cue.kind == "name":
            continue
        found += _by_cue(cue, citation, index)
    names = [c for c in citation.cues if c.kind == "name"]
    if names:
        by_name = candidates(citation, index)
        titled = {c.entry for c in found}
        both = [c for c in by_name if c.entry in titled]
        found = both or by_name or found
    elif not citation.cues:
        found = candidates(citation, index)
    return found


def _by_cue(cue: Cue, citation: Citation, index: EntryIndex) -> list[Candidate]:
    """A title or a group named in running prose; a title there may stand for its author."""
    stand_in = replace(citation, names=None, title=None, source=cue.text, source_span=cue.span)
    found = candidates(stand_in, index)
    if cue.kind != "title":
        return found
    cited = without_article(words(cue.text))
    whole = {c.entry for c in found if without_article(index.entries[c.entry].title_words) == cited}
    if whole:
        # The very title beats one that only begins with the same words.
        found = [c for c in found if c.entry in whole]
    alike = [c for c in found if dress_of(index, c) == cue.dress]
    if cue.dress and alike:
        # A whole work in italics is not an article whose title begins with it.
        found = alike
    return [
        replace(
            c, way=Way.TITLE_IN_SENTENCE, score=0.9, reason="its title is named in the sentence"
        )
        if c.way is Way.TITLE_FOR_AUTHOR
        else c
        for c in found
    ]


def _with_author_named(
    candidate: Candidate, citation: Citation, index: EntryIndex, before: Match | None
) -> Candidate:
    """A title in parentheses is right where the sentence, or the citation before, names its author."""
    if candidate.way is not Way.TITLE_FOR_AUTHOR:
        return candidate
    entry = index.entries[candidate.entry]
    keys = {p.key for p in entry.persons} or {letters(entry.author.text)}
    if candidate.score < _WHOLE_TITLE and not _CLASSICAL.search(citation.locator or ""):
        # Words out of a title: with its author in the sentence; of an ancient work its edition has more.
        in_sentence = any(c.kind == "name" and family_key(c.text) in keys for c in citation.cues)
        if not in_sentence or len(words(candidate.cited)) < 2:
            return candidate
    named = (
        (citation.classical and candidate.score >= _WHOLE_TITLE)
        or any(
            family_key(c.listed or c.text) in keys
            for c in (*citation.cues, *citation.earlier)
            if c.kind == "name"
        )
        or any(letters(c.text) in keys for c in citation.cues if c.kind == "group")
    )
    if not named and before is not None:
        named = any(index.entries[e].author.text == entry.author.text for e in before.entries)
    before_it = index.named_by(candidate.entry, citation.paragraph)
    if not named and not before_it:
        return candidate
    return replace(
        candidate,
        way=Way.TITLE_IN_SENTENCE,
        score=0.97 if named else 0.95,  # a title that opens an entry is likelier
        reason=f"its title, with its author named {'in the sentence' if named else 'before'}",
    )


def _with_name_misspelled(candidate: Candidate, citation: Citation, index: EntryIndex) -> Candidate:
    """Title and name are cited, the title leads here and the name is a letter away."""
    names = citation.names
    if candidate.way not in (Way.TITLE_FOR_AUTHOR, Way.TITLE_IN_SENTENCE) or names is None:
        return candidate
    persons = index.entries[candidate.entry].persons
    if not persons or citation.title is None or not citation.source:
        return candidate
    cited = names.names[0]
    if not is_a_letter_away(cited.key, persons[0].key):
        return candidate
    return replace(
        candidate,
        way=Way.SPELLING,
        score=0.9,
        reason=f"its title, and a name a letter away from {persons[0].family}",
        cited=cited.family,
    )


def _without_repeats(rivals: list[Candidate], repeats: dict[int, int]) -> list[Candidate]:
    present = {c.entry for c in rivals}
    return [c for c in rivals if repeats.get(c.entry) not in present]


def _told_apart(
    rivals: list[Candidate], citation: Citation, index: EntryIndex, before: Match | None
) -> tuple[list[Candidate], str, bool]:
    """Narrow rivals by what the sentence says: a title, a given name, the page, the source before. Also
    whether that tells the reader."""
    named_titles = [words(c.text) for c in citation.cues if c.kind == "title"]
    by_title = [
        c
        for c in rivals
        if any(
            without_article(index.entries[c.entry].title_words)[: len(without_article(t))]
            == without_article(t)
            for t in named_titles
        )
    ]
    if len(by_title) == 1:
        return by_title, "author and title are named in the sentence", True
    givens = {
        fold(name.given.split()[0])
        for c in citation.cues
        if c.kind == "name" and (name := natural_name(c.text)) is not None and name.given
    }
    by_given = [
        c
        for c in rivals
        if index.entries[c.entry].persons
        and fold(index.entries[c.entry].persons[0].given).split()[:1]
        and fold(index.entries[c.entry].persons[0].given).split()[0] in givens
    ]
    if len(by_given) == 1:
        return by_given, "the full name is given in the sentence", True
    page = page_of(citation.locator)
    on_page = [c for c in rivals if index.pages_have(c.entry, page)]
    if len(on_page) == 1:
        return on_page, "of the works that fit, the one with this page", False
    off_page = {c.entry for c in rivals if index.pages_have(c.entry, page) is False}
    if before is not None and len(before.entries) == 1 and before.entries[0] not in off_page:
        by_order = [c for c in rivals if c.entry == before.entries[0]]
        if by_order:
            # Within a paragraph the name alone goes on with the same work; by letter never.
            told = citation.year is None
            return by_order, "goes on with the work cited just before", told
    return rivals, "", True
