"""Sources named in the running text: names and titles looked out for, and the shapes of
sentence (`Pellow argues`, `according to Pellow`) that present a name as a source."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from ..text.folding import fold, words
from ..text.names import NAME_WORD, UPPER, natural_name
from ..text.quotes import quoted
from ..text.spans import Span, Spans
from ..words import words as table
from .known import KnownPhrase, KnownSources
from .model import Cue

_TOKEN = re.compile(r"[^\W_]+(?:[’'ʼ\-‐‑.][^\W_]+)*")
_POSSESSIVES = ("’s", "'s", "ʼs")
_SCHOLARLY = table("verbs.scholarly", "words")
_REPORTING = _SCHOLARLY | table("verbs.everyday", "words")
_BEFORE = re.compile(
    r"(?:\b[Aa]ccording\s+to|\b[Aa]s|\b[Bb]y|\bfor|\bFor|\b[Ff]rom|\b[Ii]n|\b[Ww]ith)\s+$"
)
_ACCORDING = re.compile(r"\b[Aa]ccording\s+to\s+(?:the\s+)?$")
_ET_AL = re.compile(
    r"\s+(?:et\.?\s+al\.?(?!\w)|and\s+(?:(?:her|his|their)\s+)?(?:others|colleagues|co-?authors))",
    re.I,
)
# What follows a name that is cited there: `boyd (2014)`, `boyd and Ellison`, `boyd et al.`
_CITED = re.compile(r"\s\(|,?\s(?:and|&)\s[A-Z]|\set\sal\b")
_ARTICLE = re.compile(r"\b(?:the|The|this|a|an)\s+$")
# Words with a capital before a name that are none of it, and subjects that name no source.
OPENERS = table("verbs.openers", "words")
_COMMON_SUBJECTS = table("verbs.subjects", "words")


def find_cues(text: str, italics: tuple[Span, ...], known: KnownSources) -> tuple[Cue, ...]:
    """Every source named in a paragraph, left to right. Time grows with its length."""
    tokens = [(m.group(), m.span()) for m in _TOKEN.finditer(text)]
    titles = _title_cues(text, italics, known)
    inside = Spans(t.span for t in titles)
    cues: list[Cue] = list(titles)
    at = 0
    while at < len(tokens):
        token = tokens[at][0]
        first = _bare_words(token)
        if not first or first[0] not in known.by_first:
            end, cue = at + 1, None
        else:
            end, cue = _known_at(text, tokens, at, known.by_first[first[0]])
        if cue is None and not token.islower():
            cue = _misspelled_at(text, tokens, at, known) or _unknown_at(text, tokens, at)
            cue = _recognised(cue, known)
            end = at + 1
            while cue is not None and end < len(tokens) and tokens[end][1][0] < cue.span.end:
                end += 1
        if cue is not None and not inside.overlap(cue.span):
            cues.append(cue)
        at = max(end, at + 1)
    return tuple(sorted(cues, key=lambda c: c.span))


def _title_cues(text: str, italics: tuple[Span, ...], known: KnownSources) -> list[Cue]:
    spans = [(s, "quotes") for s in quoted(text)] + [(s, "italics") for s in italics]
    return [
        Cue("title", span.of(text).strip(' .,;:“”"'), span, known=True, signal=True, dress=dress)
        for span, dress in spans
        if len(span) <= 200 and known.is_title(span.of(text))
    ]


def _known_at(
    text: str,
    tokens: list[tuple[str, tuple[int, int]]],
    at: int,
    phrases: Sequence[KnownPhrase],
) -> tuple[int, Cue | None]:
    _, (start, _) = tokens[at]
    for phrase in phrases:
        end = _matches(tokens, at, phrase)
        if end is None:
            continue
        stop = tokens[end - 1][1][1]
        possessive = _possessive(tokens[end - 1][0])
        span_end = stop - possessive
        proper = _is_proper(text[start:span_end], phrase)
        if not proper and not (phrase.small and phrase.kind == "name"):
            continue
        if phrase.kind == "title":
            span = Span(start, span_end)
            return end, Cue("title", span.of(text), span, known=True, signal=True)
        begin = at
        if phrase.kind == "name":
            begin = _back_over_given(text, tokens, at, phrase)
            if begin == at and not _stands_alone(text, tokens, at, end, bool(possessive)):
                continue
        span = Span(tokens[begin][1][0], span_end)
        if (
            phrase.kind in ("name", "group")
            and not possessive
            and (more := _ET_AL.match(text, span.end))
        ):
            span = Span(span.start, more.end())
            end = next(
                (i for i in range(end, len(tokens)) if tokens[i][1][0] >= span.end), len(tokens)
            )
        signal, strong = _signal(text, tokens, begin, end, bool(possessive), span.end)
        presented = signal or begin < at or _CITED.match(text, span.end) is not None
        if not proper and (not presented or _ARTICLE.search(text[max(0, start - 6) : start])):
            continue  # written small, a name is a word like others unless it is presented as a name
        begins = re.search(r"(?:^|[.?!][”\"’)]*)\s*$", text[max(0, span.start - 6) : span.start])
        speaks = begins is not None if possessive else _speaks(text, tokens, end, span.end)
        return end, Cue(
            phrase.kind, span.of(text), span, True, signal or begin < at, strong, subject=speaks
        )
    return at + 1, None


def _bare_words(token: str) -> tuple[str, ...]:
    return words(token[:-2] if _possessive(token) else token)


def _possessive(token: str) -> int:
    return 2 if token.endswith(_POSSESSIVES) else 0


def _matches(tokens: list[tuple[str, tuple[int, int]]], at: int, phrase: KnownPhrase) -> int | None:
    """The token after the phrase, if the tokens from `at` on spell it."""
    wanted = list(phrase.words)
    position = at
    while wanted and position < len(tokens):
        have = _bare_words(tokens[position][0])
        if not have or tuple(wanted[: len(have)]) != have:
            return None
        wanted = wanted[len(have) :]
        position += 1
    return None if wanted else position


def _is_proper(written: str, phrase: KnownPhrase) -> bool:
    """Written with capitals, as names are: `van der Meer`, never `reach` or `salt`."""
    if phrase.kind == "letters":
        return written.isupper()
    if phrase.kind == "title":
        parts = written.split()
        return parts[0][:1].isupper() and parts[-1][:1].isupper()
    return any(c.isupper() for c in written) and (
        written[:1].isupper() or re.split(r"[\s’'-]", written)[-1][:1].isupper()
    )


def _back_over_given(
    text: str, tokens: list[tuple[str, tuple[int, int]]], at: int, phrase: KnownPhrase
) -> int:
    begin = at
    while begin > 0:
        word, (_, end) = tokens[begin - 1]
        between = text[end : tokens[begin][1][0]]
        initial = len(word) == 1 and word.isupper() and between in (". ", ".", " ")
        if between.strip(". ") or len(between) > 2:
            break
        parts = words(word)
        given = bool(parts) and phrase.given.issuperset(parts)
        if given or (initial and word != "I"):
            begin -= 1
            continue
        break
    return begin


def _stands_alone(
    text: str,
    tokens: list[tuple[str, tuple[int, int]]],
    at: int,
    end: int,
    possessive: bool,
) -> bool:
    """Not part of a longer name: no capital word directly before or after."""
    if at > 0:
        word, (_, stop) = tokens[at - 1]
        joined = text[stop : tokens[at][1][0]] == " "
        if joined and word[:1].isupper() and fold(word) not in OPENERS and not _possessive(word):
            return False
    if end < len(tokens) and not possessive:
        word, (start, _) = tokens[end]
        joined = text[tokens[end - 1][1][1] : start] == " "
        if joined and word[:1].isupper() and word[1:2].islower():
            return False
    return True


def _signal(
    text: str,
    tokens: list[tuple[str, tuple[int, int]]],
    begin: int,
    end: int,
    possessive: bool,
    stop: int,
) -> tuple[bool, bool]:
    """Whether the sentence presents the name, which ends at `stop`, as a source, and whether in scholars'
    verbs."""
    start = tokens[begin][1][0]
    before = text[max(0, start - 30) : start]
    if _ACCORDING.search(before):
        return True, True
    # With another name behind an `and`: `Penhale and Ortega Ruiz argue`.
    reach = 5 if end < len(tokens) and tokens[end][0] == "and" else 3
    for word, (at, _) in tokens[end : end + reach]:
        if any(mark in text[stop:at] for mark in ".;:?!()"):
            break
        lowered = fold(word)
        if lowered in _REPORTING:
            return True, lowered in _SCHOLARLY
    if possessive or _BEFORE.search(before):
        return True, False
    last = tokens[begin - 1][0] if begin else ""
    return fold(last) in _REPORTING, False


def _speaks(text: str, tokens: list[tuple[str, tuple[int, int]]], end: int, stop: int) -> bool:
    """A reporting verb follows the name, at once or after an aside between commas."""
    for word, (at, _) in tokens[end : end + 3]:
        if any(mark in text[stop:at] for mark in ",.;:?!()"):
            break
        if fold(word) in _REPORTING:
            return True
    if text[stop : stop + 1] != ",":
        return False
    for position in range(end, min(end + 16, len(tokens) - 1)):
        after = tokens[position][1][1]
        if text[after : after + 1] in ".;:?!(":
            return False
        if text[after : after + 1] == ",":
            return fold(tokens[position + 1][0]) in _REPORTING
    return False


def _misspelled_at(
    text: str, tokens: list[tuple[str, tuple[int, int]]], at: int, known: KnownSources
) -> Cue | None:
    """A name presented as a source, a slip of spelling away from one looked out for."""
    word, (start, stop) = tokens[at]
    possessive = _possessive(word)
    bare = word[: len(word) - possessive]
    if not re.fullmatch(NAME_WORD, bare) or bare.isupper() or fold(bare) in OPENERS:
        return None
    signal, strong = _signal(text, tokens, at, at + 1, bool(possessive), stop)
    if not signal or not _stands_alone(text, tokens, at, at + 1, bool(possessive)):
        return None
    listed = known.near_name(bare)
    if not listed:
        return None
    return Cue("name", bare, Span(start, stop - possessive), True, True, strong, listed)


def _recognised(cue: Cue | None, known: KnownSources) -> Cue | None:
    """A full name met by its first name: `Tomas Bray describes`, where Bray is looked out for."""
    name = natural_name(cue.text) if cue is not None and not cue.known else None
    if cue is None or name is None or not name.given:
        return cue
    family, given = words(name.family), words(name.given)
    for phrase in known.by_first.get(family[0], ()):
        if phrase.kind == "name" and phrase.words == family and given[0] in phrase.given:
            return replace(cue, known=True, subject=True)
    return cue


def _unknown_at(text: str, tokens: list[tuple[str, tuple[int, int]]], at: int) -> Cue | None:
    """A name nobody told of, presented as a source: `Martha Pellow argues`."""
    word, (start, _) = tokens[at]
    if not re.fullmatch(NAME_WORD, word) or word.isupper() or fold(word) in OPENERS:
        return None
    if fold(word) in _COMMON_SUBJECTS:
        return None
    if _ARTICLE.search(text[max(0, start - 6) : start]):
        return None  # a thing, or a group that is not looked out for
    if at > 0 and text[tokens[at - 1][1][1] : start] == " " and _capital(tokens[at - 1][0]):
        return None
    end = at + 1
    while end < len(tokens) and end - at < 4:
        between = text[tokens[end - 1][1][1] : tokens[end][1][0]]
        following = tokens[end][0]
        initial = len(tokens[end - 1][0]) == 1
        if between not in ((" ", ". ") if initial else (" ",)) or not re.fullmatch(
            rf"{NAME_WORD}|{UPPER}", following
        ):
            break
        if not following[:1].isupper():
            break
        end += 1
    last, (_, stop) = tokens[end - 1]
    if fold(last) in _REPORTING and end - at > 1:
        end -= 1
        last, (_, stop) = tokens[end - 1]
    possessive = _possessive(last)
    signal, strong = _signal(text, tokens, at, end, False, stop)
    following = fold(tokens[end][0]) if end < len(tokens) else ""
    adjacent = following in _SCHOLARLY and following.endswith("s")
    according = _ACCORDING.search(text[max(0, start - 30) : start]) is not None
    if not signal or not (adjacent or according) or possessive:
        return None
    span = Span(start, stop)
    return Cue("name", span.of(text), span, False, True, strong)


def _capital(word: str) -> bool:
    return word[:1].isupper() and fold(word) not in OPENERS


def in_scope(cues: tuple[Cue, ...], scope: Span) -> tuple[Cue, ...]:
    """The cues inside a stretch of the paragraph."""
    return tuple(c for c in cues if scope.start <= c.span.start and c.span.end <= scope.end)
