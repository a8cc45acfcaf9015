"""Notes that people type themselves: raised figures in the text, and numbered paragraphs under
`Notes` or at the end. They become notes like any other."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..document import Document, Note, Paragraph
from ..document.edit import rearranged, without
from ..text.folding import words
from ..text.spans import Span
from .headings import is_list_heading

_HEADINGS = frozenset({("notes",), ("endnotes",), ("footnotes",), ("end", "notes"), ("note",)})
_SMALL = str.maketrans("⁰¹²³⁴⁵⁶⁷⁸⁹", "0123456789")
_NUMBER = re.compile(
    r"\s*(?:\[(\d{1,3})\]|\((\d{1,3})\)|(\d{1,3})[.)]?|([⁰¹²³⁴-⁹]{1,3}))(?=\s|[^\W\d])"
)
_SMALL_FIGURES = re.compile(r"[⁰¹²³⁴-⁹]{1,3}")
_GLUED = re.compile(r"(?<=[.,;:!?”\"’)])(\d{1,3})(?=\s|$|[—–])")
_FEWEST = 2
_WIDEST_GAP = 6


@dataclass(frozen=True)
class _Group:
    """A typed note: its number, and its paragraphs."""

    number: int
    paragraphs: list[Paragraph]


@dataclass(frozen=True)
class _Marker:
    paragraph: int
    span: Span
    number: int
    time: int = 1


def with_typed_notes(document: Document, begin: int | None = None) -> Document:
    """The document with its hand-typed notes made notes: those that a person says `begin` with a paragraph,
    or those that are told. Documents that have none, or that have notes of the file's own, come back as they
    are."""
    if document.notes:
        return document
    text = document.paragraphs
    found = _numbered(text) if begin is None else _from(text, begin)
    if found is None:
        return document
    heading, groups = found
    first = min(p.index for group in groups for p in group.paragraphs)
    markers = _markers([p for p in text if p.index < first], [g.number for g in groups])
    if not markers and heading is None:
        return document
    noted = {p.index for group in groups for p in group.paragraphs}
    marked: dict[int, list[_Marker]] = {}
    for marker in markers:
        marked.setdefault(marker.paragraph, []).append(marker)
    kept = [_with_markers(p, marked.get(p.index, [])) for p in text if p.index not in noted]
    notes = []
    seen: Counter[int] = Counter()
    for group in groups:
        seen[group.number] += 1
        own = [_without_number(group.paragraphs[0]), *group.paragraphs[1:]]
        identity = _identity(group.number, seen[group.number])
        notes.append((Note(identity, "endnote", group.number, (), typed=True), own))
    return rearranged(document, kept, notes)


def _identity(number: int, time: int) -> str:
    """What a note is called: one whose number comes a second time has another name."""
    return f"typed:{number}" if time == 1 else f"typed:{number}:{time}"


def _numbered(text: Sequence[Paragraph]) -> tuple[int | None, list[_Group]] | None:
    """The numbered paragraphs, note by note, and the heading over them."""
    headings = [p.index for p in text if len(p.text) < 30 and words(p.text) in _HEADINGS]
    for heading in reversed(headings):
        groups = _groups(text[heading + 1 :], gaps=True)
        if len(groups) >= 1 and _belongs(text[heading + 1 :], groups):
            return heading, groups
    # Without a heading: the last paragraphs of the text, numbered from 1.
    ones = [p.index for p in text if _number_of(p) == 1]
    for one in reversed(ones):
        groups = _groups(text[one:])
        last = groups[-1].paragraphs[-1].index if groups else 0
        rest = [p for p in text[last + 1 :] if not p.is_blank]
        ends = not rest or is_list_heading(rest[0])
        if len(groups) >= _FEWEST and ends and not _under_list(text, one):
            return None, groups
    return None


def _from(text: Sequence[Paragraph], begin: int) -> tuple[int | None, list[_Group]] | None:
    """The notes from a paragraph on, whatever they begin with: the first has the number that it has, or is the
    first."""
    groups = _groups(text[begin:], gaps=True)
    if not groups:
        groups = [_Group(_number_of(text[begin]) or 1, [text[begin]])]
        groups += _following(text[begin + 1 :], groups[0].number)
    return begin, groups


def _following(text: Sequence[Paragraph], number: int) -> list[_Group]:
    found: list[_Group] = []
    for paragraph in text:
        if _number_of(paragraph) != number + len(found) + 1:
            break
        found.append(_Group(number + len(found) + 1, [paragraph]))
    return found


def _belongs(after: Sequence[Paragraph], groups: list[_Group]) -> bool:
    """Whether the notes begin right under their heading."""
    inked = next((p for p in after if not p.is_blank), None)
    return inked is not None and inked.index == groups[0].paragraphs[0].index


def _under_list(text: Sequence[Paragraph], index: int) -> bool:
    return any(is_list_heading(p) for p in text[:index] if not p.in_table)


def _groups(text: Sequence[Paragraph], *, gaps: bool = False) -> list[_Group]:
    """Paragraphs numbered 1, 2, 3 and on, each with those that go on with it. With `gaps` a number that is left
    out, or comes twice, ends nothing."""
    groups: list[_Group] = []
    blank = False
    for paragraph in text:
        if paragraph.is_blank:
            blank = True
            continue
        number = _number_of(paragraph)
        automatic = paragraph.format.marker == "number" and number is None
        last = groups[-1].number if groups else 0
        near = gaps and bool(groups) and number is not None and last <= number <= last + _WIDEST_GAP
        if automatic or number == last + 1 or near:
            groups.append(_Group(last + 1 if number is None else number, [paragraph]))
        elif (
            groups
            and not blank
            and not is_list_heading(paragraph)
            and number is None
            and paragraph.format.alignment != "center"
            and not paragraph.format.page_break_before
        ):
            groups[-1].paragraphs.append(paragraph)
        else:
            break
        blank = False
    return groups


def _number_of(paragraph: Paragraph) -> int | None:
    match = _NUMBER.match(paragraph.text)
    if match is None or paragraph.in_table or len(paragraph.text) > 4000:
        return None
    return int(next(g for g in match.groups() if g).translate(_SMALL))


def _without_number(paragraph: Paragraph) -> Paragraph:
    match = _NUMBER.match(paragraph.text)
    if match is None:
        return paragraph
    end = match.end()
    while end < len(paragraph.text) and paragraph.text[end] in " \t\u00a0":
        end += 1
    return without(paragraph, [Span(0, end)])


def _markers(text: Sequence[Paragraph], numbers: Sequence[int]) -> list[_Marker]:
    """Places of the figures of these notes in the text, in order; empty where they do not fit."""
    found: list[_Marker] = []
    for paragraph in text:
        if paragraph.in_table or paragraph.is_blank:
            continue
        raised = paragraph.where(lambda f: bool(f.raised))
        own = [
            _Marker(paragraph.index, _inked(span, paragraph.text), int(span.of(paragraph.text)))
            for span in raised
            if span.of(paragraph.text).strip().isdecimal() and len(span) <= 4
        ]
        own += [
            _Marker(paragraph.index, Span(*m.span()), int(m.group().translate(_SMALL)))
            for m in _SMALL_FIGURES.finditer(paragraph.text)
        ]
        found += sorted(own, key=lambda m: m.span)
    if not found and any(r.format.raised is None for p in text for r in p.runs):
        found = _glued(text, numbers)
    # Out of order they are still notes; figures that no note has are left in the text.
    counts, seen = Counter(numbers), Counter[int]()
    kept: list[_Marker] = []
    for marker in found:
        if marker.number not in counts:
            continue
        # A number that comes twice leads to each of its notes in turn.
        seen[marker.number] += 1
        kept.append(replace(marker, time=min(seen[marker.number], counts[marker.number])))
    return kept


def _glued(text: Sequence[Paragraph], numbers: Sequence[int]) -> list[_Marker]:
    """Figures glued to a mark where the format cannot raise them: all of the notes', in order."""
    found: list[_Marker] = []
    for paragraph in text:
        for match in _GLUED.finditer(paragraph.text):
            if len(found) < len(numbers) and int(match.group()) == numbers[len(found)]:
                found.append(_Marker(paragraph.index, Span(*match.span()), int(match.group())))
    return found if len(found) == len(numbers) else []


def _inked(span: Span, text: str) -> Span:
    words_ = span.of(text)
    lead = len(words_) - len(words_.lstrip())
    return Span(span.start + lead, span.start + lead + len(words_.strip()))


def _with_markers(paragraph: Paragraph, markers: Sequence[_Marker]) -> Paragraph:
    """The figures out of the text, their places kept as markers of notes."""
    if not markers:
        return paragraph
    places, taken = [], 0
    for marker in markers:
        places.append((marker.span.start - taken, _identity(marker.number, marker.time)))
        taken += len(marker.span)
    bare = without(paragraph, [m.span for m in markers])
    return replace(bare, note_markers=tuple(sorted((*bare.note_markers, *places))))
