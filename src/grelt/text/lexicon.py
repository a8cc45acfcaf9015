"""Whether a word is a common English word: one that has no capital of its own."""

from __future__ import annotations

from functools import cache, lru_cache
from importlib.util import find_spec
from pathlib import Path

from .. import kept
from ..words import words

_ENDINGS = (
    ("ies", "y"), ("es", ""), ("s", ""), ("ing", ""), ("ing", "e"), ("ed", ""), ("ed", "e"),
    ("ers", ""), ("er", ""), ("er", "e"), ("ly", ""), ("ise", "ize"), ("our", "or"),
    ("ours", "or"), ("oured", "or"), ("tre", "ter"), ("isation", "ization"), ("ness", ""),
    ("ogue", "og"), ("ll", "l"), ("lling", "l"), ("lled", "l"), ("ping", ""), ("ting", "")
)  # fmt: skip
# Common words that the word list lacks, or has with a capital too.
_COMMON = words("english.lexicon", "common")
_AMBIGUOUS = words("english.lexicon", "ambiguous")


class _WordList:
    """A list of words in one text, a word a line, in order: searched where it stands, for reading 235,000
    words into a set costs more than all that is asked of it."""

    def __init__(self, text: str) -> None:
        self._text = text

    def __contains__(self, word: str) -> bool:
        low, high = 0, len(self._text)
        while low < high:
            start = self._text.rfind("\n", 0, (low + high) // 2) + 1
            end = self._text.index("\n", start)
            here = self._text[start:end]
            if here == word:
                return True
            if here < word:
                low = end + 1
            else:
                high = start
        return False


@cache
def _words() -> _WordList:
    def made() -> str:
        from english_words import get_english_words_set

        return "".join(f"{w}\n" for w in sorted(get_english_words_set(["web2"], lower=False)))

    package = find_spec("english_words")
    if package is None or package.origin is None:
        return _WordList(made())
    return _WordList(kept.text_of("web2", Path(package.origin).stat().st_mtime_ns, made))


@lru_cache(maxsize=20_000)
def is_word(word: str) -> bool:
    """Whether a word is an English one, be it a name as well."""
    lower = word.casefold().replace("’", "'").removesuffix("'s").rstrip("'")
    known = _words()
    return len(lower) > 1 and (
        lower in _COMMON
        or lower in known
        or any(
            lower.endswith(end)
            and len(lower) - len(end) > 2
            and lower[: -len(end)] + start in known
            for end, start in _ENDINGS
        )
    )


@lru_cache(maxsize=20_000)
def is_forename(word: str) -> bool:
    """Whether a word is known as a given name, and is no common word besides."""
    return word.capitalize() in words("forenames.forenames", "names") and not is_common(word)


@lru_cache(maxsize=20_000)
def is_common(word: str) -> bool:
    """Whether a word, in whatever capitals, is for sure a common English word."""
    lower = word.casefold().replace("’", "'")
    if lower.endswith("'s"):
        lower = lower[:-2]
    lower = lower.rstrip("'")
    if lower in _AMBIGUOUS:
        return False
    if lower in _COMMON:
        return True
    known = _words()
    if lower.capitalize() in known:
        return False
    return len(lower) > 1 and (
        lower in known
        or any(
            lower.endswith(end)
            and len(lower) - len(end) > 2
            and lower[: -len(end)] + start in known
            for end, start in _ENDINGS
        )
    )
