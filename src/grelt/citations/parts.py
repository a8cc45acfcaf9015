"""Reads the words inside a parenthesis: prefix, source, year, locator, suffix.

Reading only tells what the words could be; whether they are a citation is decided
by the finder, which knows the sentence.
"""

from __future__ import annotations

import itertools
import re
from dataclasses import dataclass

from ..text.names import (
    NAME_WORD,
    SUFFIXES,
    UPPER,
    NameList,
    looks_like_organisation,
    natural_names,
    without_et_al,
)
from ..text.quotes import MARKS, quoted
from ..text.spans import Span
from ..words import one_of, words
from .known import KnownSources
from .model import TitleCue

_INDIRECT = one_of(words("citing.through", "phrases"))
_PREFIX = re.compile(
    rf"(?:(?P<indirect>{_INDIRECT})|see(?:\s+also|\s+esp\.?|\s+especially|,?\s+e\.g\.,?|\s+for\s+example,?)?"
    r"|cf\.|compare|e\.g\.,?|also|but\s+see|trans(?:lated)?\.?\s+in)\s+",
    re.I,
)
_SUFFIX = re.compile(
    r"[;,]?\s*(?:emphasis\s+(?:added|mine|in\s+original|in\s+the\s+original)|original\s+emphasis|"
    r"italics\s+(?:added|mine)|my\s+(?:trans(?:\.|lation)?|emphasis|italics)|trans\.\s+mine)\.?$"
    # What the writer adds behind a year or a page: `Petrov, 2018, for the scale`.
    r"|(?<=\d),\s+(?:for|on|where|who|which|whose|as)\s[a-z’'\s-]{2,60}$",
    re.I,
)
_LABEL = one_of(
    words("locators.labels", "words") | {w.capitalize() for w in words("locators.labels", "alone")}
)
_ROMAN = r"(?=[ivxlc])(?:c{0,3})(?:xc|xl|l?x{0,3})(?:ix|iv|v?i{0,3})"
_NUMBER = rf"(?>\d{{1,5}}(?:[.:]\d{{1,4}}){{0,3}}[a-en]?\d*|[A-Z]{{1,2}}\d{{1,3}}|(?:{_ROMAN})(?![^\W\d_]))"
# What is read once is not read otherwise (atomic): figures and colons could be parted in too many ways.
_RANGE = rf"(?>{_NUMBER}(?:\s?[-–—‑−]{{1,2}}\s?(?:{_NUMBER}))?(?:\s?ff?\.)?)"
_LOCATOR = re.compile(
    rf"(?:{_LABEL}\s?)?{_RANGE}(?:\s*(?:,|:|;|and|&)\s*(?:{_LABEL}\s?)?{_RANGE})*|n\.\s?pag\."
)
_YEAR = re.compile(r"(?:c\.\s?|ca\.\s?)?((?:1[5-9]\d\d|20\d\d)[a-e]?|n\.d\.)(?=$|[\s,:;])")
_GROUP = re.compile(
    rf"(?:{UPPER}[\w’'&.-]*|\d{{1,4}}(?:st|nd|rd|th)?)"
    rf"(?:[\s-]+(?:of|the|for|and|&|on|in|at|to|de|du|des|la|von|{UPPER}[\w’'&.-]*|\d{{1,4}}))*,?"
)
# A book of a sacred work, before its chapter and verse: `Gen.`, `1 Cor.`
_HANDLE = re.compile(r"(?:@|u/)[\w.]{2,30}")
_BOOK = re.compile(r"(?:[1-3]\s)?[A-Z][a-z]{1,12}\.?")
# A day: `14 March 1821`, `October 9, 2026`.
DAY = re.compile(
    r"(?:\d{1,2}\s+)?(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|"
    r"sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)(?![^\W\d_])\.?(?:\s+\d{1,2})?",
    re.I,
)
_REVIEW = re.compile(r"Rev(?:iew|\.)\sof", re.I)
# Laws by reign and reports by volume: `51 Geo. 3`, `347 U.S. 483`.
_STATUTE = re.compile(r"\d{1,3}(?:\s?&\s?\d{1,3})?\s+(?:[A-Z][a-z]{0,4}\.|U\.\s?S\.|F\.)")
# Words that no list of sources tells: what is numbered, days and times.
_NUMBERED = words("locators.numbered", "words")
_NEVER = words("locators.numbered", "never")
_SCRIPTURE = words("locators.scripture", "books", "short")
_VERSE = re.compile(
    r"(?P<whole>(?:(?:[1-3]|I{1,3})\s)?(?P<book>[A-Z][\w’']{1,15})\.?)\s"
    r"(?P<place>\d{1,3}[.:]\d{1,3}(?:[–—,;\s\d.:-]{0,40}\d)?)(?P<version>,\s[A-Z][A-Za-z\s]{1,50})?"
)


@dataclass(frozen=True, slots=True)
class Part:
    """One work's words in a parenthesis; spans are offsets into the paragraph."""

    span: Span
    source: str
    source_span: Span
    names: NameList | None
    title: TitleCue | None
    year: str | None
    locator: str | None
    labelled: bool
    indirect: bool
    prefixed: bool
    year_letter: str = ""
    year_span: Span | None = None
    locator_span: Span | None = None
    personal: bool = False
    nested: bool = False
    verse: bool = False

    @property
    def is_locator_alone(self) -> bool:
        return not self.source and self.year is None and self.locator is not None


def opening_words(text: str, span: Span) -> tuple[Span, bool, bool]:
    """The words of one work without prefix and suffix; whether through another, whether prefixed."""
    start, end = _trimmed(text, span.start, span.end)
    prefix = _PREFIX.match(text, start, end)
    start = prefix.end() if prefix else start
    suffix = _SUFFIX.search(text, start, end)
    end = suffix.start() if suffix else end
    start, end = _trimmed(text, start, end)
    return Span(start, max(start, end)), bool(prefix and prefix.group("indirect")), bool(prefix)


def is_locator(words: str) -> bool:
    """Whether words are a place in a work and nothing else: `p. 23`, `23–25`, `para. 4`."""
    return _LOCATOR.fullmatch(words) is not None


def source_of(
    text: str, span: Span, italics: tuple[Span, ...], known: KnownSources
) -> tuple[NameList | None, TitleCue | None] | None:
    """Names and title within the words that name a source; None where they are neither."""
    return _source(text, span, italics, known)


def read_part(text: str, span: Span, italics: tuple[Span, ...], known: KnownSources) -> Part | None:
    """Read one work's words, or None where they cannot name a source or a place in one.

    `text` is the paragraph's, `span` the words in it, `italics` its italic stretches.
    """
    start, end = _trimmed(text, span.start, span.end)
    whole = Span(start, end)
    prefix = _PREFIX.match(text, start, end)
    start = prefix.end() if prefix else start
    suffix = _SUFFIX.search(text, start, end)
    end = suffix.start() if suffix else end
    start, end = _trimmed(text, start, end)
    if start >= end or end - start > 200:
        return None
    verse = _verse(text, start, end, prefixed=bool(prefix))
    if verse is not None and not known.opens(verse.source):
        return verse
    if known.begins_title(text[start:end]):
        head_end, locator, labelled, year = end, None, False, None
    else:
        head_end, locator, labelled = _locator(text, start, end)
        head_end, year, locator = _year(text, start, head_end, locator, labelled)
    source_start, source_end = _trimmed(text, start, head_end)
    if locator is not None and text[source_start:source_end].endswith(":"):
        source_end -= 1
    source = text[source_start:source_end]
    indirect = bool(prefix and prefix.group("indirect"))
    if not source:
        if locator is None and year is None:
            return None
        empty = Span(source_start, source_start)
        return Part(
            whole, "", empty, None, None, year, locator, labelled, indirect, bool(prefix),
            locator_span=_find(text, locator, start, end),
        )  # fmt: skip
    named = _source(text, Span(source_start, source_end), italics, known)
    if named is None:
        return None
    names, title = named
    return Part(
        whole, source, Span(source_start, source_end), names, title, year, locator, labelled,
        indirect, bool(prefix),
        year_span=_find(text, year, source_end, end),
        locator_span=_find(text, locator, source_end, end),
    )  # fmt: skip


def _find(text: str, words: str | None, start: int, end: int) -> Span | None:
    at = text.rfind(words, start, end) if words is not None else -1
    return Span(at, at + len(words or "")) if at >= 0 else None


def _trimmed(text: str, start: int, end: int) -> tuple[int, int]:
    while start < end and text[start] in " \t\n\u00a0,;":
        start += 1
    while end > start and text[end - 1] in " \t\n\u00a0,;":
        end -= 1
    return start, end


def _locator(text: str, start: int, end: int) -> tuple[int, str | None, bool]:
    """Split a locator off the end: where the rest ends, the locator, whether it is labelled.

    Candidates are tried from the first word on that could begin one; words are few.
    """
    for at in _word_starts(text, start, end):
        match = _LOCATOR.fullmatch(text, at, end)
        if match is None:
            continue
        if at > start and text[at - 1] not in " \t\n\u00a0,;":
            continue
        locator = match.group()
        labelled = re.match(_LABEL + r"\s?\W?\d|" + _LABEL + r"\s", locator) is not None
        return at, locator, labelled
    return end, None, False


def _word_starts(text: str, start: int, end: int) -> list[int]:
    starts = [start]
    starts += [i + 1 for i in range(start, end - 1) if text[i] in " \t\n\u00a0,"]
    return starts


def _year(
    text: str, start: int, head_end: int, locator: str | None, labelled: bool
) -> tuple[int, str | None, str | None]:
    """A year at the end of the source's words, or a locator that is really a year."""
    if locator is not None and not labelled and head_end > start:
        match = _YEAR.match(locator)
        if match is not None:
            rest = locator[match.end() :].strip(" ,:")
            return head_end, match.group(1), rest or None
    words_start = max(start, head_end - 12)
    found = re.search(
        r"[\s,(]((?:1[5-9]\d\d|20\d\d)[a-e]?|n\.d\.),?\s*$", text[words_start:head_end]
    )
    if found is not None and words_start + found.start() > start:
        return words_start + found.start(), found.group(1), locator
    return head_end, None, locator


def _source(
    text: str, span: Span, italics: tuple[Span, ...], known: KnownSources
) -> tuple[NameList | None, TitleCue | None] | None:
    """Names and title within the source's words; None where they are neither."""
    said = span.of(text)
    if not known.opens(said) and (DAY.fullmatch(said) or _STATUTE.match(said)):
        return None
    title = _dressed_title(text, span, italics)
    listed = known.names(said) if title is None else None
    if listed is not None:
        return listed, None
    if title is not None:
        before = text[span.start : title.span.start].strip().rstrip(",").strip()
        if _REVIEW.fullmatch(before):
            # A review without a title of its own goes by what it reviews.
            return None, TitleCue(
                f"Review of {title.text}", "plain", Span(span.start, title.span.end)
            )
        after = text[title.span.end : span.end].strip(" ,.")
        if after and re.search(r"[^\W\d_]{2,}", after) and not _BOOK.fullmatch(after):
            return None
        names = known.names(before)
        if names is None and before and not _reads_as_group(before):
            names = natural_names(before)
        if before and names is None and not _is_group(before):
            return None
        return names, title
    if _numbers_something(said, known):
        return None
    comma = said.rfind(",")
    if comma > 0 and known.begins_group(said):
        return None, None  # `United States, Department of Tides`
    if comma > 0 and not re.search(r"\band\b|&|\bet\b", said[comma:]):
        # `Okonjo, Salt`: a title whose dress was forgotten, or that the format does not keep.
        # Two names would be joined by a word, not by a comma alone.
        names = known.names(said[:comma]) or natural_names(said[:comma])
        tail = said[comma + 1 :].strip()
        if names is not None and _is_group(tail) and tail.casefold().strip(".") not in SUFFIXES:
            at = span.end - len(said[comma + 1 :].lstrip())
            return names, TitleCue(tail, "plain", Span(at, span.end))
    if _HANDLE.fullmatch(said) or (said.startswith(("@", "u/")) and known.opens(said)):
        return None, None
    names = natural_names(said)
    if names is not None and not _reads_as_group(said):
        return names, None
    # Of groups that write together the first may stand for all: `Reach Working Group et al.`
    group = without_et_al(said) if known.opens(said) else said
    return (None, None) if _is_group(group) else None


def _numbers_something(said: str, known: KnownSources) -> bool:
    """`Table`, `May`, `Psalm`: words that stand before a figure and name no source, unless the list has one
    that begins with them, or they begin the name of a group."""
    first, _, rest = said.casefold().partition(" ")
    first = first.strip(".,")
    if known.opens(said) or not (first in _NUMBERED or first in _NEVER):
        return False
    return len(rest.split()) < 2 or not looks_like_organisation(said)


def _verse(text: str, start: int, end: int, *, prefixed: bool) -> Part | None:
    """Book, chapter and verse of a scripture: `Jonah 1.5`, `2 Sam. 12:4, NRSV`."""
    match = _VERSE.fullmatch(text, start, end)
    if match is None or match["book"].casefold() not in _SCRIPTURE:
        return None
    source = Span(*match.span("whole"))
    place = Span(*match.span("place"))
    return Part(
        Span(start, end), source.of(text), source, None, None, None, place.of(text), False, False,
        prefixed, locator_span=place, verse=True,
    )  # fmt: skip


def _reads_as_group(words: str) -> bool:
    """One name of several words with a group’s word in it: `Reach Oral History Group`."""
    return len(words.split()) > 1 and " and " not in words and looks_like_organisation(words)


def _is_group(words: str) -> bool:
    return _GROUP.fullmatch(words) is not None and re.search(UPPER, words) is not None


def _dressed_title(text: str, span: Span, italics: tuple[Span, ...]) -> TitleCue | None:
    for mark in quoted(span.of(text), single=True):
        where = mark.shifted(span.start)
        inner = where.of(text).strip(MARKS).rstrip(".,")
        if inner.strip():
            return TitleCue(inner, "quotes", where)
    for italic in italics:
        start, end = max(italic.start, span.start), min(italic.end, span.end)
        words = text[start:end].strip(" ,.") if start < end else ""
        if not any(c.isalnum() for c in words) or words.casefold().rstrip(".") in ("et al", "ibid"):
            continue
        start += len(text[start:end]) - len(text[start:end].lstrip(" ,."))
        return TitleCue(words, "italics", Span(start, start + len(words)))
    return None


# After a page or a year: what stands between two works that no semicolon parts.
_UNMARKED = re.compile(r"(?<=[\d.])[a-z]?(?P<mark>,?\s+and\s+|,?\s+&\s+|,\s+)(?=[^\W\d_a-z])")


def split_works(text: str, span: Span, known: KnownSources) -> list[Span]:
    """Cut a parenthesis's inside at semicolons that stand outside quotation marks, and where a
    page or a year is followed by another listed name with a page or year of its own."""
    inside = span.of(text)
    shielded = quoted(inside)
    cuts = [
        i for i, c in enumerate(inside) if c == ";" and not any(q.contains(i) for q in shielded)
    ]
    edges = [-1, *cuts, len(inside)]
    pieces = [Span(span.start + a + 1, span.start + b) for a, b in itertools.pairwise(edges)]
    return [part for piece in pieces for part in _unmarked(text, piece, known)]


_THROUGH = re.compile(rf"(?:^|[\s,;(])(?P<through>{_INDIRECT})\s", re.I)


def read_in_another(text: str, pieces: list[Span]) -> list[Span]:
    """The works without those that were read in another: of `Pym, 1970, as cited in Osgard, 2011` the words
    from `as cited in` on, for that is what stands in the list."""
    found: list[Span] = []
    for piece in pieces:
        through = _THROUGH.search(text, piece.start, piece.end)
        if through is None:
            found.append(piece)
            continue
        start = through.start("through")
        alone = not text[piece.start : start].strip(" ,;")
        if alone and found:
            del found[-1]  # `Pym 1970, 3; cited in Osgard 2011, 14`
        found.append(Span(start, piece.end))
    return found


def _by_commas(text: str, piece: Span, known: KnownSources) -> list[Span]:
    """`Orrin, Pask, “Knots”`: works of two surnames of the list or more, with commas alone between."""
    words = piece.of(text)
    if re.search(r"\d|\sand\s|&|\bet\b", words):
        return []
    found = [
        Span(piece.start + m.start(), piece.start + m.end())
        for m in re.finditer(r"“[^”]*”|[^,“”]*[^,\s“”]", words)
    ]
    said = [s.of(text).strip() for s in found]
    surnames = sum(known.is_surname(s) for s in said)
    all_known = all(known.is_surname(s) or known.is_title(s) for s in said)
    return found if surnames >= 2 and all_known else []


def _unmarked(text: str, piece: Span, known: KnownSources) -> list[Span]:
    by_commas = _by_commas(text, piece, known)
    if by_commas:
        return by_commas
    start, found = piece.start, []
    for match in _UNMARKED.finditer(text, piece.start, piece.end):
        rest = text[match.end() : piece.end]
        name = re.match(NAME_WORD, rest)
        if (
            name is not None
            and known.is_surname(name.group())
            and re.search(r"\d|n\.d\.", rest)
            and re.search(rf"{UPPER}[^\W\d_]+", text[start : match.start()])
            and re.search(r"\d|n\.d\.", text[start : match.start("mark")])
        ):
            found.append(Span(start, match.start("mark")))
            start = match.end()
    return [*found, Span(start, piece.end)]
