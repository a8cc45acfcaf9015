"""What can be told by its own look: addresses, dates, numbers, pages, editions, names with a label."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ..forms.numbers import edition_value
from ..text.lexicon import is_common
from ..text.name_lists import inverted_names
from ..text.spans import Span
from ..works import TextValue
from ..works.dates import DATE, date_of
from .dated import date_units
from .lead import people, role_of
from .looks import (
    ACCESSED,
    ARTICLE,
    BARE_VOLUME,
    BRACKET,
    BY,
    DEGREE,
    DOI,
    EDITION,
    EDITION_BEFORE,
    GENERIC_TO,
    HELD,
    IN,
    MEDIUM,
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
    URL,
    VOLUMES,
    WEB,
)
from .paged import page_units
from .unit import Taken, Unit
from .written import Written


def anchors(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    text = written.text
    for match in (*ACCESSED.finditer(text, start), *WEB.finditer(text, start)):
        date = DATE.fullmatch(match["date"])
        if date is not None and sheltered.free(Span(*match.span())):
            value = date_of(date)
            yield Unit(
                "accessed",
                Span(*match.span("date")),
                Span(*match.span()),
                value=value,
                source=match.group(),
            )
    for match in ORIGINAL.finditer(text, start):
        date = DATE.fullmatch(match["date"])
        if date is not None:
            words = match.group().strip("()")
            begin = match.start() + match.group().index(words)
            whole = Span(begin, begin + len(words))
            yield Unit("original-date", Span(*match.span("date")), whole, value=date_of(date))
    for match in DOI.finditer(text, start):
        group = "doi" if match["doi"] else "bare"
        span = _address_span(text, Span(*match.span(group)))
        yield Unit("doi", span, Span(match.start(), span.end), value=TextValue(span.of(text)))
    for match in URL.finditer(text, start):
        span = _address_span(text, Span(*match.span("url")))
        if sheltered.free(span) or "/" in span.of(text):
            whole = Span(match.start(), match.end() if match.group().endswith(">") else span.end)
            yield Unit("url", span, whole, value=TextValue(span.of(text)))
    for pattern in SUPPLEMENTS:
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
    yield from _brackets(text, start, sheltered)
    yield from _named(text, start, sheltered)
    for pattern, element, groups in (
        (VOLUMES, "volumes", ("n", "r")),
        (NUMBER, "number", ("n",)),
        (SECTION, "section", ("s", "n")),
        (EDITION, "edition", ("e",)),
        (ARTICLE, "article", ("a", "b")),
        (MEDIUM, "medium", ("m",)),
    ):
        for match in pattern.finditer(text, start):
            if not sheltered.free(Span(*match.span())):
                continue
            group = next(g for g in groups if match[g])
            span = Span(*match.span(group))
            whole = Span(*match.span())
            if element == "section" and match["n"]:
                whole = span
            yield Unit(element, span, whole, value=_number_value(element, match, group))
    yield from _numberings(written, start, sheltered)
    yield from date_units(written, start, sheltered)
    yield from page_units(written, start, sheltered)
    for match in GENERIC_TO.finditer(text, start):
        title, word = Span(*match.span("title")), Span(*match.span("to"))
        yield Unit("title", title, title, value=TextValue(title.of(text)))
        yield Unit("words", word, word, value=TextValue("to"))
    for match in REVIEW.finditer(text, start):
        if sheltered.free(Span(*match.span())):
            whole = Span(match.start() + (match.group()[0] in "[("), match.end() - 1)
            yield Unit("review-of", whole, whole)
    for match in SV.finditer(text, start):
        whole = Span(match.start(), match.end() - 1)
        yield Unit("words", whole, whole, value=TextValue("s.v."))
    for match in IN.finditer(text, start):
        whole = Span(match.start(), match.start() + match.group().rstrip().__len__())
        dated = _DATED_BEFORE.search(text[max(0, match.start() - 40) : match.start()])
        if (
            (dated or match.group()[0] == "i")
            and text[match.end() : match.end() + 1].islower()
            and not written.italic[match.end()]
        ):
            continue  # a title that begins so: `(2015). In the dark`
        if sheltered.free(whole):
            yield Unit("words", whole, whole, value=TextValue(whole.of(text)))


_DATED_BEFORE = re.compile(r"\((?:[^()]*\d{4}[a-z]?[^()]*|n\.d\.|in press)\)\.\s$")


def _number_value(element: str, match: re.Match[str], group: str) -> TextValue:
    text = match[group]
    if element == "edition":
        return TextValue(edition_value(text))
    return TextValue(text)


def _address_span(text: str, span: Span) -> Span:
    """An address without the marks that close the sentence."""
    words = span.of(text)
    bare = words.rstrip('.,;:"”’>]')
    while bare.endswith(")") and bare.count(")") > bare.count("("):
        bare = bare[:-1].rstrip(".,;")
    return Span(span.start, span.start + len(bare))


def _brackets(text: str, start: int, sheltered: Taken) -> Iterator[Unit]:
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
        if REVIEW.match(inner) or DATE.fullmatch(inner):
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
        yield Unit("medium", span, whole, value=TextValue(inner))


def _named(text: str, start: int, sheltered: Taken) -> Iterator[Unit]:
    for match in BY.finditer(text, start):
        if not sheltered.free(Span(*match.span())):
            continue
        number = next((n for n in ("", "2", "3") if match[f"label{n}"]), None)
        if number is None:
            continue
        word = next(match[g] for g in ("role", "role2", "role3", "role4", "role5") if match[g])
        if number == "2" and EDITION_BEFORE.search(text[: match.start()]):
            continue  # `2nd ed. Tern Lock: Tidemark Press`
        role = role_of(word)
        who = Span(*match.span(f"who{number}"))
        turned = match["turned"]
        if turned and (is_common(turned) or number != ""):
            who = Span(who.start, match.start("turned") - 2)  # the second word begins the publisher
        names = people(who.of(text))
        if turned and who.end > match.start("turned"):
            read = inverted_names(who.of(text))
            names = (tuple(read.names), False) if read is not None else names
        if role is None or names is None:
            continue
        whole = Span(match.start(), max(who.end, match.end() if number == "3" else who.end))
        if number == "3" and text[whole.end - 1] == ")" and "(" not in match["label3"]:
            whole = Span(whole.start, whole.end - 1)
        if number == "3" and match["label3"].endswith(" "):
            whole = Span(whole.start, whole.end - 1)
        yield Unit(role, who, whole, value=names[0], more=names[1])


def _numberings(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    text = written.text
    for match in NUMBERING.finditer(text, start):
        if not sheltered.free(Span(*match.span())):
            continue
        volume = next((g for g in ("v9", "v8", "v7", "v1", "v2", "v3", "v5") if match[g]), None)
        issue = next(
            (g for g in ("i9", "i8", "i7", "i1", "i2", "i3", "i4", "i5", "i6") if match[g]), None
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
    for match in BARE_VOLUME.finditer(text, start):
        span = Span(*match.span("v"))
        before = match.start() - 1
        after_italics = before > 0 and written.italic[before]
        # What has its volume behind it alone shows it by its italics: `*Coast*, *12*. https://`.
        bare = match.group()[0] == " "
        told = match["closed"] is None or bare or written.italic[span.start]
        if after_italics and told and sheltered.free(span):
            yield Unit(
                "numbering", span, span, parts=(("volume", span),), value=TextValue(span.of(text))
            )
