"""Reads a note: the references in it, one after another, and the words that only comment.

A reference begins a sentence of the note, or follows a semicolon or a signal (`see`, `cf.`). It is
`full` (names, title and publication facts), `short` (names, short title, place), `ibid`,
`cross` (`see note 4`) or `list` (an entry's form: name turned round, periods between).
"""

from __future__ import annotations

import re

from ..text.name_lists import inverted_names
from ..text.names import NAME_WORD, looks_like_organisation, natural_names
from ..text.quotes import MARKS, quoted
from ..text.sentences import sentences
from ..text.spans import Span, Spans
from .known import KnownSources
from .model import TitleCue
from .parts import is_locator
from .undressed import DATE, FACTS, Reference, of_archive, place_in, undressed, without_role

_SIGNAL = re.compile(
    r"(?:but\s+)?(?:see(?:\s+also|\s+especially|\s+esp\.|,?\s+e\.g\.,|,?\s+for\s+example,)?|cf\.|compare|"
    r"(?:quoted|qtd\.|cited|reprinted)\s+in|and|also|e\.g\.,?)\s+",
    re.I,
)
# A signal in the midst of a sentence: `On the keeper, see Lena Marsh, …`
_SIGNAL_INSIDE = re.compile(
    r"(?:^|[\s,(])(?:see(?:\s+also)?|cf\.|quoted\s+in|qtd\.\s+in|cited\s+in)\s+(?=(?-i:[^\W\d_a-z])|[“\"])",
    re.I,
)
_IBID = re.compile(
    r"(?P<word>ib[ií]d(?:em)?\.?|id\.)(?P<gap>,?\s*)(?P<place>[^;]*?)(?P<end>\.?)\s*$", re.I
)
_CROSS = re.compile(
    r"(?:see\s+)?(?:(?:above|below|supra|infra),?\s+)?(?:notes?|nn?\.)\s*\d+(?:\s*(?:,|and|[-–])\s*\d+)*"
    r"(?:\s+(?:above|below))?(?:,\s*(?:above|below))?\.?\s*$",
    re.I,
)  # fmt: skip
_ISSUE = re.compile(
    r"\b\d{1,4},?\s+no\.\s?\d|\bno\.\s?\d+\s*\(|https?://|\bdoi\b|\baccessed\b", re.I
)
_INVERTED = re.compile(rf"{NAME_WORD}(?:\s{NAME_WORD})?,\s[^\W\d_a-z][^,.;:“”\"()]{{0,30}}[.,]?")
_PUBLISHED = re.compile(r"[^\W\d_][^:.()]{1,40}:\s[^:.()]{2,60},\s(?:1[4-9]|20)\d\d\b")
_TAIL = re.compile(
    r"(?<=\d),?\s(?:for|on|where|who|which|about)\s[^“”\"]{3,160}$"
    r"|\s\((?:my|emphasis|original|italics|translation)\b[^()]*\)$", re.I
)  # fmt: skip
# What a reference may be to, instead of a work itself: `review of`, `introduction to`, said before its title.
DESCRIBED = re.compile(
    r",?\s+(?P<what>(?:(?:the\s)?(?:introduction|foreword|preface|afterword|prologue|epilogue|commentary|translator’s\s\w+)"
    r"(?:\s(?:and|to)\s\w+)?\s(?:to|of)|(?:review|obituary|liner\snotes)\s(?:of|for)|letter\sto(?:\sthe\seditor)?|"
    r"comment(?:ary)?\son|reply\sto)(?:,)?)$",
    re.I,
)
# One letter of a volume of letters: `Eliot to Sara Hennell, January 16, 1843, in *Letters*`.
_LETTER = re.compile(
    rf"^(?P<who>{NAME_WORD}(?:\s{NAME_WORD}|\s[A-Z]\.){{0,3}})\sto\s(?:the\s)?{NAME_WORD}[^,]{{0,60}},\s[^“”\"]{{4,60}}\d{{4}},?\sin$"
)
# Book and line of an ancient work, behind its title without a comma.
_CLASSICAL = re.compile(
    r"\s(?P<place>\d{1,3}[a-e]?(?:[.:]\d{1,4}){1,3}[a-e]?(?:\s?[-–]\s?\d[\d.:]*[a-e]?)?|\d{2,4}[a-e]\d{0,2}(?:[-–]\d*[a-e]\d{0,2})?)$"
)
# A period where a comma should stand: `“Knots.” In *Voices of Rope*`.
_HELD = re.compile(r"\s*In\s")
_AFTER_COLON = re.compile(rf"[:—]\s?(?=(?P<name>{NAME_WORD}),\s[“\"*‘A-Z])")
_LONGEST_AUTHORS = 160
_SMALL = frozenset("of for the and on in at to with de la du".split())


def read_note(text: str, italics: tuple[Span, ...], known: KnownSources) -> tuple[Reference, ...]:
    """The references of one paragraph of a note, in order. Never raises."""
    dressed = _dressed(text, italics)
    found: list[Reference] = []
    for piece in _pieces(text, dressed):
        if found and piece.start < found[-1].span.end:
            continue
        reference = _read(text, piece, dressed, known)
        if reference is not None:
            found.append(reference)
    return tuple(found)


def _dressed(text: str, italics: tuple[Span, ...]) -> tuple[tuple[Span, str], ...]:
    """Stretches in quotation marks or italics that could be titles, in order."""
    marks = [(s, "quotes") for s in quoted(text)]
    enclosed = Spans(s for s, _ in marks)
    leaning = [
        (s, "italics")
        for s in italics
        if any(c.isalnum() for c in s.of(text))
        and s.of(text).strip(" .,").casefold() not in ("ibid", "et al", "see", "cf", "passim", "id")
        and not enclosed.contain(s.start)
    ]
    return tuple(sorted([*marks, *leaning]))


def _pieces(text: str, dressed: tuple[tuple[Span, str], ...]) -> list[Span]:
    """Sentences, cut again at semicolons outside titles and parentheses."""
    ends: list[int] = []
    titles = Spans(s for s, _ in dressed)
    closed = {s.end for s, _ in dressed}
    quotes_closed = {s.end for s, d in dressed if d == "quotes"}
    for sentence in sentences(text).spans:
        end = sentence.end
        words = text[:end].rstrip()
        inside = titles.part_at(end)
        asking = words.endswith(("?”", '?"', "!”", '!"', "?", "!")) and len(words) in closed
        held = _HELD.match(text, end) is not None and len(words) in quotes_closed
        if not inside and not asking and not held:
            ends.append(end)
    if not ends or ends[-1] < len(text):
        ends.append(len(text))
    pieces: list[Span] = []
    start = depth = 0
    closing = {s.start: s.end for s, kind in dressed if kind == "quotes"}
    at = 0
    while at < len(text):
        if at in closing:
            at = closing[at]
            continue
        depth += (text[at] in "([") - (text[at] in ")]")
        if ends and at + 1 >= ends[0]:
            pieces.append(Span(start, ends.pop(0)))
            start, depth = at + 1, 0
        elif text[at] == ";" and depth <= 0:
            pieces.append(Span(start, at))
            start = at + 1
        at += 1
    if start < len(text):
        pieces.append(Span(start, len(text)))
    return [p for p in pieces if p.of(text).strip()]


def _read(
    text: str, piece: Span, dressed: tuple[tuple[Span, str], ...], known: KnownSources
) -> Reference | None:
    start, end = _trimmed(text, piece)
    cross = _CROSS.match(text[start:end])
    if cross is not None:
        return Reference("cross", Span(start, end), Span(start, start), None, None)
    signal = ""
    while (match := _SIGNAL.match(text, start, end)) is not None:
        signal = signal or match.group().strip()
        start = match.end()
    ibid = _IBID.match(text[start:end])
    if ibid is not None and (not ibid["place"] or is_locator(ibid["place"])):
        return _ibid(start, end, ibid, signal)
    inner = [m.end() for m in _SIGNAL_INSIDE.finditer(text, start, end)]
    # `… in an appendix: Whitlock, “Folded Sheet,” 241`
    inner += [
        m.end()
        for m in _AFTER_COLON.finditer(text, start, end)
        if known.is_surname(m["name"]) and not any(s.contains(m.start()) for s, _ in dressed)
    ]
    for opening in (*sorted(inner), start):
        reference = _reference(text, Span(opening, end), dressed, known, signal)
        if reference is not None:
            return reference
    return of_archive(text, Span(start, end), known, signal)


def _ibid(start: int, end: int, ibid: re.Match[str], signal: str) -> Reference:
    place = Span(start + ibid.start("place"), start + ibid.end("place"))
    return Reference(
        "ibid", Span(start, end), Span(start, start), None, None,
        ibid["place"] or None, place if len(place) else None, signal,
    )  # fmt: skip


def _trimmed(text: str, span: Span) -> tuple[int, int]:
    start, end = span.start, span.end
    while start < end and text[start] in " \t\n\u00a0,":
        start += 1
    while end > start and text[end - 1] in " \t\n\u00a0":
        end -= 1
    return start, end


def _reference(
    text: str,
    piece: Span,
    dressed: tuple[tuple[Span, str], ...],
    known: KnownSources,
    signal: str,
) -> Reference | None:
    inverted = _list_form(text, piece, dressed)
    if inverted is not None:
        return inverted
    title = next(((s, d) for s, d in dressed if piece.start <= s.start < piece.end), None)
    bare_end = piece.end - (text[piece.end - 1] == ".")
    if title is None or title[0].start - piece.start > _LONGEST_AUTHORS:
        return undressed(text, piece, bare_end, known, signal)
    where, dress = title
    bare_end = _without_tail(text, where.end, bare_end)
    before = text[piece.start : where.start].strip(" ,\u00a0")
    letter = _LETTER.match(before)
    if letter is not None:
        before = letter["who"]
    described = DESCRIBED.search(before)
    before = before[: described.start()] if described is not None else before
    names = natural_names(without_role(before)) if before else None
    group = before if before and (names is None or looks_like_organisation(before)) else ""
    parted = described is not None or letter is not None
    if before and not parted and text[: where.start].rstrip()[-1:] not in ",“" and names is None:
        return None
    if group and not _is_group(group, known):
        return None
    classical = _CLASSICAL.fullmatch(text, where.end, bare_end) if names is not None else None
    if classical is not None:
        return Reference(
            "short", piece, Span(piece.start, where.end), names,
            TitleCue(where.of(text).strip(MARKS).strip().rstrip(".,"), dress, where),
            classical["place"], Span(*classical.span("place")), signal, True,
        )  # fmt: skip
    rest = text[where.end : bare_end]
    place = place_in(text, where.end, bare_end)
    kind = "" if letter is not None else _kind(rest, place, where.end, dressed, bare_end)
    if kind is None:
        return None
    words = where.of(text).strip(MARKS).strip().rstrip(".,")
    news = kind == "full" and DATE.search(rest) is not None and (not names or dress == "quotes")
    return Reference(
        kind, piece, Span(piece.start, where.end), None if group else names,
        TitleCue(words, dress, where), place.of(text) if place is not None else None, place, signal,
        news and not (FACTS.search(rest) or _ISSUE.search(rest)),
    )  # fmt: skip


def _without_tail(text: str, start: int, end: int) -> int:
    """Where a reference ends before words that say what it is cited for."""
    tail = _TAIL.search(text, start, end)
    return tail.start() if tail is not None else end


def _is_group(words: str, known: KnownSources) -> bool:
    """A listed group, or words of which all but the small ones have capitals, as groups have."""
    if known.is_group(words):
        return True
    tokens = words.split()
    named = all(t[:1].isupper() or t in _SMALL for t in tokens)
    return named and tokens[0][:1].isupper() and looks_like_organisation(words)


def _kind(
    rest: str, place: Span | None, start: int, dressed: tuple[tuple[Span, str], ...], end: int
) -> str | None:
    """Full, short, or None where the words after the title are prose."""
    container = any(d == "italics" and start <= s.start < end for s, d in dressed)
    if FACTS.search(rest) or _ISSUE.search(rest) or _PUBLISHED.search(rest):
        return "full"
    if DATE.search(rest) and (container or rest.lstrip().startswith(",")):
        return "full"
    between = rest[: place.start - start] if place is not None else rest
    if not between.strip(' ,:.”"’'):
        return "short"
    if container and len(between.split()) < 25:
        return "full"
    return None


def _list_form(text: str, piece: Span, dressed: tuple[tuple[Span, str], ...]) -> Reference | None:
    """An entry that stands where a note should: `Marsh, Lena. *Wet Trades*. Reach: …, 2013.`"""
    title = next((t for t in dressed if t[0].start >= piece.start), None)
    if title is None or title[0].start - piece.start > _LONGEST_AUTHORS:
        return None
    where, dress = title
    before = text[piece.start : where.start].strip()
    after = text[where.end : where.end + 2]
    inside = where.of(text).rstrip(MARKS)[-1:]
    if not before.endswith(".") or not (after[:1] == "." or inside == "."):
        return None
    names = inverted_names(before) if _INVERTED.match(text, piece.start) else None
    if names is None and _PUBLISHED.search(text, where.end):
        # The name as spoken, and periods all the same: `Lena Marsh. *Wet Trades*. Reach: …, 2013.`
        names = natural_names(before.rstrip("."))
        if names is not None and not all(n.given for n in names.names):
            names = None
    if names is None:
        return None
    words = where.of(text).strip(MARKS).strip().rstrip(".,")
    return Reference(
        "list", Span(piece.start, len(text.rstrip())), Span(piece.start, where.end), names,
        TitleCue(words, dress, where),
    )  # fmt: skip
