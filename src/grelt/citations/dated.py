"""Reads the words inside a parenthesis that cites by author and date.

`Okonjo, 2021, p. 23`, `Bray 2019a, 2019b`, `Estuary Trust [ET], n.d.`, `2021, p. 23` alone.
"""

from __future__ import annotations

import re

from ..text.names import natural_names
from ..text.spans import Span
from ..words import one_of, words
from .known import KnownSources
from .parts import Part, is_locator, opening_words, source_of

# The year of an original, before that of the edition: `1949/2004`, `ca. 370 B.C.E./1892`, `[1902] 1966`.
_ERA = r"(?:\s?(?:B\.?C\.?(?:E\.?)?|C\.?E\.?|A\.?D\.?))?"
_YEAR = re.compile(
    rf"(?:(?:c|ca|approx|approximately)\.?\s?)?(?:\d{{2,4}}{_ERA}/|[\[(]\d{{3,4}}{_ERA}[\])]\s)?"
    r"(?P<year>(?:1[5-9]|20)\d\d|n\.\s?d\.|in\spress|forthcoming)"
    r"(?P<open>\s?[–-]\s?(?:present|(?:1[5-9]|20)\d\d))?-?(?P<letter>[a-z](?![\w.]))?(?!\w)",
    re.I,
)
_PERSONAL = re.compile(
    rf",?\s*\b(?:{one_of(words('citing.personal', 'phrases'))}(?!\w)"
    rf"|{one_of(words('citing.personal', 'kinds'))}\s(?:{one_of(words('citing.personal', 'joined'))})"
    r"\s(?:the\s)?author\b)",
    re.I,
)
# Letters for a name, introduced behind it; in round brackets by mistake.
_BRACKETS = re.compile(r"\s*(?:\[[^\]]{1,40}\]|\((?P<round>[A-Z][A-Za-z&.]{1,9})\))")
_LABELLED = re.compile(
    r"(?:pp?|paras?|chap|ch|sec|table|figure|fig|section|chapter|slide|part|appendix|line|lines|"
    r"footnote|note|vol|track|act|scene|book|principle|article|minute|preface)\b|\d", re.I
)  # fmt: skip
_LONGEST_LOCATOR = 60
_MOST_YEARS = 8


def read_dated(
    text: str, span: Span, italics: tuple[Span, ...], known: KnownSources
) -> tuple[Part, ...]:
    """One part for each year of one source; empty where the words are no such citation.

    `text` is the paragraph's, `span` the words of one work in it, `italics` its italic stretches.
    """
    inner, indirect, prefixed = opening_words(text, span)
    if not len(inner) or len(inner) > 220:
        return ()
    personal = _PERSONAL.search(text, inner.start, inner.end)
    if personal is not None:
        return _personal(text, inner, personal.start(), prefixed)
    for match in _YEAR.finditer(text, inner.start, inner.end):
        if match.start() > inner.start and text[match.start() - 1] not in " ,(\u00a0[\n":
            continue
        read = _around(text, inner, match, italics, known, indirect=indirect, prefixed=prefixed)
        if read:
            return read
    return ()


def _personal(text: str, inner: Span, stop: int, prefixed: bool) -> tuple[Part, ...]:
    source = Span(inner.start, stop)
    return (
        Part(
            inner, source.of(text), source, natural_names(source.of(text)), None, None, None,
            False, False, prefixed, personal=True,
        ),
    )  # fmt: skip


def _around(
    text: str,
    inner: Span,
    first: re.Match[str],
    italics: tuple[Span, ...],
    known: KnownSources,
    *,
    indirect: bool,
    prefixed: bool,
) -> tuple[Part, ...]:
    """The parts of a source before a year, and of what follows it; empty where they do not fit."""
    head_end = first.start()
    while head_end > inner.start and text[head_end - 1] in " ,;\u00a0\n":
        head_end -= 1
    head = Span(inner.start, head_end)
    bare = Span(head.start, head.end)
    brackets = _BRACKETS.search(text, head.start, head.end)
    if brackets is not None and brackets.end() == head.end:
        bare = Span(head.start, brackets.start())
    names, title = None, None
    if len(bare):
        named = source_of(text, bare, italics, known)
        if named is None:
            return ()
        if first["open"] and "present" not in first["open"] and not known.opens(bare.of(text)):
            return ()  # `World War II, 1939–1945`
        names, title = named
    years = [first]
    at = first.end()
    first_name = names.names[0].family if names is not None else bare.of(text)
    while (more := _next_year(text, at, inner.end)) is not None and len(years) < _MOST_YEARS:
        if more["year"].isdigit() and len(bare) and not known.is_year_of(first_name, more["year"]):
            break  # a page in the thousands: `1987, 1874`
        years.append(more)
        at = more.end()
    locator = _rest(text, at, inner.end)
    if locator is None:
        return ()
    parts = []
    for number, year in enumerate(years):
        last = number == len(years) - 1
        own = Span(inner.start if not number else year.start(), inner.end if last else year.end())
        place = locator if last and len(locator) else None
        said = (
            re.sub(r"\s", "", year.group("year").casefold())
            if "d" in year.group("year")
            else (year.group("year").casefold())
        )
        parts.append(
            Part(
                own,
                bare.of(text),
                bare if not number else Span(year.start(), year.end()),
                names,
                title,
                said,
                place.of(text) if place is not None else None,
                bool(place is not None and not place.of(text)[:1].isdigit()),
                indirect,
                prefixed,
                year_letter=(year.group("letter") or "").lower(),
                year_span=Span(year.start("year"), year.end()),
                nested=bool(brackets is not None and brackets["round"]),
                locator_span=place,
            )
        )
    return tuple(parts)


def _next_year(text: str, at: int, end: int) -> re.Match[str] | None:
    """A further year of the same source: `2014, 2021`, `2019a, b`."""
    comma = re.compile(r"\s*(?:,|,?\s+and|&)\s*").match(text, at, end)
    if comma is None:
        return None
    match = _YEAR.match(text, comma.end(), end)
    if match is None:
        return None
    rest = text[match.end() : end].lstrip()
    return match if not rest or rest[0] in ",;&" or rest.startswith("and ") else None


def _rest(text: str, at: int, end: int) -> Span | None:
    """What follows the year: a locator, nothing (an empty span), or None for other words."""
    start = at
    while start < end and text[start] in " ,:;\u00a0\n":
        start += 1
    stop = end
    while stop > start and text[stop - 1] in " ,;\u00a0\n":
        stop -= 1
    words = text[start:stop]
    if not words:
        return Span(at, at)
    if is_locator(words) or (len(words) <= _LONGEST_LOCATOR and _LABELLED.search(words)):
        return Span(start, stop)
    return None
