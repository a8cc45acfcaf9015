"""Headline and sentence capitals: which letters of a title a guide would have otherwise.

Only what can be known is changed: a word that may be a name, a word of another language, a small
word that may be an adverb stay as they are.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass, field
from functools import cache

from ..text.calendar import MONTH_NAMES
from ..text.languages import is_foreign
from ..text.lexicon import is_common, is_word
from ..text.names import ORGANISATION_WORDS
from ..text.quotes import quoted
from ..text.spans import Span
from ..words import ordered, words

# Not within a figure (`150th`), nor beside letters in brackets (`Be(e)coming`).
_WORD = re.compile(
    r"(?<![\d(])[^\W\d_][^\W_]*(?:['’][^\W\d_]+)*|(?<=\s\()[^\W\d_][^\W_]*|(?<=^\()[^\W\d_]\w*"
)
# A word begins anew after these: `: `, a question mark, an opening mark.
_FRESH = re.compile(r"(?:[:?!.;])\s*[\"“‘'(\[]*$|^[\W_]*$")
# After these it begins anew in some guides alone, or may.
_DASH = re.compile(r"(?:[—–]|\s-{1,2}|…|\.\s?\.\s?\.)\s*[\"“‘'(\[]*$")
_OPENED = re.compile(r"[“\"‘(\[]$")
_MEASURES = words("english.names", "measures")
_ARTICLES = words("english.capitals", "articles")
_JOINING = words("english.capitals", "joining")
_PLAIN_PREPOSITIONS = words("english.capitals", "prepositions")
_SHORT_PREPOSITIONS = words("english.capitals", "short")
# Prepositions that may be adverbs or conjunctions: either way is left alone.
_EITHER = words("english.capitals", "either")
_SMALL = _ARTICLES | _JOINING | _PLAIN_PREPOSITIONS | _SHORT_PREPOSITIONS | _EITHER
# Words that end the name of an organisation or an event.
_NAMING = ORGANISATION_WORDS | words("english.names", "ending")
_TELLING = words("english.capitals", "telling")
_EVENTS = words("english.names", "events")
_PREFIXES = words("english.capitals", "prefixes")
_ROMAN = re.compile(r"[IVXLC]+")
_CALENDAR = frozenset(w.casefold() for w in (*MONTH_NAMES, *ordered("calendar.days", "names"))) - {
    "may"
}


@cache
def _own_names() -> frozenset[str]:
    """Single words that are places, peoples or beliefs: their capital is their own in every guide."""
    return frozenset(n for n in _places() if " " not in n) | frozenset(
        w.casefold() for w in words("places.peoples", "words")
    )


@cache
def _names_of_several() -> frozenset[tuple[str, ...]]:
    """The same of several words: `united states`, `hong kong`."""
    return frozenset(tuple(n.split()) for n in _places() if " " in n)


@cache
def _places() -> frozenset[str]:
    known = (
        *words("places.countries", "names"),
        *words("places.states", "names"),
        *words("places.cities", "names"),
    )
    return frozenset(name.casefold() for name in known)


@dataclass(frozen=True)
class Vocabulary:
    """What a paper's own prose says of words: `small` stand without a capital in it, `names` with one
    within sentences."""

    small: frozenset[str] = field(default_factory=frozenset)
    names: frozenset[str] = field(default_factory=frozenset)

    @classmethod
    def of(cls, texts: Iterable[tuple[str, tuple[Span, ...]]]) -> Vocabulary:
        """Gather it from prose: paragraphs, each with the stretches of it that are titles or citations
        (italics; quotations and parentheses are seen here), which say nothing of words. A word counts as a
        name within a sentence only."""
        small: set[str] = set()
        names: set[str] = set()
        for text, italics in texts:
            aside = [*italics, *quoted(text), *(Span(*m.span()) for m in _ASIDE.finditer(text))]
            for match in _WORD.finditer(text):
                word = match.group()
                if any(s.contains(match.start()) for s in aside):
                    continue
                if word[0].islower():
                    small.add(word.casefold())
                elif (
                    match.start() > 1
                    and text[match.start() - 1] == " "
                    and text[match.start() - 2].islower()
                ):
                    names.add(word.casefold())
        return cls(frozenset(small), frozenset(names))


_ASIDE = re.compile(r"\([^()]{0,400}\)")


@dataclass(frozen=True, slots=True)
class CaseChange:
    """A stretch of a title that should stand in other letters, and how sure that is."""

    span: Span
    text: str
    confidence: float


@dataclass(frozen=True, slots=True)
class _Word:
    span: Span
    text: str
    fresh: bool
    last: bool
    compound: bool
    after: str
    loose: bool = False


def case_changes(
    text: str,
    case: str,
    vocabulary: Vocabulary,
    *,
    headline_from: int = 0,
    english: bool | None = None,
    apart: tuple[Span, ...] = (),
) -> tuple[CaseChange, ...]:
    """What to change for `headline` or `sentence` capitals; nothing for `kept`. Stretches set `apart`
    (a title within the title) keep their own.

    `english` false is a title in another language, which keeps its own capitals; None asks its small words.
    """
    if case == "kept":
        return ()
    if english is None:
        english = not is_foreign(text)
    if not english:
        return ()
    found = _split(text, dashes_open=case == "sentence")
    if not found:
        return ()
    shouted = _is_shouted(found)
    if case == "headline":
        changes = _headline(found, vocabulary, headline_from, shouted)
    else:
        changes = _sentence(found, vocabulary, shouted)
    loose = {w.span for w in found if w.loose}
    # Behind an opening bracket, and where a quotation or a dash opens, either is right.
    return tuple(
        c
        for c in changes
        if text[c.span.start - 1 : c.span.start] not in ("(", "[")
        and c.span not in loose
        and not any(c.span.overlaps(a) for a in apart)
    )


def _split(text: str, *, dashes_open: bool) -> list[_Word]:
    matches = list(_WORD.finditer(text))
    found = []
    for number, match in enumerate(matches):
        before = text[: match.start()]
        compound = before[-1:] in ("-", "‐", "/") and before[-2:-1].isalpha()
        quoted_ = bool(_OPENED.search(before)) and not compound
        stopped = _FRESH.search(before[-8:]) is not None and not _abbreviated(before)
        dashed = _DASH.search(before[-8:]) is not None and not compound
        fresh = not compound and (number == 0 or stopped or (dashed and dashes_open))
        if number == 0 and before.strip(" “\"‘'([…"):
            fresh = _FRESH.search(before[-8:]) is not None  # begins with a figure
        after = text[match.end() : match.end() + 1]
        beside = before[-1:] in ("—", "–", "-", "‐", "/") or after in ("—", "–", "-", "‐", "/")
        letter = len(match.group()) == 1 and match.group().isupper() and beside
        double = match.group().casefold() == "or" and (
            after == "," or before.rstrip()[-1:] in (",", ";")
        )
        broken = after in ("(", "[") and text[match.end() + 1 : match.end() + 2].isalpha()
        found.append(
            _Word(
                Span(*match.span()),
                match.group(),
                fresh,
                not any(c.isalnum() for c in text[match.end() :]),
                compound,
                after,
                # `A–Z`, `Salt; or, the Pan`, `Be(e)`, a word that a quotation or a dash opens
                letter or double or broken or (number > 0 and not stopped and (quoted_ or dashed)),
            )
        )
    return found


def _abbreviated(before: str) -> bool:
    """A period that ends an abbreviation (`St. Reach`, `vs. fog`) begins nothing."""
    bare = before.rstrip()
    word = re.search(r"([^\W\d_]+)\.$", bare)
    return word is not None and len(word.group(1)) <= 3


def _is_shouted(found: list[_Word]) -> bool:
    long = [w for w in found if len(w.text) > 3]
    return len(long) >= 2 and all(w.text.isupper() for w in found if len(w.text) > 1)


def _headline(
    found: list[_Word], vocabulary: Vocabulary, headline_from: int, shouted: bool
) -> Iterable[CaseChange]:
    for number, word in enumerate(found):
        text = word.text
        lower = text.casefold()
        following = found[number + 1].text.casefold() if number + 1 < len(found) else ""
        if shouted:
            wanted = text if _ROMAN.fullmatch(text) and len(text) > 1 else text.capitalize()
            if not (word.fresh or word.last) and (
                _is_small(lower, headline_from) or lower in _EITHER
            ):
                wanted = lower
            if wanted != text:
                yield CaseChange(word.span, wanted, 0.9)
            continue
        if _own_capitals(text):
            continue
        edge = word.fresh or word.last
        if text[0].islower():
            if edge:
                if is_common(text) or lower in _ARTICLES:
                    yield CaseChange(word.span, _capital(text), 0.95)
                continue
            if word.compound or (word.after in ("-", "‐") and lower in _PREFIXES):
                continue
            small = _is_small(lower, headline_from)
            if small or lower in _EITHER:
                continue
            if lower in _PLAIN_PREPOSITIONS or is_word(text) or lower in vocabulary.small:
                yield CaseChange(word.span, _capital(text), 0.95)
        elif not edge and not word.compound and _is_small(lower, headline_from):
            doubtful = lower in _SHORT_PREPOSITIONS and (
                (
                    following in _ARTICLES | _JOINING | _PLAIN_PREPOSITIONS | {""}
                    and following not in _ARTICLES
                )
                or word.after in (",", ";", "-", ":")
                or (number > 0 and found[number - 1].text.endswith("ing"))
            )
            if not doubtful and not (lower == "a" and word.after == "."):
                yield CaseChange(word.span, lower, 0.9)


def _is_small(lower: str, headline_from: int) -> bool:
    """Whether a word is for sure small in a headline."""
    if lower in _ARTICLES or lower in _JOINING:
        return True
    known = lower in _PLAIN_PREPOSITIONS or lower in _SHORT_PREPOSITIONS
    return known and not 0 < headline_from <= len(lower)


def _own_capitals(text: str) -> bool:
    """Acronyms, `iPhone`, `McBray`: capitals that belong to the word."""
    rest = text[1:].replace("’S", "").replace("'S", "")
    return any(c.isupper() for c in rest) or any(c.isdigit() for c in text) or text == "I"


def _capital(text: str) -> str:
    return text[0].upper() + text[1:]


def _sentence(found: list[_Word], vocabulary: Vocabulary, shouted: bool) -> Iterable[CaseChange]:
    if shouted:
        for word in found:
            lower = word.text.casefold()
            wanted = lower.capitalize() if word.fresh or lower in vocabulary.names else lower
            if wanted != word.text:
                yield CaseChange(word.span, wanted, 0.9)
        return
    named = _name_runs(found)
    placed = _place_runs(found)
    capped = []
    principal = 0
    for number, word in enumerate(found):
        lower = word.text.casefold()
        if word.fresh:
            if word.text[0].islower() and (is_common(word.text) or lower in _ARTICLES):
                yield CaseChange(word.span, _capital(word.text), 0.9)
            continue
        if _own_capitals(word.text) or lower in _CALENDAR or _ROMAN.fullmatch(word.text):
            continue
        if number in named or (lower in vocabulary.names and lower not in vocabulary.small):
            continue
        bare = lower.removesuffix("’s").removesuffix("'s")
        if bare in _own_names() or number in placed:
            continue
        if word.text[0].isupper():
            capped.append(word)
        elif not _is_small(lower, 0) and lower not in _EITHER:
            principal += 1
    if not capped or _is_measure(found):
        return
    common = [w for w in capped if is_common(w.text) and w.text.casefold() not in vocabulary.names]
    small = [
        w
        for w in capped
        if _is_small(w.text.casefold(), 0) and w.text.casefold() in _ARTICLES | _PLAIN_PREPOSITIONS
    ]
    total = principal + len(capped)
    throughout = (
        len(capped) >= 0.8 * total and len(common) >= 2 and len(common) >= 0.6 * len(capped)
    )
    sure = 0.9
    told = set() if throughout else _told_by_part(found, capped)
    if not throughout and len(capped) == 1 == total and common:
        # `Slack Water`: a single capital may be a name's, unless the paper writes it small.
        throughout = is_common(found[0].text) and capped[0].text.casefold() in vocabulary.small
        sure = 0.6
    for word in capped:
        lower = word.text.casefold()
        if (throughout or word.span in told) and (
            word in common or word in small or lower in vocabulary.small or lower in _TELLING
        ):
            yield CaseChange(word.span, lower, sure)


def _place_runs(found: list[_Word]) -> set[int]:
    """Words of places that have several (`the United States`)."""
    lower = [w.text.casefold().removesuffix("’s").removesuffix("'s") for w in found]
    return {
        at
        for start in range(len(found))
        for size in (2, 3, 4)
        if tuple(lower[start : start + size]) in _names_of_several()
        for at in range(start, start + size)
    }


def _told_by_part(found: list[_Word], capped: list[_Word]) -> set[Span]:
    """Words of a subtitle that is all in headline capitals, where a word that is in no name has one."""
    parts: list[list[_Word]] = []
    for word in found:
        if word.fresh or not parts:
            parts.append([])
        parts[-1].append(word)
    return {
        word.span
        for part in parts
        if any(w in capped and w.text.casefold() in _TELLING for w in part)
        and not any(w.text[0].islower() and w.text not in _SMALL for w in part)
        for word in part
        if word in capped
    }


def _is_measure(found: list[_Word]) -> bool:
    """A scale or a test by its name (`Fatigue and Sway Scale`), which keeps its capitals."""
    return len(found) <= 8 and found[-1].text in _MEASURES


def _links(word: str, run: list[_Word]) -> bool:
    """Whether a small word may stand within a name (`Symposium on Work and Time`)."""
    if word in ("of", "the", "for", "and"):
        return True
    return word in ("on", "in") and any(w.text.casefold() in _EVENTS for w in run)


def _name_runs(found: list[_Word]) -> set[int]:
    """Words of capitalised runs that name an organisation (`Reach Harbour Board`)."""
    runs: list[list[int]] = []
    for number, word in enumerate(found):
        linked = bool(runs) and runs[-1][-1] == number - 1
        if word.text[0].isupper():
            if linked:
                runs[-1].append(number)
            else:
                runs.append([number])
        elif linked and number + 1 < len(found) and _links(word.text, [found[k] for k in runs[-1]]):
            runs[-1].append(number)
    # `Records of the Harbour Board`: the title's first word is not the name's.
    runs = [
        r[1:] if r[0] == 0 and len(r) > 1 and found[r[1]].text[0].islower() else r for r in runs
    ]
    total = sum(1 for w in found if not _is_small(w.text.casefold(), 0))
    return {
        n
        for run in runs
        if 2 <= sum(found[k].text[0].isupper() for k in run) < total
        and any(found[k].text.casefold() in _NAMING for k in run[1:])
        for n in run
    }
