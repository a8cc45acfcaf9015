"""First pass over an entry: what can be told by its own look, wherever it stands. Addresses,
dates, volumes, pages, editions, names with a label; the rest stays free for the descriptions."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from ..forms.compose import GAPS
from ..forms.numbers import edition_value
from ..text.lexicon import is_common
from ..text.names import (
    NAME_WORD,
    UPPER,
    NameList,
    PersonName,
    inverted_names,
    natural_names,
)
from ..text.spans import Span
from ..works import Group, Name, TextValue, Value
from ..works.dates import DATE, date_of
from .written import Written

_ROLE_WORDS = {
    "edit": "editor", "ed": "editor", "eds": "editor", "translat": "translator", "trans": "translator",
    "direct": "director", "dir": "director", "host": "host", "illustrat": "illustrator",
    "illus": "illustrator", "interview": "interviewer", "conduct": "interviewer",
    "upload": "uploader", "perform": "performer", "featur": "performer", "present": "host",
    "narrat": "performer", "read": "performer", "written": "author", "compil": "editor",
    "comp": "editor", "adapt": "editor", "introduc": "editor",
}  # fmt: skip
_PERSON = (
    rf"(?:(?:Dr|Prof|Professor|Mr|Mrs|Ms|Sir)\.?\s)?(?:(?:{UPPER}\.[\s-]?)+|{NAME_WORD}\s)(?:(?:{UPPER}\.\s?|{NAME_WORD}\s|(?:van|von|der|den|de|la|du|ter|ten|di|da)\s))*"
    rf"{NAME_WORD}(?:,?\s(?:Jr\.|Sr\.|III?))?"
)
_PEOPLE = rf"{_PERSON}(?:(?:,\s{_PERSON})*,?\s(?:and|&)\s{_PERSON}|(?:,\s{_PERSON})*,?\set\sal\.?)?"
_INITIALLED = rf"(?:{UPPER}\.(?:[\s-]?{UPPER}\.)*\s)(?:(?:van|von|der|den|de|la)\s)*{NAME_WORD}"
_INITIALLED_PEOPLE = rf"{_INITIALLED}(?:,\s{_INITIALLED})*(?:,?\s(?:and|&)\s{_INITIALLED})?"
_INVERTED_PEOPLE = rf"{NAME_WORD},\s{UPPER}\.(?:\s?{UPPER}\.)*(?:,?\s(?:&|and)\s{NAME_WORD},\s{UPPER}\.(?:\s?{UPPER}\.)*)?"
_RANGE = r"(?:[A-Z]{1,2})?(?:\d{1,6}|[ivxlc]{1,7}\b)(?:\s?(?:--|[-–—‑−])\s?(?:[A-Z]{1,2})?(?:\d{1,6}|[ivxlc]{1,7}\b))?\+?"
_DASHED = r"(?:[A-Z]{1,2})?(?:\d{1,6}|[ivxlc]{1,7})\s?(?:--|[-–—‑−])\s?(?:[A-Z]{1,2})?(?:\d{1,6}|[ivxlc]{1,7}\b)"
_RANGES = rf"{_RANGE}(?:,\s?{_RANGE}(?![\w]))*"
_ORDINAL = (
    r"(?:\d{1,3}(?:st|nd|rd|th)|[Ff]irst|[Ss]econd|[Tt]hird|[Ff]ourth|[Ff]ifth|[Ss]ixth|[Ss]eventh|"
    r"[Ee]ighth|[Nn]inth|[Tt]enth|[Rr]ev(?:ised|\.)|[Ee]xpanded|[Ee]nlarged|[Uu]pdated|[Aa]bridged|[Ii]nternational|"
    r"[Nn]ational|[Ll]ate|[Ee]vening|[Mm]orning|[Ee]arly|[Cc]ity|[Kk]indle|[Ee]-?book|[Ii]llustrated|[Cc]ritical|[Pp]aperback)"
)
# Places held for what an entry lacks, as corrected entries have them.
HELD = {text: element for element, text in GAPS.items() if element != "day"} | {
    f"[{e}]": e
    for e in "author title publisher volume issue institution place database edition event".split()
}
DOI = re.compile(
    r"(?:(?:https?://)?(?:dx\.|www\.)?doi\.org/|https?://doi-org\.[^\s/]+/|doi:?\s?(?:https?://(?:dx\.)?doi\.org/)?)(?P<doi>10\.\d{4,9}/\S+)"
    r"|(?<![\w/.])(?P<bare>10\.\d{4,9}/\S+)",
    re.I,
)
URL = re.compile(
    r"<?(?P<url>https?://[^\s<>]+|www\.[^\s<>]+|(?<![\w@./-])(?:[a-z0-9-]+\.)+(?:example|com|org|net|edu|gov|info|eu|uk|io)(?:/[^\s<>]*)?(?![\w@]))>?",
    re.I,
)
_ACCESSED = re.compile(
    rf"\(?(?P<word>(?:[Ll]ast\s)?(?:[Aa]ccessed|[Rr]etrieved|[Vv]iewed|[Vv]isited|[Rr]ead))(?:\son)?:?,?\s(?P<date>{DATE.pattern})(?P<from>,?\sfrom:?)?\)?"
)
_RETRIEVED = re.compile(
    r"(?:Retrieved|Available|Accessed|Available\sonline)(?:\s(?:from|at|on))?:?(?=\s(?:the\s|https?:|www|[\w.-]+/))"
)
_NUMBERING = re.compile(
    r"\b[Vv]ol(?:ume)?\.?\s?(?P<v7>\d{1,3})\.(?P<i7>\d{1,2})(?!\d)"
    r"|\b[Vv]ol(?:ume|umes|s)?\.?\s?(?P<v1>\d{1,4}(?:[-–/]\d{1,4})?|[IVXLC]{1,7}\b|[A-Z]\b)(?:(?P<m1>[,;.]?\s?\(?)(?:[Nn]o|[Nn]os|[Nn]r|[Nn]um|[Nn]umber|[Ii]ssue|[Ii]ss)s?\.?\s?(?P<i1>[\w–/-]{1,8})\)?|(?P<p1>\s?\()(?P<i6>\d{1,3})\))?"
    r"|(?<![\d(])(?P<v2>\d{1,4})\s?\((?P<i2>(?!(?:1[4-9]|20)\d\d\))(?:(?:no\.\s?)?\d{1,4}(?:[-–/]\d{1,4})?|S\d|[Ss]uppl\.\s?\d*|[Ss]pecial\s[Ii]ssue))\)"
    r"|(?<![\d(])(?P<v3>(?!(?:1[4-9]|20)\d\d,)\d{1,4}),\s?(?:no|nos|issue|Issue|No)\.?\s?(?P<i3>\d{1,4}(?:[-–/]\d{1,4})?)"
    r"|(?<=,\s)(?P<v8>\d{1,3}),\s(?P<i8>\d{1,3})(?=,\s\d+\s?[-–])"
    r"|\b(?:[Nn]o|[Ii]ssue)\.?\s?(?P<i4>\d{1,4})(?=[,.\s(:]|$)"
    r"|(?<![\d(./])(?P<v5>\d{1,3})\.(?P<i5>\d{1,2})(?=,?\s\(|:|,\s\d)"
)  # fmt: skip
_BARE_VOLUME = re.compile(
    r"[,\s]\s?(?P<v>\d{1,4})(?=\s\((?!\d{1,3}\)|no)|:\s?\d|,\s(?:\d+\s?[-–—]|Article\s|e\d))"
)
_PAGES = re.compile(rf"\b(?P<label>[Pp]p?\.|[Pp]gs?\.|[Pp]ages?|S\.)\s?(?P<pages>{_RANGES})(?!\w)")
_BARE_PAGES = re.compile(
    rf"(?P<mark>:|,)\s?(?!(?:1[4-9]|20)\d\d\b(?!\s?[-–—]))(?P<pages>{_DASHED}(?:,\s?{_RANGE}(?![\w]))*|{_RANGE})(?=[.,;\s]|$)"
)
_ENCLOSED_PAGES = re.compile(r"(?<=\s)\((?P<pages>\d{1,5}\s?[-–—]\s?\d{1,5})\)")
_GENERIC_TO = re.compile(
    r"(?<=[.”\"]\s)(?P<title>Introduction|Foreword|Preface|Afterword|Epilogue|Prologue)\s(?P<to>to)\s"
)
_ARTICLE = re.compile(
    r"\b(?P<label>[Aa]rticle\s(?:no\.\s|number\s)?)(?P<a>[A-Za-z]?\d{2,9})\b|(?<=[,:]\s)(?P<b>e\d{2,9})\b"
)
_EDITION = re.compile(
    rf"\b(?P<e>{_ORDINAL}(?:,?\s(?:and\s)?{_ORDINAL})*\s(?:[Ee]dition|[Ee]dn\.?|[Ee]d\.?)(?!\w|\sby)|[Vv]ersion\s\d(?:[\w.]*\w)?|[Vv]\.?\s?\d+\.[\d.]*\d)"
)
_VOLUMES = re.compile(r"\b(?P<n>\d{1,3})\svols?\.|\bVols\.\s(?P<r>\d{1,2}[-–]\d{1,2})")
_BY = re.compile(
    rf"\b(?P<label>(?P<role>[Ee]dit|[Tt]ranslat|[Dd]irect|[Hh]ost|[Ii]llustrat|[Cc]onduct|[Uu]pload|[Pp]erform|[Nn]arrat|[Cc]ompil|[Ww]ritten|[Aa]dapt|[Ii]ntroduc|[Pp]resent)"
    rf"(?:ed|ance|ances|en|ion|tion|er)?(?:\sand\s(?:[Tt]ranslated|[Ee]dited|[Dd]irected|[Ii]ntroduced|[Aa]nnotated|[Pp]roduced))?\sby\s|(?P<role4>[Ff]eatur)ing\s|(?P<role5>[Ii]nterview)(?:ed|\sconducted)?\sby\s)(?P<who>{_PEOPLE}|{NAME_WORD},\s(?P<turned>{NAME_WORD})(?=,\s[^\W\d_])|{NAME_WORD}(?=[,.]))"
    rf"|\b(?P<label2>(?P<role2>[Ee]ds?|[Tt]rans|[Ii]llus|[Dd]ir|[Cc]omp)\.\s(?:by\s)?)(?P<who2>{_PEOPLE})"
    rf"|(?P<who3>{_INITIALLED_PEOPLE}|{_INVERTED_PEOPLE})(?P<label3>,?\s\(?(?P<role3>[Ee]ds?|[Tt]rans|Illus|Interviewer|Dir)s?\.?\)?)"
)  # fmt: skip
_AFTER_LEAD = re.compile(
    r",?\s?\(?(?P<word>editors?|eds?\.|translators?|trans\.|directors?|dir\.|dirs\.|hosts?|compilers?|comps?\.|"
    r"Executive\sProducers?|performers?|narrators?|illustrators?|illus\.|producers?)\)?(?=[.,\s]|$)",
    re.I,
)  # fmt: skip
_HANDLE = re.compile(r"\s?[\[(](?P<handle>@[\w.-]+)[\])]")
_BRACKET = re.compile(r"\[(?P<inner>[^\[\]]{2,160})\]")
_DEGREE = r"(?:unpublished\s)?(?:(?:PhD|Ph\.D\.|MA|M\.A\.|MSc|M\.Sc\.|MPhil|BA|B\.A\.|BSc|[Dd]octoral|[Mm]aster[’']s|[Uu]ndergraduate|[Hh]onou?rs|[Ss]enior)\s(?:dissertation|diss\.|thesis)|[Dd]issertation|[Tt]hesis)"
_MEDIUM = re.compile(
    rf"(?<![\w])(?P<m>{_DEGREE}|[Pp]aper\s(?:presented|given|read|delivered)\sat|[Pp]resentation\sat|[Ll]ecture\s(?:given|delivered)\sat|"
    r"(?:[Ee]-?mail|[Ll]etter|[Mm]essage|[Tt]ext\smessage|[Cc]onversation|[Dd]iscussion)(?:\s(?:message\s)?(?:to|with)\s(?:the\s|this\s)?[Aa]uthor)|"
    r"(?:[Pp]ersonal|[Tt]elephone|[Pp]hone|[Oo]nline|[Vv]ideo)\s(?:interview|communication|conversation)|"
    r"(?<=[.,”\"]\s)(?:Interview|Lecture|Keynote\s(?:address|lecture)|Address|Reading|Photograph|Painting|Etching|Woodcut|Map|Engraving|Film|Video|Poster|Paper\spresentation|Poster\spresentation|Conference\spresentation|Podcast|Audio(?:\srecording|\spodcast(?:\sepisode)?)?|Blu-ray|DVD|PDF|Microfilm|Data\sset|Dataset|Computer\ssoftware|Oil\son\scanvas|Oil\son\spanel|Watercolou?r|Silver\sprint|Gelatin\ssilver\sprint)"
    r")(?=[.,;\s]|$)"
)  # fmt: skip
_SECTION = re.compile(
    r"\b(?P<s>(?:[Ss]eason|[Ss]eries)\s\d+,?\s(?:[Ee]pisode|ep\.)\s\d+|(?:[Ee]pisode|[Ee]p\.)\s?\d+|[Ss]ec(?:tion|\.)\s[A-Z]\b(?:\d+)?)"
    r"|\((?P<n>No\.\s\d+|Episode\s\d+|Season\s\d+,\sEpisode\s\d+)\)"
)  # fmt: skip
_NUMBER = re.compile(
    r"\b(?P<n>(?:(?:[Tt]echnical|[Rr]esearch|[Ww]orking|[Oo]ccasional|[Dd]iscussion)\s)?(?:[Rr]eport|[Pp]aper|[Pp]ublication|[Bb]ulletin|[Cc]ircular|[Ss]tandard|[Mm]emorandum|[Oo]rder)\s(?:[Nn]o\.\s?|[Nn]umber\s)?[A-Z]{0,4}[-/]?\d(?:[\w./-]*\w)?|(?:[Rr]eport|[Pp]ublication|[Pp]aper|[Oo]rder|ISBN|UMI|ProQuest)\s[Nn]o\.\s?\w[\w./-]*|(?:c|ch|Chapter)\.\s\d+|\d+\s[A-Z][\w.]*\s(?:Rep\.|Stat\.|U\.S\.)\s\d+|§+\s?[\d–.-]+)"
)  # fmt: skip
_REVIEW = re.compile(r"[\[(]?[Rr]eview\sof\s(?:the\s(?:book|film|exhibition|play)\s)?(?=[“\"A-Z*])")
_IN = re.compile(r"(?:(?<=[.,”\"?!)\]]\s)|^)[Ii]n:?\s(?=\S)")
_MODIFIED = re.compile(
    r"\b(?:Last\s(?:modified|updated|revised)|Updated|Modified|Published)(?:\son)?\s$"
)
# A year behind one of these belongs to the words before it (`the law of 1847`).
_LEADING_IN = re.compile(r"\b(?:of|in|since|from|to|until|before|after|and|around|about|during)\s$")
_STANDARD = re.compile(r"\b(?:ISBN|ISSN)(?:-1[03])?:?\s?[\dXx‑–-][\dXx ‑–-]{6,16}[\dXx]")
_SV = re.compile(r"\bs\.v\.\s")
_OLD_MEDIUM = re.compile(r"(?<=[.”\")]\s)(?:Web|Print|Internet|Online|World\sWide\sWeb)\.(?=\s|$)")
_ORIGINAL = re.compile(
    rf"\(?[Oo]riginal(?:ly)?\s(?:work\s)?published(?:\sin)?\s(?P<date>{DATE.pattern})\)?"
)
_TITLED = re.compile(r"^(?:Dr|Prof|Professor|Mr|Mrs|Ms|Sir|Dame|Rev|Fr|Captain|Judge)\b\.?\s+")
# Abbreviations whose period parts nothing.
ABBREVIATED = frozenset(
    """jr sr st dr ed eds trans mr mrs ms prof rev vol vols no nos pp p p.m a.m c ca cf vs inc ltd co corp dept
    univ dir comp illus jan feb mar apr aug sept oct nov dec bros mt ft assn assoc u.s u.k gov hon ch sec fig n.d
    n ser esp min repr rpt op arch""".split()
)


@dataclass(frozen=True)
class Unit:
    """A stretch of an entry. `element` is what it is for sure, or empty where it is free. `span` is
    the value, `whole` with its label and brackets. `dress` is `quotes`, `italics` or `plain`."""

    element: str
    span: Span
    whole: Span
    dress: str = "plain"
    value: Value | None = None
    parts: tuple[tuple[str, Span], ...] = ()
    more: bool = False
    colon_after: bool = False
    source: str = field(default="", compare=False)


@dataclass
class _Taken:
    """Which characters are spoken for."""

    length: int
    flags: bytearray = field(init=False)

    def __post_init__(self) -> None:
        self.flags = bytearray(self.length + 1)

    def free(self, span: Span) -> bool:
        return not any(self.flags[span.start : span.end])

    def take(self, span: Span) -> None:
        self.flags[span.start : span.end] = b"\x01" * len(span)


def find_units(written: Written, lead: tuple[Unit, ...], start: int) -> list[Unit]:
    """All units of an entry in order. `lead` are those of its opening, up to offset `start`."""
    text = written.text
    taken = _Taken(len(text))
    taken.take(Span(0, start))
    units = list(lead)
    quotes = [s for s in written.quotes if s.start >= start and not _within_words(text, s)]
    sheltered = _Taken(len(text))
    for span in quotes:
        sheltered.take(span)
    italics = [_without_volume(written, s) for s in written.italics if s.end > start]
    italics = [Span(max(s.start, start), s.end) for s in italics if s.end > start]
    for span in italics:
        if not _is_number(span.of(text)):
            sheltered.take(span)
    for unit in _anchors(written, start, sheltered):
        if taken.free(unit.whole):
            taken.take(unit.whole)
            units.append(unit)
    for span in quotes:
        if taken.free(span):
            taken.take(span)
            units.append(_quoted(text, span))
    for span in italics:
        if len(span) and taken.free(span) and any(c.isalpha() for c in span.of(text)):
            taken.take(span)
            units.append(Unit("", span, span, "italics"))
    units += _free(text, taken, start)
    return sorted(units, key=lambda u: (u.whole.start, u.whole.end))


def _within_words(text: str, span: Span) -> bool:
    """A quotation that is part of a longer title: `“A clock”: Time at the mills`."""
    inside = text[span.end - 2]
    after = text[span.end : span.end + 2]
    if inside in ".,?!" or after[:1] in (".", ","):
        return False
    return after[:1] in (":", ";") or (after[:1] == " " and after[1:2].islower())


def _is_number(words: str) -> bool:
    return re.fullmatch(r"[\d\s,().–-]+", words) is not None


def _without_volume(written: Written, span: Span) -> Span:
    """A journal set in italics together with its volume: `*Estuary Review, 12*(3)`."""
    match = re.search(r",?\s\d{1,4}(?:\(\d+\))?$|,$", span.of(written.text))
    follows = written.text[span.end : span.end + 1]
    if match is None or not (follows in ("(", ",", ":") or match.group().startswith(",")):
        return span
    return Span(span.start, span.start + match.start())


def _quoted(text: str, span: Span) -> Unit:
    """A stretch in quotation marks; its value without them and without a mark at its end."""
    inner = Span(span.start + 1, span.end - 1)
    words = inner.of(text)
    tail = len(words.rstrip(" ,"))
    if (
        words[:tail].endswith(".")
        and not words[:tail].endswith((". . .", "..."))
        and not _ends_short(words[:tail])
    ):
        tail -= 1
    lead = len(words) - len(words.lstrip())
    return Unit("", Span(inner.start + lead, inner.start + max(lead, tail)), span, "quotes")


def _ends_short(words: str) -> bool:
    last = words.rstrip(".").rsplit(" ", 1)[-1].casefold()
    return last in ("jr", "sr", "inc", "ltd") or bool(re.search(r"\b(?:[A-Z]\.){2}$", words))


def _anchors(written: Written, start: int, sheltered: _Taken) -> Iterator[Unit]:
    text = written.text
    for match in _ACCESSED.finditer(text, start):
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
    for match in _ORIGINAL.finditer(text, start):
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
    for match in _STANDARD.finditer(text, start):
        yield Unit("isbn", Span(*match.span()), Span(*match.span()), value=TextValue(match.group()))
    for match in _RETRIEVED.finditer(text, start):
        yield Unit(
            "retrieved", Span(*match.span()), Span(*match.span()), value=TextValue(match.group())
        )
    for match in _OLD_MEDIUM.finditer(text, start):
        if sheltered.free(Span(*match.span())):
            span = Span(match.start(), match.end() - 1)
            yield Unit("stray", span, span, value=TextValue(span.of(text)))
    yield from _brackets(text, start, sheltered)
    yield from _named(text, start, sheltered)
    for pattern, element, groups in (
        (_VOLUMES, "volumes", ("n", "r")),
        (_NUMBER, "number", ("n",)),
        (_SECTION, "section", ("s", "n")),
        (_EDITION, "edition", ("e",)),
        (_ARTICLE, "article", ("a", "b")),
        (_MEDIUM, "medium", ("m",)),
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
    yield from _dates(text, start, sheltered)
    for match in _PAGES.finditer(text, start):
        if sheltered.free(Span(*match.span())):
            span = _not_into_year(text, Span(*match.span("pages")))
            yield Unit("pages", span, Span(match.start(), span.end), value=TextValue(span.of(text)))
    for match in _BARE_PAGES.finditer(text, start):
        span = _not_into_year(text, Span(*match.span("pages")))
        if (
            len(span)
            and sheltered.free(span)
            and _paged(
                text,
                match,
                span,
                italic_before=match.start() > 0 and written.italic[match.start() - 1],
            )
        ):
            yield Unit("pages", span, span, value=TextValue(span.of(text)))
    for match in _ENCLOSED_PAGES.finditer(text, start):
        span = Span(*match.span("pages"))
        if sheltered.free(span) and match.start() > 1 and written.italic[match.start() - 2]:
            yield Unit("pages", span, span, value=TextValue(span.of(text)))
    for match in _GENERIC_TO.finditer(text, start):
        title, word = Span(*match.span("title")), Span(*match.span("to"))
        yield Unit("title", title, title, value=TextValue(title.of(text)))
        yield Unit("words", word, word, value=TextValue("to"))
    for match in _REVIEW.finditer(text, start):
        if sheltered.free(Span(*match.span())):
            whole = Span(match.start() + (match.group()[0] in "[("), match.end() - 1)
            yield Unit("review-of", whole, whole)
    for match in _SV.finditer(text, start):
        whole = Span(match.start(), match.end() - 1)
        yield Unit("words", whole, whole, value=TextValue("s.v."))
    for match in _IN.finditer(text, start):
        whole = Span(match.start(), match.start() + match.group().rstrip().__len__())
        if sheltered.free(whole):
            yield Unit("words", whole, whole, value=TextValue(whole.of(text)))


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


def _brackets(text: str, start: int, sheltered: _Taken) -> Iterator[Unit]:
    for match in _BRACKET.finditer(text, start):
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
        if _REVIEW.match(inner) or DATE.fullmatch(inner):
            continue
        degree = re.match(rf"(?P<m>{_DEGREE}),\s(?P<i>.+)$", inner)
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


def _named(text: str, start: int, sheltered: _Taken) -> Iterator[Unit]:
    for match in _BY.finditer(text, start):
        if not sheltered.free(Span(*match.span())):
            continue
        number = next((n for n in ("", "2", "3") if match[f"label{n}"]), None)
        if number is None:
            continue
        word = next(match[g] for g in ("role", "role2", "role3", "role4", "role5") if match[g])
        role = role_of(word)
        who = Span(*match.span(f"who{number}"))
        turned = match["turned"]
        if turned and (is_common(turned) or not number == ""):
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


def people(text: str) -> tuple[tuple[Name, ...], bool] | None:
    """Names in either order, and whether more are meant; None of an empty text."""
    read: NameList | None = natural_names(text) or inverted_names(text)
    if read is None:
        return ((Group(text),), False) if text else None
    return tuple(read.names), read.et_al


def _numberings(written: Written, start: int, sheltered: _Taken) -> Iterator[Unit]:
    text = written.text
    for match in _NUMBERING.finditer(text, start):
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
    for match in _BARE_VOLUME.finditer(text, start):
        span = Span(*match.span("v"))
        before = match.start() - 1
        after_italics = before > 0 and written.italic[before]
        if after_italics and sheltered.free(span):
            yield Unit(
                "numbering", span, span, parts=(("volume", span),), value=TextValue(span.of(text))
            )


def _dates(text: str, start: int, sheltered: _Taken) -> Iterator[Unit]:
    found = [m for m in DATE.finditer(text, start) if sheltered.free(Span(*m.span()))]
    for number, match in enumerate(found):
        if number + 1 < len(found) and _of_a_title(text, match):
            continue
        span = Span(*match.span())
        value = date_of(match)
        if value is None:
            continue
        whole = span
        if span.start and text[span.start - 1] == "[" and text[span.end : span.end + 1] == "]":
            whole = Span(span.start - 1, span.end + 1)
        label = _MODIFIED.search(text[: whole.start])
        if label is not None:
            whole = Span(label.start(), whole.end)
        if _part_of_words(text, match):
            continue
        yield Unit("date", span, whole, value=value)


def _of_a_title(text: str, match: re.Match[str]) -> bool:
    """Bare years at the end of undressed words (`The Estate, 1742-1860. Tidemark Press, 1996`): with
    another date behind them they belong to the title."""
    if match["y7"] is None:
        return False
    before, after = text[: match.start()], text[match.end() : match.end() + 2]
    return (
        after in (". ", ": ")
        and re.search(r"[^\W\d_][,\s]\s?$", before) is not None
        and not re.search(
            r"\b(?:Press|Books|UP|P|College|University|Inc|Ltd|House)\b[.,]*\s?$", before
        )
    )


def _part_of_words(text: str, match: re.Match[str]) -> bool:
    """Whether a bare year is the end of a title's words."""
    return match["y7"] is not None and _LEADING_IN.search(text[: match.start()]) is not None


def _not_into_year(text: str, span: Span) -> Span:
    """`pp. 20-41, 2021`: the year behind the pages is not one of them."""
    words = span.of(text)
    match = re.search(r",\s?(?:1[4-9]|20)\d\d$", words)
    return Span(span.start, span.end - len(match.group())) if match else span


def _paged(text: str, match: re.Match[str], span: Span, *, italic_before: bool) -> bool:
    """Whether figures without a label are pages: a range, or what a colon or a full date leads to."""
    words = span.of(text)
    if (
        re.fullmatch(r"(?:1[4-9]|20)\d\d(?:\s?[-–—]\s?(?:(?:1[4-9]|20)?\d\d)?)?", words)
        and match["mark"] == ","
    ):
        return False
    if re.search(r"[-–—‑−]", words):
        first = re.match(r"[A-Za-z]{0,2}\d+|[ivxlc]+", words)
        return first is not None
    if match["mark"] == ":":
        return bool(re.search(r"\d\)?$", text[: match.start()]))
    before = text[: match.start()]
    after = text[span.end : span.end + 1]
    closes = after in (".", "")
    dated = italic_before or bool(re.search(r"(?:1[4-9]|20)\d\d$|\d\)$", before))
    return closes and (dated or re.fullmatch(r"[A-Z]\d{1,3}\+?", words) is not None)


def _free(text: str, taken: _Taken, start: int) -> Iterator[Unit]:
    """What is left, parted at marks."""
    at = start
    while at < len(text):
        if taken.flags[at]:
            at += 1
            continue
        end = at
        while end < len(text) and not taken.flags[end]:
            end += 1
        yield from _parted(text, at, end)
        at = end


def _parted(text: str, start: int, end: int) -> Iterator[Unit]:
    at = start
    for position in [*_breaks(text, start, end), end]:
        piece = text[at:position]
        lead = len(piece) - len(piece.lstrip(' .,;:()[]<>“”"—–-/'))
        tail = len(piece.rstrip(' ,;:([<“"'))
        if lead and piece[lead - 1] in '“"' and "”" in piece[lead:tail].replace('"', "”"):
            lead -= 1  # words that begin with a quotation
        closing = piece[:tail]
        # A bracket that is not the segment's own is no part of it.
        while (
            tail > lead
            and closing.endswith((")", "]"))
            and closing.count("(") < closing.count(")") + closing.count("]")
        ):
            tail -= 1
            tail = len(piece[:tail].rstrip())
            closing = piece[:tail]
        if closing.endswith(".") and not _is_abbreviated(closing):
            tail -= 1
        if tail > lead and any(c.isalnum() for c in piece[lead:tail]):
            span = Span(at + lead, at + tail)
            colon = text[span.end : span.end + 2] in (": ", ":")
            yield Unit("", span, span, colon_after=colon)
        at = position


def _is_abbreviated(words: str) -> bool:
    last = re.split(r"[\s(]", words.rstrip("."))[-1].casefold()
    return last in ABBREVIATED or re.fullmatch(r"(?:\w\.)+\w?", last + ".") is not None


def _breaks(text: str, start: int, end: int) -> Iterator[int]:
    for match in re.finditer(
        r"[.?!]['’”\"]?(?=\s)|[,;:](?=\s)|(?<=\s)[(\[]|[)\]]", text[start:end]
    ):
        position = start + match.end()
        if match.group()[0] in "(":
            yield start + match.start()
            continue
        if match.group()[0] == "." and _is_abbreviated(text[start : position - 1] + "."):
            following = text[position : position + 2].strip()
            if not (following[:1].isupper() and text[:position].endswith(("Inc.", "Ltd."))):
                continue
        yield position


def lead_units(
    text: str, names: NameList | None, group: str, span: Span, *, repeated: bool
) -> tuple[tuple[Unit, ...], int]:
    """The units that an entry opens with: who is named, in which role, and a handle; and where they
    end."""
    value: tuple[Name, ...]
    if names is not None:
        value = tuple(_plainly(n) for n in names.names)
    elif group:
        value = (Group(group),)
    else:
        return (), span.start
    handle = _HANDLE.search(span.of(text))
    if handle is not None and names is None:
        span = Span(span.start, span.start + handle.start())
        value = (Group(span.of(text)),)
    end = span.end
    if (
        names is not None
        and names.et_al
        and text[end : end + 1] == "."
        and text[end - 2 : end] == "al"
    ):
        end += 1
        span = Span(span.start, end)
    role = "author"
    whole = span
    label = _AFTER_LEAD.match(text, end)
    if label is not None:
        word = label["word"].casefold().rstrip("s.")
        role = role_of(word) or "author"
        if word.startswith(("executive", "producer")):
            role = "host"
        whole = Span(span.start, label.end())
        end = label.end()
    units = [
        Unit(
            role,
            span,
            whole,
            value=value,
            more=bool(names and names.et_al),
            source="repeated" if repeated else "",
        )
    ]
    handle = _HANDLE.match(text, end)
    if handle is not None:
        lead = len(handle.group()) - len(handle.group().lstrip())
        units.append(
            Unit(
                "handle",
                Span(*handle.span("handle")),
                Span(handle.start() + lead, handle.end()),
                value=TextValue(handle["handle"]),
            )
        )
        end = handle.end()
    return tuple(units), end


def _plainly(name: PersonName) -> PersonName:
    """A name set in capitals, in usual letters; without a title before its given names."""
    family, given = name.family, _TITLED.sub("", name.given)
    if len(family) > 2 and family.isupper():
        family = re.sub(r"[^\W\d_]+", lambda m: m.group().capitalize(), family)
    if len(given) > 2 and given.isupper() and "." not in given and len(given) > 3:
        given = re.sub(r"[^\W\d_]+", lambda m: m.group().capitalize(), given)
    return PersonName(family, given, name.suffix)


def role_of(word: str) -> str | None:
    """The role that a label's word names, by its stem."""
    low = word.casefold().rstrip(".")
    return next((r for stem, r in _ROLE_WORDS.items() if low.startswith(stem)), None)


def as_free(unit: Unit) -> Unit:
    """The same stretch without what was made of it."""
    return replace(unit, element="", value=None, parts=(), span=unit.whole)
