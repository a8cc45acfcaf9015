"""Reads what each entry begins with, its title and its container, from the evidence of
marks and italics. Guide-neutral: a wrong entry is the normal case."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from ..document import Document
from ..structure import SourceList
from ..text.lexicon import is_common
from ..text.name_lists import packed_names, read_inverted
from ..text.names import (
    INITIALS,
    NAME_WORD,
    ORGANISATION_WORDS,
    UPPER,
    PersonName,
    is_initials,
    looks_like_organisation,
    natural_name,
    natural_names,
)
from ..text.quotes import MARKS, quoted
from ..text.spans import Span, Squeezed, squeeze
from .model import Entry, EntryElement, Opening, OpeningKind, SourceEntries
from .segment import cut_entries

# Dashes of any length and make, or a line, in the place of a name.
_REPEAT = re.compile(r"(?:(?:-\s?){2,}|(?:[—–―⸺⸻−]\s?)+|(?:_\s?){2,})(?<!\s)(?=[.,;:\s]|$)")
_LABEL = re.compile(
    r",?\s*\(?\b(?:(?:general|consulting|series)\s)?(?:editors?|eds?\.?|translators?|trans\.?|directors?|dirs?\.?|performers?|"
    r"composers?|creators?|narrators?|hosts?|adapters?|compilers?|comps?\.?|illustrators?|"
    r"et al)\)?\.?$",
    re.I,
)
# An asterisk that touches the name marks a source of a meta-analysis.
_NUMBERING = re.compile(r"(?:\d{1,3}[.)]|[•▪*–])\s+(?=\S)|\*(?=\w)")
# No entry opens with more names than fit here.
_LONGEST_OPENING = 4000
_REVIEW = re.compile(r"Review\sof\s")
# A name that its bearer writes small: `hooks, bell.`, `boyd, d. m., & Ellison, N. B.`
_SMALL_NAME = re.compile(
    r"(?P<family>[a-z]{2,}), (?P<given>[a-z]{2,}|[a-z]\.(?: [a-z]\.)*)(?=\.?\s*$|[.,]|\s\()"
)
_DATED_REST = re.compile(r"[.,\s]*(?:(?:1[4-9]|20)\d\d[a-z]?[.,\s]*)?")
_HANDLE_FIRST = re.compile(r"(?:@|u/)\w[\w.-]*\w(?=[.,]?\s)")
_HANDLE = re.compile(r"\s[\[(]@[\w.-]+[\])]\.?$")
# A court case by its name: `Brock v. Harbour Office, 23 Rep. 45`.
_CASE = re.compile(r"[A-Z][^,“”\"]{0,80}?\sv\.\s[A-Z][^,“”\"]{1,80}?(?=,\s\d)")
_BOUNDARY = re.compile(r"[.?!](?=\s|$)")
_CONTRIBUTOR = re.compile(
    rf"\b(?:[Ee]dited|[Tt]ranslated|[Dd]irected|[Nn]arrated|[Pp]erformed|[Ii]llustrated|[Aa]dapted|"
    rf"[Ww]ritten|[Cc]onducted|[Ii]ntroduction|[Ff]oreword|[Ii]nterviewed)(?:\s+and\s+\w+)?\s+by\s+"
    rf"((?:(?:{NAME_WORD}|{INITIALS}|van|der|de|la|von|den|and)\s*){{1,8}})"
)
_YEAR = re.compile(r"(?<![\d.\-–/])(1[5-9]\d\d|20\d\d)(?![\d/])")
_PAGES = re.compile(r"\bpp?\.\s*(\d{1,5})(?:\s*[-–—]\s*(\d{1,5}))?")
# After a volume or a year, where no `pp.` stands: `12(3), 203–219`, `12, no. 3 (2021): 20–41`.
_PAGES_AFTER = re.compile(r"(?:\)[,:]|\d:|\d,)\s*(\d{1,5})\s*[-–—]\s*(\d{1,5})(?![\d/])")
_DATE = r"(?P<year>(?:1[5-9]|20)\d\d|n\.d\.|in press|forthcoming)-?(?P<letter>[a-z]\b)?"
_DATE_ENCLOSED = re.compile(rf"\s*\({_DATE}(?:[,;\s–-][^()]{{0,40}})?\)[.,]?", re.I)
_DATE_ALONE = re.compile(rf"[.,]?\s+{_DATE}(?:\.|,|(?<=\sn\.d\.))(?=\s)", re.I)
_TWO_LETTERS = re.compile(r"\w\w")
_STOPPED = re.compile(r"\w\w[.?!]")
# A reprint with the year of the original first: `(1902) 1966.`
_REPRINT = re.compile(rf"\s[\[(](?:1[5-9]|20)\d\d[\])]\s{_DATE}(?:\.|,)(?=\s)")
_EDITED_IN = re.compile(
    rf"\bIn:?\s+((?:(?:{UPPER}\.\s?)+{NAME_WORD}(?:,?\s+(?:and|&)\s+|,\s+)?){{1,6}})\s*,?\s+\(Eds?\.\)"
)
# What its first names did, between them and a date: `Hale, Ned, ed. 1971.`
_ROLE_BEHIND = re.compile(
    r",?\s(?:general\s)?(?:eds?|trans|comps?|dirs?|prods?|illus|editors?|translators?|directors?|hosts?|producers?|"
    r"performers?|compilers?|narrators?)(?=\.)"
)
_NEAR = 60
_ABBREVIATED = frozenset(
    {"et", "jr", "sr", "st", "dr", "ed", "eds", "trans", "mr", "mrs", "al", "comp"}
)


def read_entries(document: Document, lists: Sequence[SourceList]) -> SourceEntries:
    """All entries of all lists, read. Never raises; what cannot be told stays None."""
    entries: list[Entry] = []
    cuts = [cut_entries(document, found) for found in lists]
    for number, cut in enumerate(cuts):
        first = True
        for paragraphs in cut.entries:
            entry = _read(document, len(entries) + 1, paragraphs, number)
            if entry.opening.kind is OpeningKind.REPEAT and not first:
                entry = replace(entry, author=entries[-1].author)
            entries.append(entry)
            first = False
    return SourceEntries(
        tuple(entries),
        tuple(i for cut in cuts for i in cut.subheadings),
        tuple(i for cut in cuts for i in cut.blanks),
        tuple(i for cut in cuts for i in cut.annotations),
    )


def _read(document: Document, position: int, indexes: tuple[int, ...], list_number: int) -> Entry:
    paragraphs = [document.paragraphs[i] for i in indexes]
    text = "\n".join(p.text for p in paragraphs)
    italics: list[Span] = []
    at = 0
    for paragraph in paragraphs:
        italics += [s.shifted(at) for s in paragraph.italics]
        at += len(paragraph.text) + 1
    flat = squeeze(text)
    dressed = _dressed(flat, italics)
    skip = _NUMBERING.match(flat.text)
    start = skip.end() if skip else 0
    date = _REPRINT.search(flat.text, start, start + 400)
    date = date or _DATE_ENCLOSED.search(flat.text, start, start + 400)
    opening = _opening(flat, dressed, start, date.start() if date else len(flat.text))
    if date is not None and date.start() > opening.span.end + _NEAR:
        date = None  # a year in parentheses further on: `12, no. 3 (2021)`
    role = _ROLE_BEHIND.match(flat.text, opening.span.end)
    date = date or _DATE_ALONE.match(flat.text, role.end() if role else opening.span.end)
    title, container = _title_and_container(flat, dressed, opening, date)
    outside = _outside(flat.text, title)
    years = _YEAR.findall(outside)
    letter = date.group("letter") if date else None
    return Entry(
        position=position,
        paragraphs=indexes,
        lengths=tuple(len(p.text) for p in paragraphs),
        text=text,
        opening=replace(opening, span=flat.back(opening.span)),
        author=replace(opening, span=flat.back(opening.span)),
        title=replace(title, span=flat.back(title.span)) if title else None,
        container=replace(container, span=flat.back(container.span)) if container else None,
        contributors=_contributors(flat.text),
        year=_year(date, years),
        date_place=_date_place(date, years),
        year_letter=letter.lower() if letter else "",
        pages=_pages(outside),
        list_number=list_number,
    )


def _year(date: re.Match[str] | None, years: list[str]) -> str | None:
    """The year in its place after the author, else the last one of the entry."""
    if date is not None:
        said = date.group("year")
        return said if said.isdigit() else said.lower()
    return years[-1] if years else None


def _date_place(date: re.Match[str] | None, years: list[str]) -> str:
    if date is None:
        return "end" if years else ""
    return "enclosed" if date.re is _DATE_ENCLOSED else "after-author"


def _dressed(flat: Squeezed, italics: list[Span]) -> list[tuple[Span, str]]:
    """Stretches in quotation marks or italics, in order, none inside another: a title within a title has
    its own dress."""
    found = [(s, "quotes") for s in quoted(flat.text, single=True)]
    for span in italics:
        own = Span(
            flat.forth(span.start), max(flat.forth(span.start), flat.forth(span.end - 1) + 1)
        )
        words = own.of(flat.text)
        lead = len(words) - len(words.lstrip(" .,;:"))
        tail = len(words.rstrip(" .,;:"))
        if tail <= lead:
            continue
        own = Span(own.start + lead, own.start + tail)
        within = [q for q, kind in found if kind == "quotes" and own.overlaps(q)]
        if any(not (own.start < q.start and q.end <= own.end) for q in within):
            continue
        found = [(s, kind) for s, kind in found if s not in within]
        found.append((own, "italics"))
    return sorted(found, key=lambda item: item[0])


def _opening(flat: Squeezed, dressed: list[tuple[Span, str]], start: int, stop: int) -> Opening:
    text = flat.text
    repeat = _REPEAT.match(text, start)
    if repeat is not None:
        return Opening(OpeningKind.REPEAT, repeat.group(), Span(start, repeat.end()))
    if dressed and dressed[0][0].start <= start + 1:
        span = dressed[0][0]
        return Opening(OpeningKind.TITLE, _bare(span.of(text)), span)
    if dressed and _REVIEW.fullmatch(text, start, dressed[0][0].start):
        # A review without a title of its own goes by what it reviews.
        span = Span(start, dressed[0][0].end)
        return Opening(OpeningKind.TITLE, _bare(span.of(text)), span)
    handle = _HANDLE_FIRST.match(text, start)
    if handle is not None:
        # Who goes by the name of an account alone.
        return Opening(OpeningKind.ORGANISATION, handle.group(), Span(*handle.span()))
    limit = min(dressed[0][0].start if dressed else len(text), stop, start + _LONGEST_OPENING)
    case = _CASE.match(text, start)
    if case is not None:
        return Opening(OpeningKind.TITLE, case.group(), Span(*case.span()))
    read = read_inverted(text, start, limit)
    if read is not None:
        span = Span(start, read.end)
        return Opening(OpeningKind.PERSON, span.of(text), span, read.names)
    small = _written_small(text, start, limit)
    if small is not None:
        return small
    end = _boundary(text, start, limit, {s.start for s, _ in dressed})
    words = text[start:end].strip()
    bare = words.rstrip(".,; ") if not re.search(rf"\b{UPPER}\.$|\bJr\.$", words) else words
    handle = _HANDLE.search(bare)
    if handle is not None:
        bare = bare[: handle.start()]
    while (label := _LABEL.search(bare)) is not None and "et al" not in label.group().casefold():
        bare = bare[: label.start()].rstrip(" ,")
    span = Span(start, start + len(bare))
    if not bare:
        return Opening(OpeningKind.UNKNOWN, "", Span(start, start))
    names = packed_names(bare, alone=text[span.end : span.end + 2] == " (")
    if names is not None:
        return Opening(OpeningKind.PERSON, bare, span, names)
    turned = natural_names(bare) if re.search(r"\s(?:and|&)\s", bare) else None
    if turned is not None and all(_is_forename(n.given) for n in turned.names):
        return Opening(OpeningKind.PERSON, bare, span, turned)
    follows = next((kind for s, kind in dressed if s.start >= end), None)
    undressed_title = follows == "italics" and _is_container(text, dressed[0][0])
    if _is_sentence(bare) or (undressed_title and not looks_like_organisation(bare)):
        return Opening(OpeningKind.TITLE, bare, span)
    return Opening(OpeningKind.ORGANISATION, re.sub(r"\s+", " ", bare), span)


def _is_sentence(bare: str) -> bool:
    """Words that no group has for a name: small letters where a name has capitals."""
    said = [w for w in re.findall(r"[^\W\d_]+", bare)[1:] if len(w) > 3]
    small = [w for w in said if w[0].islower() and is_common(w)]
    grouped = any(w.casefold() in ORGANISATION_WORDS for w in re.findall(r"\w+", bare))
    return len(small) > len(said) / 2 and not grouped


def _is_forename(given: str) -> bool:
    """Whether a word before a surname may be a forename: initials, or no word of English."""
    return (
        bool(given)
        and not looks_like_organisation(given)
        and (is_initials(given.split()[0]) or not is_common(given.split()[0]))
    )


def _is_container(text: str, span: Span) -> bool:
    """An italic stretch followed by a comma is a container, by its place in the pattern."""
    return text[span.end : span.end + 1] == ","


def _written_small(text: str, start: int, limit: int) -> Opening | None:
    """Names of which the first has no capitals, with nothing behind them but a date."""
    small = _SMALL_NAME.match(text, start, limit)
    if small is None:
        return None
    raised = text[:start] + small.group().title() + text[small.end() :]
    read = read_inverted(raised, start, limit)
    if read is None or not _DATED_REST.fullmatch(text, read.end, limit):
        return None
    names = (PersonName(small["family"], small["given"]), *read.names.names[1:])
    span = Span(start, read.end)
    return Opening(OpeningKind.PERSON, span.of(text), span, replace(read.names, names=names))


def _boundary(text: str, start: int, limit: int, starts: set[int]) -> int:
    """Where the first element ends: the first real period before the dressed title."""
    for match in _BOUNDARY.finditer(text, start, limit):
        if (
            text[match.end() : match.end() + 2] == " ."
            or text[match.start() - 2 : match.start()] == ". "
        ):
            continue  # dots for names left out
        word = re.split(r"[\s.,]", text[start : match.start()])[-1]
        following = match.end()
        while following < len(text) and text[following] == " ":
            following += 1
        if following >= limit or following in starts:
            return match.end()
        if len(word) == 1 and word.isupper():
            # An initial: an abbreviated name goes on (`U. S. Bees and Hives Bureau`).
            if re.match(rf"{UPPER}\.", text[following:limit]) or word in "US":
                continue
            before = text[start : match.start() - 1].split()
            named = re.match(rf"{NAME_WORD}\.", text[following:limit])
            if named and len(before) == 1 and _is_forename(before[0]):
                continue  # `Silas J. Calder.`, not turned round
            return match.end()
        if word.casefold() in _ABBREVIATED and word.casefold() != "al":
            if _YEAR.match(text, following):
                return match.end()
            continue
        return match.end()
    return limit


def _bare(text: str) -> str:
    return text.strip().strip(MARKS).strip().rstrip(".,").strip(MARKS).strip()


def _title_and_container(
    flat: Squeezed,
    dressed: list[tuple[Span, str]],
    opening: Opening,
    date: re.Match[str] | None,
) -> tuple[EntryElement | None, EntryElement | None]:
    text = flat.text
    later = [(s, k) for s, k in dressed if s.start >= opening.span.end]
    if opening.kind is OpeningKind.TITLE:
        kind = next((k for s, k in dressed if s == opening.span), "plain")
        title = EntryElement("title", opening.text, _inner(text, opening.span), kind)
    else:
        found = _title_after(text, opening, later, date)
        if found is None:
            return None, None
        title = found
        later = [(s, k) for s, k in later if s.start >= title.span.end]
    container = None
    if title.dress != "italics":
        first = next((s for s, k in later if k == "italics"), None)
        if first is not None:
            container = EntryElement("container", _bare(first.of(text)), first, "italics")
    return title, container


def _holds_a_sentence(text: str, start: int, end: int) -> bool:
    """Whether a word, and later one with a final mark, stand there: a title without dress."""
    first = _TWO_LETTERS.search(text, start, end)
    return first is not None and _STOPPED.search(text, first.end(), end) is not None


def _title_after(
    text: str, opening: Opening, later: list[tuple[Span, str]], date: re.Match[str] | None
) -> EntryElement | None:
    """The title that follows an author (and the date, where it stands there): dressed, or the
    undressed words before a container."""
    start = opening.span.end
    if date is not None:
        start = max(start, date.end())
    while start < len(text) and text[start] in " .,":
        start += 1
    label = re.match(
        r"\(?(?:editors?|eds?\.|translators?|trans\.|directors?|dirs?\.|creators?|performers?|compilers?|comps?\.|"
        r"hosts?|narrators?|illustrators?|et al\.?)\)?[.,]?\s*",
        text[start:],
    )
    start += label.end() if label else 0
    if later and not _holds_a_sentence(text, start, later[0][0].start):
        span, kind = later[0]
        return EntryElement("title", _bare(span.of(text)), _inner(text, span), kind)
    stop = _BOUNDARY.search(text, start)
    end = stop.start() if stop else len(text)
    if later:
        end = min(end, later[0][0].start)
    words = text[start:end].rstrip(" .,")
    if not words or not any(c.isalpha() for c in words):
        return None
    return EntryElement("title", _bare(words), Span(start, start + len(words)), "plain")


def _inner(text: str, span: Span) -> Span:
    """A dressed stretch without its quotation marks and the period inside them."""
    words = span.of(text)
    lead = len(words) - len(words.lstrip(MARKS))
    tail = len(words.rstrip(MARKS).rstrip(".,"))
    return Span(span.start + lead, span.start + max(lead, tail))


def _outside(text: str, title: EntryElement | None) -> str:
    return text if title is None else text[: title.span.start] + text[title.span.end :]


def _contributors(text: str) -> tuple[PersonName, ...]:
    names: list[PersonName] = []
    for match in _CONTRIBUTOR.finditer(text):
        for part in re.split(r"\s+and\s+", match.group(1).strip()):
            name = natural_name(part)
            if name is not None:
                names.append(name)
    for match in _EDITED_IN.finditer(text):
        for part in re.split(r",?\s+(?:and|&)\s+|,\s+", match.group(1).strip(" ,")):
            name = natural_name(part)
            if name is not None:
                names.append(name)
    return tuple(names)


def _pages(text: str) -> tuple[int, int] | None:
    """First and last page, a shortened last number filled up (`203-15` is 203 to 215)."""
    match = _PAGES.search(text) or _PAGES_AFTER.search(text)
    if match is None:
        return None
    first, last = match.group(1), match.group(2) or match.group(1)
    if len(last) < len(first):
        last = first[: len(first) - len(last)] + last
    return int(first), int(last)
