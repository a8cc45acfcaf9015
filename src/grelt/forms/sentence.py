"""Sentence capitals: the first word, and names."""

from __future__ import annotations

from collections.abc import Iterable
from functools import cache

from ..text.calendar import MONTH_NAMES
from ..text.lexicon import is_common
from ..text.names import ORGANISATION_WORDS
from ..text.spans import Span
from ..words import ordered, words
from .title_words import (
    ARTICLES,
    EITHER,
    PLAIN_PREPOSITIONS,
    ROMAN,
    SMALL,
    CaseChange,
    TitleWord,
    Vocabulary,
    capital,
    is_small,
    own_capitals,
)

_MEASURES = words("english.names", "measures")
# Words that end the name of an organisation or an event.
_NAMING = ORGANISATION_WORDS | words("english.names", "ending")
_TELLING = words("english.capitals", "telling")
_EVENTS = words("english.names", "events")
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


def sentence(found: list[TitleWord], vocabulary: Vocabulary, shouted: bool) -> Iterable[CaseChange]:
    if shouted:
        for word in found:
            lower = word.text.casefold()
            wanted = lower.capitalize() if word.fresh or lower in vocabulary.names else lower
            if wanted != word.text:
                yield CaseChange(word.span, wanted, 0.9)
        return
    named = _name_runs(found) | _lettered_runs(found)
    placed = _place_runs(found)
    capped = []
    principal = 0
    for number, word in enumerate(found):
        lower = word.text.casefold()
        if word.fresh:
            if word.text[0].islower() and (is_common(word.text) or lower in ARTICLES):
                yield CaseChange(word.span, capital(word.text), 0.9)
            continue
        if own_capitals(word.text) or lower in _CALENDAR or ROMAN.fullmatch(word.text):
            continue
        if number in named or (lower in vocabulary.names and lower not in vocabulary.small):
            continue
        bare = lower.removesuffix("’s").removesuffix("'s")
        if bare in _own_names() or number in placed:
            continue
        if word.text[0].isupper():
            capped.append(word)
        elif not is_small(lower, 0) and lower not in EITHER:
            principal += 1
    if not capped or _is_measure(found):
        return
    common = [w for w in capped if is_common(w.text) and w.text.casefold() not in vocabulary.names]
    small = [
        w
        for w in capped
        if is_small(w.text.casefold(), 0) and w.text.casefold() in ARTICLES | PLAIN_PREPOSITIONS
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


def _lettered_runs(found: list[TitleWord]) -> set[int]:
    """Words whose letters follow (`the Reach Fog Rating Scale (RFRS)`): what has letters has a name."""
    runs: set[int] = set()
    for at, word in enumerate(found):
        letters, begin = word.text.casefold(), at
        if not (word.text.isupper() and word.after == ")" and len(letters) >= 3):
            continue
        while letters and begin:
            begin -= 1
            initial = found[begin].text[0].casefold()
            if initial == letters[-1] and found[begin].text[0].isupper():
                letters = letters[:-1]
            elif not is_small(found[begin].text.casefold(), 0):
                break
        if not letters:
            runs.update(range(begin, at))
    return runs


def _place_runs(found: list[TitleWord]) -> set[int]:
    """Words of places that have several (`the United States`)."""
    lower = [w.text.casefold().removesuffix("’s").removesuffix("'s") for w in found]
    return {
        at
        for start in range(len(found))
        for size in (2, 3, 4)
        if tuple(lower[start : start + size]) in _names_of_several()
        for at in range(start, start + size)
    }


def _told_by_part(found: list[TitleWord], capped: list[TitleWord]) -> set[Span]:
    """Words of a subtitle that is all in headline capitals, where a word that is in no name has one."""
    parts: list[list[TitleWord]] = []
    for word in found:
        if word.fresh or not parts:
            parts.append([])
        parts[-1].append(word)
    spans = {w.span for w in capped}
    return {
        word.span
        for part in parts
        if any(w.span in spans and w.text.casefold() in _TELLING for w in part)
        and not any(w.text[0].islower() and w.text not in SMALL for w in part)
        for word in part
        if word.span in spans
    }


def _is_measure(found: list[TitleWord]) -> bool:
    """A scale or a test by its name (`Fatigue and Sway Scale`), which keeps its capitals."""
    return len(found) <= 8 and found[-1].text in _MEASURES


def _links(word: str, run: list[TitleWord]) -> bool:
    """Whether a small word may stand within a name (`Symposium on Work and Time`)."""
    if word in ("of", "the", "for", "and"):
        return True
    return word in ("on", "in") and any(w.text.casefold() in _EVENTS for w in run)


def _name_runs(found: list[TitleWord]) -> set[int]:
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
    total = sum(1 for w in found if not is_small(w.text.casefold(), 0))
    return {
        n
        for run in runs
        if 2 <= sum(found[k].text[0].isupper() for k in run) < total
        and any(found[k].text.casefold() in _NAMING for k in run[1:])
        for n in run
    }
