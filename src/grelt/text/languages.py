"""The language of a few words, told by the small words that only it has."""

from __future__ import annotations

import re
from functools import cache, lru_cache

from ..words import table, words
from .folding import fold
from .lexicon import is_word

_WORD = re.compile(r"[^\W\d_]+")
# Letters that English has in words it has borrowed, and others too.
_ACCENTED = re.compile(r"[à-öø-ÿāăąćčďđēęěğīıļľłńňőœřśşšťţũūůűźżž]")


@cache
def _tables() -> dict[str, frozenset[str]]:
    return {
        language: words("languages.small-words", language)
        for language in table("languages.small-words")
    }


@cache
def _languages_of() -> dict[str, list[str]]:
    """The languages that have a small word."""
    found: dict[str, list[str]] = {}
    for language, small in _tables().items():
        for word in small:
            found.setdefault(word, []).append(language)
    return found


@cache
def _letters() -> dict[str, str]:
    return {c: language for language, all_ in table("languages.letters").items() for c in all_}


def detect_language(text: str) -> str | None:
    """Two letters for the language of a title or a sentence; None where it cannot be told.

    The language with the most small words, if it has two more than any other, or all those that
    the others have and one more; a letter that only one language has counts as one.
    """
    said = [fold(w) for w in _WORD.findall(text)]
    if said[:1] == ["do"]:
        said = said[1:]  # English questions begin with it, Portuguese has it between words
    found: dict[str, set[int]] = {language: set() for language in _tables()}
    spoken = _languages_of()
    for number, word in enumerate(said):
        for language in spoken.get(word, ()):
            found[language].add(number)
    for letter, language in _letters().items():
        if letter in text.casefold():
            found[language].add(-ord(letter))
    best, *others = sorted(found, key=lambda language: (-len(found[language]), language))
    told = all(len(found[best]) - len(found[o]) > 1 or found[best] > found[o] for o in others)
    return best if found[best] and told else None


@cache
def _small_elsewhere() -> frozenset[str]:
    """Small words of any language but English."""
    tables = _tables()
    return frozenset(w for k, t in tables.items() if k != "en" for w in t) - tables["en"]


@lru_cache(maxsize=20_000)
def is_foreign(text: str) -> bool:
    """Whether a title has small words of another language, and none that is English alone: then its
    capitals are its own, whichever language it is."""
    said = [fold(w) for w in _WORD.findall(text)]
    tables = _tables()
    english = sum(w in tables["en"] for w in said)
    only_english = sum(
        w in tables["en"] and not any(w in t for k, t in tables.items() if k != "en") for w in said
    )
    others = max(
        (sum(w in small and w not in tables["en"] for w in said) for k, small in tables.items() if k != "en"),
        default=0,
    )  # fmt: skip
    # Small words that are no words of English either, within the title.
    inner = {fold(w) for w in _WORD.findall(text)[1:] if w.islower() and not is_word(fold(w))}
    if not only_english and inner & _small_elsewhere():
        return True
    accented = sum(_ACCENTED.search(w.casefold()) is not None for w in _WORD.findall(text))
    if only_english:
        return others > 2 * only_english
    if others and accented == 0:
        # `Five Comments I No Longer Write`: words of English, with small ones that others have too.
        long = [w for w in said if len(w) > 3]
        return sum(map(is_word, long)) < 0.6 * len(long) or not long
    return others > 0 or (english == 0 and accented > 0 and 2 * accented >= len(said))
