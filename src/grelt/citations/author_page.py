"""Finds the citations of a paper: in parentheses, and in sentences that name the source.

Every parenthesis is read once; the words around it decide how sure it is that it
cites. Time grows in a straight line with the text.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field, replace

from ..document import Document, Paragraph
from ..structure import Role, Structure
from ..text.sentences import Sentences, sentences
from ..text.spans import Span
from .attribution import (
    DOUBTFUL,
    covering,
    name_of,
    named_only,
    names_of,
    nearest_group,
)
from .known import KnownSources
from .model import Citation, Cue
from .parts import Part, read_part, split_works
from .signals import find_cues, in_scope

_LONGEST = 320
_PROSE = (Role.BODY, Role.BLOCK_QUOTE, Role.NOTE, Role.HEADING)
_CLOSING_QUOTE = '”’"»'
_AFTER = re.compile(r"[\s”\"’]*(?:[.?!,;:…—–)]|$)")
_CAPITALISED = re.compile(r"[^\W\d_a-z][^\W\d_]+")
_NUMBER_WORD = re.compile(
    r"\b(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\w+teen|twenty|thirty|"
    r"forty|fifty|sixty|seventy|eighty|ninety|hundred|thousand)[\w-]*\s*$",
    re.I,
)
_YEARS = re.compile(r"(?:1[5-9]|20)\d\d(?:\s?[-–—]\s?(?:\d{2}|(?:1[5-9]|20)\d\d)?)?")
_CERTAIN, _LIKELY = 0.95, 0.85


@dataclass
class _Walk:
    """What the finder carries from paragraph to paragraph."""

    known: KnownSources
    outside: frozenset[str]
    citations: list[Citation] = field(default_factory=list)
    last_in_stretch: int | None = None
    previous_cues: tuple[Cue, ...] = ()


def find_citations(
    document: Document, structure: Structure, known: KnownSources
) -> tuple[Citation, ...]:
    """All citations in body, block quotations, headings and notes, in reading order."""
    walk = _Walk(known, _words_outside(document, structure))
    before: Role | None = None
    for paragraph in document.paragraphs:
        role = structure.roles[paragraph.index]
        if role is Role.BLANK:
            continue
        if role not in _PROSE:
            before = role
            continue
        # A block quotation goes on with the source of the prose around it.
        if Role.BLOCK_QUOTE not in (role, before) or role is Role.NOTE:
            walk.last_in_stretch = None
            walk.previous_cues = ()
        _read_paragraph(walk, paragraph, role)
        before = role
    return tuple(walk.citations)


def _words_outside(document: Document, structure: Structure) -> frozenset[str]:
    """Capitalised words of the prose outside parentheses."""
    seen: set[str] = set()
    for paragraph in document.paragraphs:
        if structure.roles[paragraph.index] not in _PROSE:
            continue
        at = 0
        for span in parentheses(paragraph.text):
            seen.update(_CAPITALISED.findall(paragraph.text, at, span.start))
            at = span.end
        seen.update(_CAPITALISED.findall(paragraph.text, at))
    return frozenset(seen)


def parentheses(text: str) -> Iterator[Span]:
    """Outermost balanced parentheses of a sane length, marks included."""
    opened: list[int] = []
    for at, character in enumerate(text):
        if character == "(":
            opened.append(at)
        elif character == ")" and opened:
            start = opened.pop()
            if not opened and at - start <= _LONGEST:
                yield Span(start, at + 1)
        if opened and at - opened[0] > _LONGEST:
            opened.pop(0)


def _read_paragraph(walk: _Walk, paragraph: Paragraph, role: Role) -> None:
    text = paragraph.text
    cues = find_cues(text, paragraph.italics, walk.known)
    cut = sentences(text)
    enclosed = list(parentheses(text))
    running = tuple(c for c in cues if not any(p.start < c.span.start < p.end for p in enclosed))
    first = len(walk.citations)
    used: set[Span] = set()
    for span in enclosed:
        _read_parenthesis(walk, paragraph, role, span, cut, running, used)
    only_named = named_only(paragraph, role, cut, running, used)
    mine = sorted(walk.citations[first:] + only_named, key=_reading_order)
    _renumber(walk, first, mine)
    walk.previous_cues = running


def _reading_order(citation: Citation) -> tuple[Span, Span]:
    """By where a citation is complete: at its parenthesis, if it has one."""
    return citation.parenthesis or citation.span, citation.span


def _renumber(walk: _Walk, first: int, mine: list[Citation]) -> None:
    """Put a paragraph's citations in reading order, keeping `after` pointed rightly."""
    old = walk.citations[first:]
    place = {id(citation): first + number for number, citation in enumerate(mine)}
    renumbered = []
    for citation in mine:
        after = citation.after
        if after is not None and after >= first:
            citation = replace(citation, after=place[id(old[after - first])])
        renumbered.append(citation)
    walk.citations[first:] = renumbered
    confirmed = [i for i, c in enumerate(renumbered) if not c.tentative]
    if confirmed:
        walk.last_in_stretch = first + confirmed[-1]


def _read_parenthesis(
    walk: _Walk,
    paragraph: Paragraph,
    role: Role,
    span: Span,
    cut: Sentences,
    cues: tuple[Cue, ...],
    used: set[Span],
) -> None:
    text = paragraph.text
    if span.start and text[span.start - 1].isalnum():
        return
    sentence = cut.at(_last_inked(text, span.start))
    parts: list[Part] = []
    for piece in split_works(text, Span(span.start + 1, span.end - 1)):
        part = read_part(text, piece, paragraph.italics)
        if part is None:
            continue
        if part.is_locator_alone and parts and parts[-1].source:
            # `Marlowe 42; ch. 3`: a second place in the same work.
            earlier = parts[-1]
            parts[-1] = replace(
                earlier,
                span=Span(earlier.span.start, part.span.end),
                locator="; ".join(filter(None, (earlier.locator, part.locator))),
            )
            continue
        parts.append(part)
    if not parts:
        return
    if all(p.is_locator_alone for p in parts):
        _locator_alone(walk, paragraph, role, span, parts[0], sentence, cues, used)
        return
    judged = [(p, *_judge(walk, text, span, p)) for p in parts if p.source]
    sure = any(certainty >= _LIKELY for _, certainty, _, _ in judged)
    for part, certainty, tentative, doubt in judged:
        if sure:
            certainty, tentative, doubt = max(certainty, _LIKELY), False, ""
        before = in_scope(cues, Span(sentence.start, span.start))
        walk.citations.append(
            Citation(
                form="parenthetical",
                paragraph=paragraph.index,
                span=span if len(judged) == 1 else part.span,
                text=(span if len(judged) == 1 else part.span).of(text),
                parenthesis=span,
                source=part.source,
                source_span=part.source_span,
                names=part.names,
                title=part.title,
                year=part.year,
                locator=part.locator,
                indirect=part.indirect,
                sentence=sentence,
                cues=before,
                earlier=in_scope(cues, Span(0, sentence.start)),
                after=walk.last_in_stretch,
                certainty=certainty,
                tentative=tentative,
                doubt=doubt,
            )
        )
        used.update(c.span for c in before)
        if not tentative:
            walk.last_in_stretch = len(walk.citations) - 1


def _last_inked(text: str, before: int) -> int:
    at = before - 1
    while at > 0 and text[at].isspace():
        at -= 1
    return max(at, 0)


def _judge(walk: _Walk, text: str, span: Span, part: Part) -> tuple[float, bool, str]:
    """How sure a part with a source is a citation, whether it counts unmatched, and the doubt."""
    before = text[: span.start].rstrip()
    quote = before[-1:] in _CLOSING_QUOTE and bool(before)
    closes = _AFTER.match(text, span.end) is not None
    names = part.names
    several = names is not None and (len(names.names) > 1 or names.et_al)
    if part.indirect or several:
        return _CERTAIN, False, ""
    if part.year is not None:
        comma = text[part.source_span.end : part.source_span.end + 1] == ","
        if names is not None and (comma or part.locator is not None):
            return _LIKELY, False, ""
        return DOUBTFUL, not (quote and names is not None), ""
    if part.locator is not None:
        return _CERTAIN, False, ""
    if part.source.isupper() and len(part.source) <= 8:
        return DOUBTFUL, True, ""
    if part.title is not None:
        headline = part.title.dress == "quotes" and _is_headline(part.title.text)
        if quote:
            return _LIKELY, False, ""
        if headline and closes and part.title.text[:1].isupper():
            return DOUBTFUL, False, "a title alone in parentheses may be an aside"
        return DOUBTFUL, True, ""
    if quote:
        return _LIKELY, False, ""
    words = _CAPITALISED.findall(part.source)
    alone = len(part.source.split()) <= 2 and names is not None
    if closes and alone and words and not any(w in walk.outside for w in words):
        return DOUBTFUL, False, "a name alone in parentheses may be an aside"
    return DOUBTFUL, True, ""


def _is_headline(text: str) -> bool:
    words = text.split()
    capitals = sum(w[:1].isupper() for w in words)
    return len(words) >= 2 and capitals >= 2 and capitals >= len(words) / 2


def _locator_alone(
    walk: _Walk,
    paragraph: Paragraph,
    role: Role,
    span: Span,
    part: Part,
    sentence: Span,
    cues: tuple[Cue, ...],
    used: set[Span],
) -> None:
    """A page in parentheses: of the source its sentence names, or of the one before it."""
    text = paragraph.text
    if part.prefixed or part.locator is None or _YEARS.fullmatch(part.locator):
        return
    if _NUMBER_WORD.search(text, max(0, span.start - 30), span.start):
        return
    if re.match(r"(?:fig|table|note|nn?\.|app)", part.locator, re.I):
        return
    before = in_scope(cues, Span(sentence.start, span.start))
    named = nearest_group(text, before)
    closes = _AFTER.match(text, span.end) is not None
    if not named:
        if not closes or (part.labelled and walk.last_in_stretch is None):
            return
        if _CAPITALISED.fullmatch(text[: span.start].rstrip().rsplit(" ", 1)[-1]):
            return  # a figure beside a name: an age, a number of a house
        if not text[: span.start].strip():
            return
    # Named earlier in the stretch, after the last citation: the sentence goes on with it.
    if not named:
        last = walk.citations[walk.last_in_stretch] if walk.last_in_stretch is not None else None
        since = last.span.end if last is not None and last.paragraph == paragraph.index else 0
        earlier = in_scope(cues, Span(since, sentence.start)) if since <= sentence.start else ()
        named = nearest_group(text, tuple(c for c in earlier if c.known))
        if not named and role is Role.BLOCK_QUOTE and walk.previous_cues:
            named = tuple(c for c in walk.previous_cues if c.known)[-1:]
            if named and (last is None or last.paragraph != paragraph.index):
                _append_narrative(walk, paragraph, span, part, sentence, named, None)
                return
    where = covering(named)
    _append_narrative(walk, paragraph, span, part, sentence, named, where)
    used.update(c.span for c in named)


def _append_narrative(
    walk: _Walk,
    paragraph: Paragraph,
    span: Span,
    part: Part,
    sentence: Span,
    named: tuple[Cue, ...],
    where: Span | None,
) -> None:
    text = paragraph.text
    covers = where if where is not None else span
    walk.citations.append(
        Citation(
            form="narrative",
            paragraph=paragraph.index,
            span=covers,
            text=covers.of(text),
            parenthesis=span,
            source=where.of(text) if where is not None else "",
            source_span=covers,
            names=names_of(text, named) if where is not None else name_of(named),
            title=None,
            year=None,
            locator=part.locator,
            indirect=part.indirect,
            sentence=sentence,
            cues=named,
            after=walk.last_in_stretch,
            certainty=_CERTAIN,
        )
    )
    walk.last_in_stretch = len(walk.citations) - 1
