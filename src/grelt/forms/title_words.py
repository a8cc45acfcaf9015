"""The words of a title, and what is known of small words and of words with capitals of their own."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass, field

from ..text.quotes import quoted
from ..text.spans import Span
from ..words import words

# Not within a figure (`150th`), nor beside letters in brackets (`Be(e)coming`).
WORD = re.compile(
    r"(?<![\d()])[^\W\d_][^\W_]*(?:['’][^\W\d_]+)*|(?<=\s\()[^\W\d_][^\W_]*|(?<=^\()[^\W\d_]\w*"
)
ARTICLES = words("english.capitals", "articles")
JOINING = words("english.capitals", "joining")
PLAIN_PREPOSITIONS = words("english.capitals", "prepositions")
SHORT_PREPOSITIONS = words("english.capitals", "short")
# Prepositions that may be adverbs or conjunctions: either way is left alone.
EITHER = words("english.capitals", "either")
SMALL = ARTICLES | JOINING | PLAIN_PREPOSITIONS | SHORT_PREPOSITIONS | EITHER
ROMAN = re.compile(r"[IVXLC]+")


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
            aside = sorted(
                [*italics, *quoted(text), *(Span(*m.span()) for m in _ASIDE.finditer(text))],
                reverse=True,
            )
            passed = 0  # where the last stretch aside that has begun ends
            for match in WORD.finditer(text):
                word = match.group()
                while aside and aside[-1].start <= match.start():
                    passed = max(passed, aside.pop().end)
                if match.start() < passed:
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
class TitleWord:
    span: Span
    text: str
    fresh: bool
    last: bool
    compound: bool
    after: str
    loose: bool = False


def is_shouted(found: list[TitleWord]) -> bool:
    long = [w for w in found if len(w.text) > 3]
    return len(long) >= 2 and all(w.text.isupper() for w in found if len(w.text) > 1)


def is_small(lower: str, headline_from: int) -> bool:
    """Whether a word is for sure small in a headline."""
    if lower in ARTICLES or lower in JOINING:
        return True
    known = lower in PLAIN_PREPOSITIONS or lower in SHORT_PREPOSITIONS
    return known and not 0 < headline_from <= len(lower)


def own_capitals(text: str) -> bool:
    """Acronyms, `iPhone`, `McBray`: capitals that belong to the word."""
    rest = text[1:].replace("’S", "").replace("'S", "")
    return any(c.isupper() for c in rest) or any(c.isdigit() for c in text) or text == "I"


def capital(text: str) -> str:
    return text[0].upper() + text[1:]
