"""References of notes that no dress tells: a name and a page, words said to the writer, a paper in an
archive, a full reference whose title lost its italics. Also what all references of notes are made of."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..text.names import NAME_WORD, NameList, natural_names
from ..text.spans import Span
from .known import KnownSources
from .model import TitleCue
from .parts import is_locator

_PLACE = re.compile(
    r"[,:]\s*(?P<place>(?:(?:pp?|fols?|ff?|vol|chap|ch|sec|no|box|col|n|nn)\.\s?)?[\divxlc][\w:.–—‑-]*"
    r"(?:,\s*[\divxlc][\w–—‑-]*|\s*(?:and|n\.|nn\.)\s*\d+)*)\s*$"
)  # fmt: skip
_ARCHIVE = re.compile(r"\b(?:[Bb]ox|[Ff]older|MSS?|Papers|Archives?|Record Office|Collection)\b")
# What may follow the page: an address, with the day it was read.
_ADDRESS = re.compile(
    r"(?:,|(?<![\s,]))\s+(?:accessed\s[^,]+,\s[^,]+,\s)?(?:https?://|doi:)\S+", re.I
)
# What was said or written to the writer, or asked of somebody: no list need hold it.
_SAID = re.compile(
    r",\s(?:(?:personal\s|telephone\s|phone\s|video\s|oral\s(?:history\s)?)?interview(?:ed)?\s(?:by|with)|"
    r"(?:in\s)?(?:discussion|conversation|correspondence|telephone\sconversation)\swith|"
    r"(?:e-?mail|letter|text|direct|facebook|private)?\s?(?:message|email|e-mail|letter|memo(?:randum)?)\sto)\s",
    re.I,
)
# A letter that an earlier note has told of: `Bastow to the Guild, 1902`.
_LETTER_AGAIN = re.compile(
    rf"(?P<who>{NAME_WORD}(?:\s{NAME_WORD}){{0,2}})\sto\s(?:the\s)?{NAME_WORD}(?:\s{NAME_WORD}){{0,3}},\s[^,;]{{0,20}}\d{{4}}$"
)
_OP_CIT = re.compile(r"(?:op|loc)\.?\s?cit\.?", re.I)
_BARE_PLACE = re.compile(
    rf"(?P<who>{NAME_WORD}(?:(?:,\s|\sand\s){NAME_WORD}){{0,2}})\s(?P<place>\d{{1,4}}(?:[-–]\d{{1,4}})?)"
)
FACTS = re.compile(r"\([^()]{0,120}?(?:\b(?:1[4-9]|20)\d\d|n\.d\.|forthcoming)[^()]{0,30}\)")
DATE = re.compile(
    r"\b(?:January|February|March|April|May|June|July|August|September|October|November|December|"
    r"Jan\.|Feb\.|Mar\.|Apr\.|Aug\.|Sept\.|Oct\.|Nov\.|Dec\.)\s+(?:\d{1,2},?\s+)?(?:1[4-9]|20)\d\d"
)
_ROLE = r"eds?\.|trans\.|comps?\.|dirs?\.|prods?\.|illus\.|perfs?\.|hosts?|directors?|conductors?"


@dataclass(frozen=True, slots=True)
class Reference:
    """One reference of a note. Spans are offsets into its paragraph; `source_span` covers names
    and title. `newspaper` is an unsigned piece told by its day, as lists leave it out."""

    kind: str
    span: Span
    source_span: Span
    names: NameList | None
    title: TitleCue | None
    locator: str | None = None
    locator_span: Span | None = None
    signal: str = ""
    newspaper: bool = False


def without_role(words: str) -> str:
    """Names without `ed.`, `trans.`, `dir.`, `ed. and trans.`, or a screen name behind them."""
    return re.sub(rf",?\s+(?:(?:{_ROLE})(?:\s(?:and|&)\s(?:{_ROLE}))?|\([@\w .-]+\))$", "", words)


# Where a paper lies in an archive: `box 3, folder 12`.
_SHELF = re.compile(r"\b(?:[Bb]ox(?:es)?|[Ff]older|[Ff]ol|MSS?|[Rr]eel)\.?\s\d")


def of_archive(text: str, span: Span, known: KnownSources, signal: str) -> Reference | None:
    """A paper of an archive, told by its shelf, however it begins: `Folder “Ferry Map,” box 9, …`."""
    if (
        _SHELF.search(text, span.start, span.end) is None
        or text.count(",", span.start, span.end) < 2
    ):
        return None
    return _archived(text, span, span.end, known, signal)


def _archived(text: str, span: Span, end: int, known: KnownSources, signal: str) -> Reference:
    """By whom the list may have it: `Letchumi Ramasamy, interview by …, Oral History Collection`."""
    source = Span(span.start, text.index(",", span.start, end))
    names = natural_names(source.of(text))
    if names is not None and not known.has_surname(names):
        names = None
    return Reference("full", span, source, names, None, signal=signal, newspaper=True)


def place_in(text: str, start: int, end: int) -> Span | None:
    address = _ADDRESS.search(text, start, end)
    if address is not None:
        end = address.start()
    match = _PLACE.search(text, max(start, end - 60), end)
    if match is None:
        # The comma stands inside the quotation marks: `“Empty Boats,” 148`.
        match = re.compile(r"\s*(?P<place>[\divxlc][\w–—‑-]*(?:,\s*\d[\w–—‑-]*)*)\s*$").match(
            text, start, end
        )
    if match is None or not is_locator(match["place"]):
        return None
    if re.fullmatch(r"(?:1[4-9]|20)\d\d", match["place"]) and text[start : match.start()].strip():
        return None
    return Span(match.start("place"), match.end("place"))


def undressed(
    text: str, piece: Span, end: int, known: KnownSources, signal: str
) -> Reference | None:
    """`Sallow, 63`: a name and a place, and nothing else."""
    if _ARCHIVE.search(text, piece.start, end) and "," in text[piece.start : end]:
        # A paper in an archive: no list need hold it.
        return _archived(text, piece, end, known, signal)
    letter = _LETTER_AGAIN.match(text, piece.start, end)
    if letter is not None:
        source = Span(*letter.span("who"))
        return Reference(
            "", piece, source, natural_names(letter["who"]), None, signal=signal, newspaper=True
        )
    said = _SAID.search(text, piece.start, end)
    if said is not None and DATE.search(text, said.end(), end) is not None:
        source = Span(piece.start, said.start())
        names = natural_names(source.of(text))
        if names is not None:
            return Reference("full", piece, source, names, None, signal=signal, newspaper=True)
    published = _published_undressed(text, piece, end, known, signal)
    if published is not None:
        return published
    place = place_in(text, piece.start, end) or _bare_place(text, piece.start, end, known)
    if place is None:
        return None
    words = text[piece.start : place.start].strip(" ,\u00a0")
    head, comma, tail = words.partition(", ")
    if _OP_CIT.fullmatch(tail):
        words, comma, tail = head, "", ""
    named = natural_names(head)
    if comma and named is not None and known.has_surname(named) and known.is_title(tail):
        # The title's dress is lost, as in plain text.
        at = piece.start + len(head) + 2
        title = TitleCue(tail, "plain", Span(at, at + len(tail)))
        return Reference(
            "short", piece, Span(piece.start, title.span.end), named, title,
            place.of(text), place, signal,
        )  # fmt: skip
    names = natural_names(words)
    if not known.is_group(words) and (names is None or not known.has_surname(names)):
        return None
    source = Span(piece.start, piece.start + len(words))
    return Reference("short", piece, source, names, None, place.of(text), place, signal)


def _published_undressed(
    text: str, piece: Span, end: int, known: KnownSources, signal: str
) -> Reference | None:
    """`Mara Wendle, Wind and Wire (Reach: Quay Press, 2015), 14`: full, though its title lost its dress."""
    facts = FACTS.search(text, piece.start, end)
    if facts is None or ":" not in facts.group():
        return None
    head, comma, tail = text[piece.start : facts.start()].rstrip(" ,").partition(", ")
    names = natural_names(without_role(head))
    if not comma or names is None or not all(n.given for n in names.names):
        return None
    if not known.has_surname(names) and not known.is_title(tail):
        return None
    at = piece.start + len(head) + 2
    title = TitleCue(tail, "plain", Span(at, at + len(tail)))
    place = place_in(text, facts.end(), end)
    return Reference(
        "full", piece, Span(piece.start, title.span.end), names, title,
        place.of(text) if place is not None else None, place, signal,
    )  # fmt: skip


def _bare_place(text: str, start: int, end: int, known: KnownSources) -> Span | None:
    """A page behind a listed name without the comma between: `Osgard 9`."""
    match = _BARE_PLACE.fullmatch(text, start, end)
    if match is None:
        return None
    names = natural_names(match["who"])
    listed = names is not None and known.has_surname(names)
    return Span(*match.span("place")) if listed else None
