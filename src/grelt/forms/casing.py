"""Headline and sentence capitals: which letters of a title a guide would have otherwise.

Only what can be known is changed: a word that may be a name, a word of another language, a small
word that may be an adverb stay as they are.
"""

from __future__ import annotations

import re

from ..text.languages import is_foreign
from ..text.spans import Span
from .headline import headline
from .sentence import sentence
from .title_words import WORD, CaseChange, TitleWord, Vocabulary, is_shouted

# A word begins anew after these: `: `, a question mark, an opening mark.
_FRESH = re.compile(r"(?:[:?!.;])\s*[\"“‘'(\[]*$|^[\W_]*$")
# After these it begins anew in some guides alone, or may.
_DASH = re.compile(r"(?:[—–]|\s-{1,2}|…|\.\s?\.\s?\.)\s*[\"“‘'(\[]*$")
# Three dots of the title's own end nothing.
_ELLIPSIS = re.compile(r"\.\s?\.\s?\.\s*[\"“‘'(\[]*$")
# A second title begins: `Salt; or, The Pan`, `Salt; or, the Pan`.
_SECOND = re.compile(r"[,;]\s+or,\s+$", re.I)
_OPENING = ("“", '"', "‘", "(", "[")


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
    shouted = is_shouted(found)
    if case == "headline":
        changes = headline(found, vocabulary, headline_from, shouted)
    else:
        changes = sentence(found, vocabulary, shouted)
    changes = list(changes)
    loose = {w.span for w in found if w.loose}
    # Behind an opening bracket, and where a quotation or a dash opens, either is right; but what is set in
    # headline capitals throughout is so there too.
    throughout = case == "sentence" and len(changes) > 2
    return tuple(
        c
        for c in changes
        if (throughout or text[c.span.start - 1 : c.span.start] not in ("(", "["))
        and c.span not in loose
        and not any(c.span.overlaps(a) for a in apart)
    )


def _split(text: str, *, dashes_open: bool) -> list[TitleWord]:
    matches = list(WORD.finditer(text))
    last = max((n for n, c in enumerate(text) if c.isalnum()), default=0)
    found = []
    for number, match in enumerate(matches):
        # Nothing further ahead tells, but for the first word.
        before = text[max(match.start() - 40, 0) if number else 0 : match.start()]
        compound = before[-1:] in ("-", "‐", "/") and before[-2:-1].isalpha()
        quoted_ = before[-1:] in _OPENING and not compound
        stopped = (
            _FRESH.search(before[-8:]) is not None
            and not _abbreviated(before)
            and not _ELLIPSIS.search(before[-8:])
        )
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
        double = double or _SECOND.search(before[-8:]) is not None
        broken = after in ("(", "[") and text[match.end() + 1 : match.end() + 2].isalpha()
        found.append(
            TitleWord(
                Span(*match.span()),
                match.group(),
                fresh,
                match.end() > last,
                compound,
                after,
                # `A–Z`, `Salt; or, the Pan`, `Be(e)`, a word that a quotation or a dash opens
                letter or double or broken or (number > 0 and not stopped and (quoted_ or dashed)),
            )
        )
    return found


def _abbreviated(before: str) -> bool:
    """A period that ends an abbreviation (`St. Reach`, `vs. fog`) begins nothing."""
    bare = before[-12:].rstrip()
    word = re.search(r"([^\W\d_]+)\.$", bare)
    return word is not None and len(word.group(1)) <= 3
