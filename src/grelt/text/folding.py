"""Folding: texts made comparable by dropping what the eye passes over."""

from __future__ import annotations

import re
import unicodedata
from functools import lru_cache

LEADING_ARTICLES = ("a", "an", "the")

_NOT_DECOMPOSED = str.maketrans(
    {"ø": "o", "ð": "d", "þ": "th", "ł": "l", "æ": "ae", "œ": "oe", "ß": "ss", "đ": "d", "ı": "i"}
)
_WORD = re.compile(r"[^\W_]+")


@lru_cache(maxsize=20_000)
def fold(text: str) -> str:
    """Lower case without accents; marks and spaces stay."""
    lowered = text.casefold().translate(_NOT_DECOMPOSED)
    decomposed = unicodedata.normalize("NFKD", lowered)
    return "".join(c for c in decomposed if not unicodedata.combining(c))


@lru_cache(maxsize=20_000)
def letters(text: str) -> str:
    """Folded letters and figures alone: the key of letter-by-letter order."""
    return "".join(c for c in fold(text) if c.isalnum())


@lru_cache(maxsize=20_000)
def words(text: str) -> tuple[str, ...]:
    """Folded words; an apostrophe inside a word is dropped, a hyphen parts."""
    return tuple(_WORD.findall(re.sub(r"(?<=\w)['’ʼ](?=\w)", "", fold(text))))


def without_article(items: tuple[str, ...]) -> tuple[str, ...]:
    """Words without a leading English article, unless nothing would be left."""
    return items[1:] if len(items) > 1 and items[0] in LEADING_ARTICLES else items


def differs_only_in_accents(one: str, other: str) -> bool:
    """Alike when folded, though not as written (capitals aside)."""
    return one.casefold() != other.casefold() and fold(one) == fold(other)
