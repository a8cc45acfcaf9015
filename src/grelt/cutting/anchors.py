"""What can be told by its own look: addresses, dates, numbers, pages, editions, names with a label."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ..forms.numbers import edition_value
from ..text.lexicon import is_common
from ..text.names import inverted_names
from ..text.spans import Span
from ..works import TextValue
from ..works.dates import DATE, date_of
from .lead import people, role_of
from .looks import (
    ACCESSED,
    ARTICLE,
    BARE_PAGES,
    BARE_VOLUME,
    BRACKET,
    BY,
    DEGREE,
    DOI,
    EDITION,
    EDITION_BEFORE,
    ENCLOSED_PAGES,
    GENERIC_TO,
    HELD,
    IN,
    LEADING_IN,
    MEDIUM,
    MODIFIED,
    NUMBER,
    NUMBERING,
    OLD_MEDIUM,
    ORIGINAL,
    PAGES,
    RETRIEVED,
    REVIEW,
    SECTION,
    STANDARD,
    SUPPLEMENTS,
    SV,
    UNPARTED_PAGES,
    URL,
    VOLUMES,
)
from .unit import Taken, Unit
from .written import Written


def anchors(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    text = written.text
    for match in ACCESSED.finditer(text, start):
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
    yield from _dates(written, start, sheltered)
    for match in PAGES.finditer(text, start):
        if sheltered.free(Span(*match.span())):
            span = _not_into_year(text, Span(*match.span("pages")))
            yield Unit("pages", span, Span(match.start(), span.end), value=TextValue(span.of(text)))
    yield from _bare_pages(written, start, sheltered)
    for match in ENCLOSED_PAGES.finditer(text, start):
        span = Span(*match.span("pages"))
        if sheltered.free(span) and not re.match(r"(?:1[4-9]|20)\d\d", span.of(text)):
            yield Unit("pages", span, span, value=TextValue(span.of(text)))
    for match in UNPARTED_PAGES.finditer(text, start):
        span = Span(*match.span("pages"))
        if sheltered.free(span):
            yield Unit("pages", span, span, value=TextValue(span.of(text)))
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
            dated
            and text[match.end() : match.end() + 1].islower()
            and not written.italic[match.end()]
        ):
            continue  # a title that begins so: `(2015). In the dark`
        if sheltered.free(whole):
            yield Unit("words", whole, whole, value=TextValue(whole.of(text)))


# A newspaper's article goes on elsewhere: `*Saltmarsh Courier*, A1, A6.`
_FURTHER = re.compile(r"(?:,\s[A-Z]?\d{1,3})+(?=\.)")
_MONTH = re.compile(r"\b(?:Jan|Feb|Mar|Apr|May|June?|July?|Aug|Sept?|Oct|Nov|Dec)[a-z]*\b")


def _bare_pages(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    """Pages without a label."""
    text = written.text
    at = start
    while (match := BARE_PAGES.search(text, at)) is not None:
        span = _not_into_year(text, Span(*match.span("pages")))
        if not len(span) or not sheltered.free(span) or _titles_volume(written, span.start):
            at = match.start() + 1  # what is taken may hide what follows
            continue
        at = match.end()
        italic_before = match.start() > 0 and written.italic[match.start() - 1]
        more = _FURTHER.match(text, span.end) if italic_before and _MONTH.search(text) else None
        if more is not None:
            span = Span(span.start, more.end())
        if more is not None or _paged(text, match, span, italic_before=italic_before):
            yield Unit("pages", span, span, value=TextValue(span.of(text)))


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
        volume = next((g for g in ("v8", "v7", "v1", "v2", "v3", "v5") if match[g]), None)
        issue = next(
            (g for g in ("i8", "i7", "i1", "i2", "i3", "i4", "i5", "i6") if match[g]), None
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


def _dates(written: Written, start: int, sheltered: Taken) -> Iterator[Unit]:
    text = written.text
    found = [m for m in DATE.finditer(text, start) if sheltered.free(Span(*m.span()))]
    for number, match in enumerate(found):
        if number + 1 < len(found) and (_of_a_title(text, match) or _in_italics(written, match)):
            continue
        if number and _spans_years(match) and _of_a_title(text, match):
            continue
        if _titles_volume(written, match.start()):
            yield Unit("supplement", Span(*match.span()), Span(*match.span()))
            continue
        if _of_pages(text, match, alone=len(found) == 1):
            continue
        span = Span(*match.span())
        value = date_of(match)
        if value is None:
            continue
        whole = span
        if span.start and text[span.start - 1] == "[" and text[span.end : span.end + 1] == "]":
            whole = Span(span.start - 1, span.end + 1)
        if text[span.start - 1 : span.start] in ("(", "[") and _REPRINTED.match(text, span.end):
            whole = Span(span.start - 1, span.end + 1)
            yield Unit("original-date", span, whole, value=value)
            continue
        label = MODIFIED.search(text[: whole.start])
        if label is not None:
            whole = Span(label.start(), whole.end)
        if _part_of_words(text, match):
            continue
        yield Unit("date", span, whole, value=value)


# What follows the year of the original in `(1902) 1966.`
_REPRINTED = re.compile(r"[\])]\s(?:1[5-9]|20)\d\d[.,]")


def _in_italics(written: Written, match: re.Match[str]) -> bool:
    """A year within italic words (`*The State of the Washes, 2021*. … 2022`) is theirs."""
    span = Span(*match.span())
    return any(s.start < span.start - 1 and span.end <= s.end for s in written.italics)


def _of_a_title(text: str, match: re.Match[str]) -> bool:
    """Bare years at the end of undressed words (`The Estate, 1742-1860. Tidemark Press, 1996`): with
    another date behind them they belong to the title."""
    if match["y7"] is None:
        return False
    before, after = text[: match.start()], text[match.end() : match.end() + 2]
    return (
        after in (". ", ": ", " (", " [")
        and re.search(r"[^\W\d_][,\s]\s?$", before) is not None
        and not re.search(
            r"\b(?:Press|Books|UP|P|College|University|Inc|Ltd|House)\b[.,]*\s?$", before
        )
    )


# What pages follow: `40(2), 1540–1552`, `(2021): 1540–52`, `pp. 1540-52`.
_BEFORE_PAGES = re.compile(r"(?:\bpp?\.\s?|\d\)?:\s?)$")
_BEFORE_RANGE = re.compile(r"(?:\bpp?\.\s?|\d\)?[:,]\s?)$")


def _of_pages(text: str, match: re.Match[str], *, alone: bool) -> bool:
    """Whether what looks like years are pages: they stand where pages do, and another date is there."""
    if match["y7"] is None or alone:
        return False
    ranged = match["later"] is not None and re.search(r"\d$", match["later"]) is not None
    before = text[max(0, match.start() - 12) : match.start()]
    return (_BEFORE_RANGE if ranged else _BEFORE_PAGES).search(before) is not None


_VOLUME_BEFORE = re.compile(r"\b[Vv]ol\. \d{1,2}, $")


def _titles_volume(written: Written, at: int) -> bool:
    """Whether figures are a volume's own title (`Vol. 2, *1500–1640*`)."""
    return written.italic[at] and bool(_VOLUME_BEFORE.search(written.text[max(0, at - 10) : at]))


def _spans_years(match: re.Match[str]) -> bool:
    """`1660–1720`: no publication takes so long."""
    return re.fullmatch(r"\d{4}[-–—](?:\d\d){1,2}", match.group()) is not None


def _part_of_words(text: str, match: re.Match[str]) -> bool:
    """Whether a bare year is the end of a title's words."""
    return match["y7"] is not None and LEADING_IN.search(text[: match.start()]) is not None


def _not_into_year(text: str, span: Span) -> Span:
    """`pp. 20-41, 2021`: the year behind the pages is not one of them."""
    words = span.of(text)
    match = re.search(r",\s?(?:1[4-9]|20)\d\d$", words)
    return Span(span.start, span.end - len(match.group())) if match else span


def _paged(text: str, match: re.Match[str], span: Span, *, italic_before: bool) -> bool:
    """Whether figures without a label are pages: a range, or what a colon or a full date leads to."""
    words = span.of(text)
    before = text[: match.start()]
    years = re.fullmatch(r"1\d{3}|20\d\d", words) or (
        re.fullmatch(r"(?:1\d|20)\d\d\s?[-–—]\s?(?:(?:1\d|20)?\d\d)?", words)
        and not re.search(r"\d\)?$", before)
    )
    if years and match["mark"] != ":":
        return False
    if re.search(r"[-–—‑−]", words):
        first = re.match(r"[A-Za-z]{0,2}\d+|[ivxlc]+", words)
        return first is not None
    if match["mark"] == ":":
        return bool(re.search(r"\d\)?$", text[: match.start()]))
    after = text[span.end : span.end + 1]
    closes = after in (".", "")
    counted = re.search(r"\bed\.$|\b[Vv]ol\. \d+$", before) is not None
    edited = re.search(r"\b(?:[Ee]dited|[Tt]ranslated) by [^,.;]{3,80}$", before) is not None
    dated = (
        counted or edited or italic_before or bool(re.search(r"(?:1[4-9]|20)\d\d$|\d\)$", before))
    )
    return closes and (dated or re.fullmatch(r"[A-Z]\d{1,3}\+?", words) is not None)
