"""What can be told by its own look: addresses, dates, numbers, pages, editions, names with a label."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ..forms.numbers import edition_value
from ..text.addresses import addresses
from ..text.languages import detect_language
from ..text.spans import Span
from ..text.spoken_names import read_natural
from ..works import DateValue, TextValue
from ..works.dates import DATE, date_of
from .dated import date_units
from .looks import (
    ACCESSED,
    ARTICLE,
    BARE_ISSUE,
    BARE_VOLUME,
    DURATION,
    EDITION,
    GENERIC_TO,
    HELD,
    IN,
    NUMBER,
    NUMBERING,
    OLD_MEDIUM,
    ORIGINAL,
    RETRIEVED,
    REVIEW,
    SECTION,
    STANDARD,
    SUPPLEMENTS,
    SV,
    VOLUMES,
    WEB,
)
from .media import BRACKET, DEGREE, MEDIUM, is_description
from .paged import page_units
from .roles import people_with_roles
from .unit import Taken, Unit
from .written import Written


def anchors(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    """Everything that is told by its own look, the surest first: of two that overlap the one that comes
    first is kept."""
    text = written.text
    yield from _read(text, start, sheltered)
    yield from _originals(text, start)
    for address in addresses(text, start):
        if _within_title(written, address.span):
            continue
        if sheltered.free(address.span) or "/" in address.span.of(text):
            value = TextValue(address.span.of(text).replace(" ", ""))
            yield Unit(address.kind, address.span, address.whole, value=value)
    for pattern in (*SUPPLEMENTS, DURATION):
        for match in pattern.finditer(text, start):
            if sheltered.free(Span(*match.span())):
                yield Unit("supplement", Span(*match.span()), Span(*match.span()))
    for match in STANDARD.finditer(text, start):
        yield Unit("isbn", Span(*match.span()), Span(*match.span()), value=TextValue(match.group()))
    for match in RETRIEVED.finditer(text, start):
        yield Unit(
            "retrieved", Span(*match.span()), Span(*match.span()), value=TextValue(match.group())
        )
    for match in OLD_MEDIUM.finditer(text, start):
        if sheltered.free(Span(*match.span())):
            span = Span(match.start(), match.end() - 1)
            yield Unit("stray", span, span, value=TextValue(span.of(text)))
    yield from _brackets(written, start, sheltered)
    yield from people_with_roles(text, start, sheltered)
    yield from _labelled(text, start, sheltered)
    yield from _numberings(written, start, sheltered)
    yield from date_units(written, start, sheltered)
    yield from page_units(written, start, sheltered)
    yield from _words(written, start, sheltered)


def _within_title(written: Written, span: Span) -> bool:
    """An address among the words of a title or a post is theirs where the entry has another behind it."""
    held = any(
        s.start < span.start and span.end <= s.end for s in (*written.italics, *written.quotes)
    )
    return held and re.search(r"https?://", written.text[span.end :]) is not None


def _read(text: str, start: int, sheltered: Taken) -> Iterator[Unit]:
    """Days of access."""
    for match in (*ACCESSED.finditer(text, start), *WEB.finditer(text, start)):
        date = DATE.fullmatch(match["date"])
        if date is not None and sheltered.free(Span(*match.span())):
            yield Unit(
                "accessed",
                Span(*match.span("date")),
                Span(*match.span()),
                value=date_of(date),
                source=match.group(),
            )


def _originals(text: str, start: int) -> Iterator[Unit]:
    """When a work first appeared, in the words of those who say so."""
    for match in ORIGINAL.finditer(text, start):
        group = "date" if match["date"] else "bare"
        said = match[group].strip()
        date = DATE.fullmatch(said)
        # What is no date of ours (`ca. 385 B.C.E.`) stays as it is written.
        value = date_of(date) if date is not None else DateValue(literal=said)
        words = match.group().strip("()")
        begin = match.start() + match.group().index(words)
        whole = Span(begin, begin + len(words))
        yield Unit("original-date", Span(*match.span(group)), whole, value=value)


def _labelled(text: str, start: int, sheltered: Taken) -> Iterator[Unit]:
    """Editions, numbers, parts and descriptions in plain words."""
    for pattern, element, groups in (
        (VOLUMES, "volumes", ("n", "r")),
        (NUMBER, "number", ("p", "n")),
        (SECTION, "section", ("s", "n")),
        (EDITION, "edition", ("e", "f", "g", "v")),
        (ARTICLE, "article", ("a", "b")),
        (MEDIUM, "medium", ("m",)),
    ):
        for match in pattern.finditer(text, start):
            if not sheltered.free(Span(*match.span())):
                continue
            if element == "edition" and _NAMED_BEFORE.search(text[: match.start()]):
                continue  # `Longfield Critical Edition`: a series or a book is called so
            group = next(g for g in groups if match[g])
            span = Span(*match.span(group))
            whole = Span(*match.span())
            if element == "section" and match["n"]:
                whole = span
            yield Unit(element, span, whole, value=_number_value(element, match, group))


def _words(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    """Words that a guide puts between elements: `In`, `s.v.`, `Review of`."""
    text = written.text
    for match in GENERIC_TO.finditer(text, start):
        if not sheltered.free(Span(*match.span("to"))):
            continue  # `*Introduction to Algorithms*`
        title, word = Span(*match.span("title")), Span(*match.span("to"))
        yield Unit("title", title, title, value=TextValue(title.of(text)))
        yield Unit("words", word, word, value=TextValue("to"))
    for match in REVIEW.finditer(text, start):
        before = text[: match.start()].rstrip()
        begins = not before or before[-1] in '.,;:([”"’!?)' or match.group()[0] in "[("
        if begins and sheltered.free(Span(*match.span())):
            whole = Span(match.start() + (match.group()[0] in "[("), match.end() - 1)
            yield Unit("review-of", whole, whole)
    for match in SV.finditer(text, start):
        whole = Span(match.start(), match.end() - 1)
        yield Unit("words", whole, whole, value=TextValue("s.v."))
    for match in IN.finditer(text, start):
        begin = match.start() + len(match["chapter"] or "")
        whole = Span(begin, begin + len(match.group().rstrip()) - len(match["chapter"] or ""))
        dated = _DATED_BEFORE.search(text[max(0, match.start() - 40) : match.start()])
        if (
            (dated or text[begin] == "i")
            and match["chapter"] is None
            and text[match.end() : match.end() + 1].islower()
            and not written.italic[match.end()]
        ):
            continue  # a title that begins so: `(2015). In the dark`
        if sheltered.free(whole):
            if match["chapter"]:
                chapter = Span(match.start(), begin - 1)
                yield Unit("supplement", chapter, chapter)
            yield Unit("words", whole, whole, value=TextValue(whole.of(text)), source="in")
            yield from _author_of_whole(written, match.end())


def _author_of_whole(written: Written, at: int) -> Iterator[Unit]:
    """Who wrote the book that something stands in, named before its title (`In P. Freire, *Pedagogy*`)."""
    text = written.text
    read = read_natural(text, at, len(text))
    if read is None or text[read.end : read.end + 2] != ", ":
        return
    begins = read.end + 2
    if begins < len(text) and written.italic[begins] and not any(written.italic[at : read.end]):
        who = Span(at, read.end)
        yield Unit("by-author", who, who, value=read.names.names, more=read.names.et_al)


# A word of a name right before another, with nothing between.
_NAMED_BEFORE = re.compile(r"(?:^|\s|[“(])[A-Z][\w’'-]+\s$")
_DATED_BEFORE = re.compile(r"\((?:[^()]*\d{4}[a-z]?[^()]*|n\.d\.|in press)\)\.\s$")


def _number_value(element: str, match: re.Match[str], group: str) -> TextValue:
    text = match[group]
    if element == "edition":
        return TextValue(edition_value(text))
    return TextValue(text)


def _brackets(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    text = written.text
    for match in BRACKET.finditer(text, start):
        if not sheltered.free(Span(match.start(), match.start() + 1)):
            continue
        inner = match["inner"]
        whole = Span(*match.span())
        span = Span(*match.span("inner"))
        held = HELD.get(match.group())
        if held is not None:
            label = re.search(
                r"(?:Accessed\s|Retrieved\s|no\.\s|vol\.\s|Vol\.\s)$", text[: whole.start]
            )
            whole = Span(whole.start - (len(label.group()) if label else 0), whole.end)
            yield Unit(held, whole, whole, source="held")
            continue
        if REVIEW.match(inner) or DATE.fullmatch(inner.rstrip("?")):
            continue
        degree = re.match(rf"(?P<m>{DEGREE}),\s(?P<i>.+)$", inner)
        if degree is not None:
            medium = Span(span.start + degree.start("m"), span.start + degree.end("m"))
            place = Span(span.start + degree.start("i"), span.end)
            yield Unit("medium", medium, medium, value=TextValue(degree["m"]))
            yield Unit("institution", place, place, value=TextValue(degree["i"]))
            continue
        if inner.startswith("@"):
            yield Unit("handle", span, whole, value=TextValue(inner))
            continue
        if _is_meaning(text, match):
            yield Unit("supplement", span, whole)
            continue
        yield Unit("medium", span, whole, value=TextValue(inner))


def _is_meaning(text: str, match: re.Match[str]) -> bool:
    """Whether brackets have the meaning of a foreign title before them: `*Hachi no uta* [Songs of the
    bee]`."""
    if is_description(match["inner"]):
        return False
    before = re.split(r"[.?!]\s|\)\.\s", text[: match.start()].rstrip(' ”"'))[-1]
    return detect_language(before) not in ("en",) and len(match["inner"].split()) > 1


def _numberings(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    text = written.text
    for match in NUMBERING.finditer(text, start):
        if not sheltered.free(Span(*match.span())):
            continue
        volume = next((g for g in ("v9", "v8", "v7", "v1", "v2", "v3", "v5") if match[g]), None)
        issue = next(
            (g for g in ("i9", "i8", "i7", "i1", "i2", "i3", "i4", "i5", "i6", "i0") if match[g]),
            None,
        )
        if volume in ("v2", "v5") and match.start() and text[match.start() - 1] in "$#-–/.:":
            continue
        parts = tuple(
            (name, Span(*match.span(group)))
            for name, group in (("volume", volume), ("issue", issue))
            if group is not None
        )
        yield Unit(
            "numbering",
            Span(*match.span()),
            Span(*match.span()),
            parts=parts,
            value=TextValue(match.group()),
        )
    for match in BARE_ISSUE.finditer(text, start):
        span = Span(*match.span())
        if written.italic[max(0, span.start - 3)] and sheltered.free(span):
            issue_span = Span(*match.span("i"))
            yield Unit(
                "numbering",
                span,
                span,
                parts=(("issue", issue_span),),
                value=TextValue(match.group()),
            )
    for match in BARE_VOLUME.finditer(text, start):
        span = Span(*match.span("v"))
        before = match.start() - 1
        after_italics = before > 0 and written.italic[before]
        # What has its volume behind it alone, or one page, shows it by its italics: `*Coast*, *12*. https://`,
        # `*Coast*, *12*, 133.`.
        bare = match.group()[0] == " "
        told = match["closed"] is None or bare or written.italic[span.start]
        if after_italics and told and sheltered.free(span):
            yield Unit(
                "numbering", span, span, parts=(("volume", span),), value=TextValue(span.of(text))
            )
