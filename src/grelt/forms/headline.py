"""Headline capitals: every word but the small ones."""

from __future__ import annotations

from collections.abc import Iterable

from ..text.lexicon import is_common, is_word
from ..words import words
from .title_words import (
    ARTICLES,
    EITHER,
    JOINING,
    PLAIN_PREPOSITIONS,
    ROMAN,
    SHORT_PREPOSITIONS,
    CaseChange,
    TitleWord,
    Vocabulary,
    capital,
    is_small,
    own_capitals,
)

_PREFIXES = words("english.capitals", "prefixes")


def headline(
    found: list[TitleWord], vocabulary: Vocabulary, headline_from: int, shouted: bool
) -> Iterable[CaseChange]:
    # Where a title has small letters throughout, words that no list knows have them too.
    unknown_too = (
        sum(
            w.text[0].islower() and not (w.fresh or w.last or w.compound) and is_word(w.text)
            and not is_small(w.text.casefold(), headline_from) and w.text.casefold() not in EITHER
            for w in found
        ) > 1
        and not any(w.text[0].isupper() for w in found if not w.fresh)
    )  # fmt: skip
    for number, word in enumerate(found):
        text = word.text
        lower = text.casefold()
        following = found[number + 1].text.casefold() if number + 1 < len(found) else ""
        if shouted:
            wanted = text if ROMAN.fullmatch(text) and len(text) > 1 else text.capitalize()
            if not (word.fresh or word.last) and (
                is_small(lower, headline_from) or lower in EITHER
            ):
                wanted = lower
            if wanted != text:
                yield CaseChange(word.span, wanted, 0.9)
            continue
        if own_capitals(text):
            continue
        edge = word.fresh or word.last
        if text[0].islower():
            if edge:
                if is_common(text) or lower in ARTICLES:
                    yield CaseChange(word.span, capital(text), 0.95)
                continue
            if word.compound or (word.after in ("-", "‐") and lower in _PREFIXES):
                continue
            small = is_small(lower, headline_from)
            if small or lower in EITHER:
                continue
            known = lower in PLAIN_PREPOSITIONS or is_word(text) or lower in vocabulary.small
            if known or (unknown_too and len(text) > 3):
                yield CaseChange(word.span, capital(text), 0.95)
        elif not edge and not word.compound and is_small(lower, headline_from):
            doubtful = lower in SHORT_PREPOSITIONS and (
                (
                    following in ARTICLES | JOINING | PLAIN_PREPOSITIONS | {""}
                    and following not in ARTICLES
                )
                or word.after in (",", ";", "-", ":")
                or (number > 0 and found[number - 1].text.endswith("ing"))
            )
            if not doubtful and not (lower == "a" and word.after == "."):
                yield CaseChange(word.span, lower, 0.9)
