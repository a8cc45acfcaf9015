"""First pass over an entry: what can be told by its own look, wherever it stands. Addresses,
dates, volumes, pages, editions, names with a label; the rest stays free for the descriptions."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ..text.spans import Span
from .anchors import anchors
from .annotation import annotation_of
from .joined import joined
from .looks import ABBREVIATED
from .unit import Taken, Unit
from .written import Written


def find_units(written: Written, lead: tuple[Unit, ...], start: int) -> list[Unit]:
    """All units of an entry in order. `lead` are those of its opening, up to offset `start`."""
    text = written.text
    taken = Taken(len(text))
    taken.take(Span(0, start))
    units = list(lead)
    inner = [s for s in written.quotes if s.start >= start and _is_inner(written, s)]
    quotes = [s for s in written.quotes if s.start >= start and s not in inner]
    sheltered = Taken(len(text))
    for span in quotes:
        sheltered.take(span)
    italics = [_without_volume(written, s) for s in written.italics if s.end > start]
    italics = [Span(max(s.start, start), s.end) for s in italics if s.end > start]
    for span in italics:
        if not _is_number(span.of(text)):
            sheltered.take(span)
    for unit in anchors(written, start, sheltered):
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
    units += _free(text, taken, start, inner)
    units = joined(text, units)
    annotation = annotation_of(text, units, start)
    if annotation is not None:
        units = [u for u in units if not u.whole.overlaps(annotation)]
        units.append(Unit("annotation", annotation, annotation))
    return sorted(units, key=lambda u: (u.whole.start, u.whole.end))


def _is_inner(written: Written, span: Span) -> bool:
    """A quotation that is part of a title, italic or plain."""
    held = any((i.start <= span.start and span.end < i.end) or (i.start < span.start and span.end <= i.end)
               for i in written.italics)  # fmt: skip
    return held or _within_words(written.text, span) or _opens_title(written, span)


# The date in parentheses, as it stands before an undressed title.
_DATED = re.compile(r"\((?=[^()]*(?:\d{4}|n\.d\.|in\spress))[^()]{4,30}\)\.\s$")


def _opens_title(written: Written, span: Span) -> bool:
    """A question that an undressed title begins with (`(2015). “What’s in it?” Volunteers on the lock.`)."""
    text = written.text
    return (
        text[span.end - 2] in "?!"
        and re.match(r"\s[^\W\d_]", text[span.end : span.end + 2]) is not None
        and not written.italic[min(span.end + 1, len(text) - 1)]
        and _DATED.search(text[max(0, span.start - 34) : span.start]) is not None
    )


def _within_words(text: str, span: Span) -> bool:
    """A quotation that is part of a longer title: `“A clock”: Time at the mills`."""
    inside = text[span.end - 2]
    after = text[span.end : span.end + 2]
    if inside in ".," or after[:1] in (".", ",") or text.startswith(" in ", span.end):
        return False
    if after[:1] in (":", ";"):
        return True
    return inside not in "?!" and (after[:1] == " " and after[1:2].islower())


def _is_number(words: str) -> bool:
    return re.fullmatch(r"[\d\s,().–-]+", words) is not None


_VOLUME_AHEAD = re.compile(r",?\s(?:vol\.|no\.|\d)")


def _without_volume(written: Written, span: Span) -> Span:
    """A journal set in italics together with its volume: `*Estuary Review, 12*(3)`."""
    match = re.search(r",?\s\d{1,4}(?:\(\d+\))?$|,$", span.of(written.text))
    follows = written.text[span.end : span.end + 1]
    if match is None or not (follows in ("(", ",", ":") or match.group().startswith(",")):
        return span
    if re.search(r"\s(?:1[4-9]|20)\d\d$", match.group()):
        return span  # `*The State of the Washes, 2021*.`
    if match.group()[:1] == " " and _VOLUME_AHEAD.match(written.text, span.end):
        return span  # a name that ends in a figure: `*Boundary 2*, vol. 44`
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


def _free(text: str, taken: Taken, start: int, inner: list[Span]) -> Iterator[Unit]:
    """What is left, parted at marks, but for those within a quotation that is part of a title."""
    at = start
    while at < len(text):
        if taken.flags[at]:
            at += 1
            continue
        end = at
        while end < len(text) and not taken.flags[end]:
            end += 1
        yield from _parted(text, at, end, inner)
        at = end


_NUMBERED = re.compile(r"\s*\([^()]*\d\)\.?")


def _parted(text: str, start: int, end: int, inner: list[Span]) -> Iterator[Unit]:
    at = start
    breaks = [b for b in _breaks(text, start, end) if not any(s.start < b < s.end for s in inner)]
    for position in [*breaks, end]:
        piece = text[at:position]
        lead = len(piece) - len(piece.lstrip(' .,;:()[]<>“”"—–-/'))
        tail = len(piece.rstrip(' ,;:([<“"'))
        if lead and piece[lead - 1] in '“"' and "”" in piece[lead:tail].replace('"', "”"):
            lead -= 1  # words that begin with a quotation
        if _NUMBERED.fullmatch(piece):
            tail = len(piece.rstrip(" .")) - 1  # `(7719).`
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
            colon = re.match(r":\s?[^\W\d_]", text[span.end : span.end + 3]) is not None
            yield Unit("", span, span, colon_after=colon)
        at = position


def _is_abbreviated(words: str) -> bool:
    last = re.split(r"[\s(]", words.rstrip("."))[-1].casefold()
    return last in ABBREVIATED or re.fullmatch(r"(?:[^\W\d_]\.)+\w?", last + ".") is not None


# The last of a series (`Music, Mind, and Brain`) begins nothing.
_GOES_ON = re.compile(r"\s(?:and|or|&)\s")


def _breaks(text: str, start: int, end: int) -> Iterator[int]:
    for match in re.finditer(
        r"[.?!]['’”\"]?(?=\s)|[,;:](?=\s)|(?<=\s)[(\[]|[)\]]", text[start:end]
    ):
        position = start + match.end()
        if match.group()[0] in "(":
            yield start + match.start()
            continue
        if match.group() == "," and _GOES_ON.match(text, position):
            continue
        if match.group()[0] == "." and _is_abbreviated(text[start : position - 1] + "."):
            following = text[position : position + 2].strip()
            if not (following[:1].isupper() and text[:position].endswith(("Inc.", "Ltd."))):
                continue
        yield position
