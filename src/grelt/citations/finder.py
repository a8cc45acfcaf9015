"""Finds the citations of a paper: in parentheses, and in sentences that name the source.

Every parenthesis is read once; the words around it decide how sure it is that it
cites. Time grows in a straight line with the text.
"""

from __future__ import annotations

import re
from dataclasses import replace

from ..document import Document, Paragraph
from ..structure import Role, Structure
from ..text.folding import words
from ..text.sentences import Sentences, sentences
from ..text.spans import Span, Spans
from .adjacent import named_before
from .attribution import (
    DOUBTFUL,
    named_only,
)
from .brackets import Bracketed, odd_brackets, plain_bracket
from .dated import read_dated
from .known import KnownSources
from .model import BOOK_AND_LINE, Citation, Cue
from .narrative import (
    locator_alone,
    page_at_the_end,
    page_before_others,
    personal_alone,
    year_alone,
)
from .notes import read_note
from .parts import Part, read_in_another, read_part, split_works
from .signals import find_cues, in_scope
from .walk import (
    AFTER,
    CAPITALISED,
    CERTAIN,
    CITING,
    LIKELY,
    Walk,
    is_dated,
    parentheses,
    words_outside,
)

_CAPITALS = re.compile(r"[^\W\d_a-z][^\W\d_]*")
_NEAR_BEFORE = 300
_CLOSING_QUOTE = '”’"»'


def find_citations(
    document: Document, structure: Structure, known: KnownSources
) -> tuple[Citation, ...]:
    """All citations in body, block quotations, headings and notes, in reading order."""
    walk = Walk(known, words_outside(document, structure), is_dated(document, structure, known))
    before: Role | None = None
    for paragraph in document.paragraphs:
        role = structure.roles[paragraph.index]
        if role is Role.BLANK:
            continue
        if role not in CITING:
            before = role
            continue
        # A block quotation goes on with the source of the prose around it.
        if Role.BLOCK_QUOTE not in (role, before) or role is Role.NOTE:
            walk.last_in_stretch = None
            walk.previous_cues = ()
        _read_paragraph(walk, paragraph, role)
        before = role
    return tuple(walk.citations)


def _read_paragraph(walk: Walk, paragraph: Paragraph, role: Role) -> None:
    text = paragraph.text
    cues = find_cues(text, paragraph.italics, walk.known)
    cut = sentences(text)
    plain = list(parentheses(text))
    brackets = [plain_bracket(text, p) for p in plain]
    brackets += odd_brackets(text, plain, walk.known)
    brackets.sort(key=lambda b: b.span)
    first = len(walk.citations)
    if role is Role.NOTE:
        referred = Spans(_read_references(walk, paragraph, cut))
        brackets = [b for b in brackets if not referred.overlap(b.span)]
        cues = tuple(c for c in cues if not referred.overlap(c.span))
    enclosed = Spans(b.span for b in brackets)
    running = tuple(c for c in cues if not enclosed.part_at(c.span.start))
    used: set[Span] = set()
    for bracket in brackets:
        _read_parenthesis(walk, paragraph, role, bracket, cut, running, used)
    only_named = named_only(paragraph, role, cut, running, used)
    mine = sorted(walk.citations[first:] + only_named, key=_reading_order)
    _renumber(walk, first, mine)
    walk.previous_cues = running


def _read_references(walk: Walk, paragraph: Paragraph, cut: Sentences) -> list[Span]:
    """The references of a note as citations; returns the words they take up."""
    walk.enter_note(paragraph.note or "")
    taken: list[Span] = []
    before = walk.last_in_notes
    for reference in read_note(paragraph.text, paragraph.italics, walk.known):
        taken.append(reference.span)
        if reference.kind == "cross":
            continue
        walk.citations.append(
            Citation(
                form="note",
                paragraph=paragraph.index,
                span=reference.span,
                text=reference.span.of(paragraph.text),
                parenthesis=None,
                source=reference.source_span.of(paragraph.text),
                source_span=reference.source_span,
                names=reference.names,
                title=reference.title,
                year=None,
                locator=reference.locator,
                locator_span=reference.locator_span,
                indirect=False,
                sentence=cut.at(reference.span.start),
                after=before,
                certainty=CERTAIN,
                personal=reference.newspaper,
                note_kind=reference.kind,
                signal=reference.signal,
            )
        )
        before = walk.last_in_note = len(walk.citations) - 1
    return taken


def _reading_order(citation: Citation) -> tuple[Span, Span]:
    """By where a citation is complete: at its parenthesis, if it has one."""
    return citation.parenthesis or citation.span, citation.span


def _renumber(walk: Walk, first: int, mine: list[Citation]) -> None:
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
    walk: Walk,
    paragraph: Paragraph,
    role: Role,
    bracket: Bracketed,
    cut: Sentences,
    cues: tuple[Cue, ...],
    used: set[Span],
) -> None:
    text, span = paragraph.text, bracket.span
    if span.start and text[span.start - 1].isalnum():
        return
    sentence = cut.at(_last_inked(text, span.start))
    parts: list[Part] = []
    for piece in read_in_another(text, split_works(text, bracket.inner, walk.known)):
        dated = read_dated(text, piece, paragraph.italics, walk.known)
        if dated and (walk.dated or dated[0].source or dated[0].personal):
            # `Okonjo 2021a; 2021b`: another work of whoever stands before.
            parts += [_continuing(p, parts, walk.known) for p in dated]
            continue
        part = read_part(text, piece, paragraph.italics, walk.known)
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
    shared = False
    if len(parts) > 1 and _only_introduces(text, span, parts[:1]):
        del parts[0]  # `(RBG; RBG, 2017)`
    if not parts or _only_introduces(text, span, parts):
        return
    if parts[0].personal and not parts[0].source:
        personal_alone(walk, paragraph, span, parts[0], sentence, cues, used)
        return
    if walk.dated and parts[0].year is not None:
        before = in_scope(cues, Span(sentence.start, span.start))
        explains = parts[0].source.isupper() and len(parts) == 1
        named = named_before(text, sentence.start, span.start, before)
        if explains and named is not None and named.cues and named.cues[0].kind == "group":
            # `the Estuary Pilots’ Association (EPA, 2020)`: the letters only shorten the name.
            parts[0] = replace(parts[0], source="")
        if not parts[0].source:
            before_it = in_scope(cues, Span(max(0, sentence.start - _NEAR_BEFORE), sentence.start))
            year_alone(walk, paragraph, span, parts, sentence, before, before_it, named, used)
            # `Pym (2016; see also Ilkes, 2017)`
            parts = [p for p in parts if p.source]
            if not parts:
                return
            shared = True
    if all(p.is_locator_alone for p in parts):
        if walk.dated and page_at_the_end(walk, paragraph, span, parts[0], sentence):
            return
        locator_alone(walk, paragraph, role, span, parts[0], sentence, cues, used)
        return
    if parts[0].is_locator_alone:
        page_before_others(walk, paragraph, role, span, parts[0], sentence, cues, used)
        shared = True
    judged = [(p, *_judge(walk, text, span, p)) for p in parts if p.source]
    sure = any(certainty >= LIKELY for _, certainty, _, _ in judged)
    for part, certainty, tentative, doubt in judged:
        if sure:
            certainty, tentative, doubt = max(certainty, LIKELY), False, ""
        before = in_scope(cues, Span(sentence.start, span.start))
        own = part.span if shared or len(judged) > 1 else span
        walk.citations.append(
            Citation(
                form="parenthetical",
                paragraph=paragraph.index,
                span=own,
                text=own.of(text),
                parenthesis=span,
                source=part.source,
                source_span=part.source_span,
                names=part.names,
                title=part.title,
                year=part.year,
                year_letter=part.year_letter,
                year_span=part.year_span,
                locator=part.locator,
                locator_span=part.locator_span,
                indirect=part.indirect,
                signal="see" if part.prefixed and not part.indirect else "",
                oddity=bracket.oddity or ("nested" if part.nested else ""),
                verse=part.verse,
                personal=part.personal,
                sentence=sentence,
                cues=before,
                earlier=in_scope(cues, Span(0, sentence.start)),
                after=walk.last_in_stretch,
                certainty=certainty,
                tentative=tentative,
                doubt=doubt,
            )
        )
        used.update(c.span for c in before if _may_mean(c, part))
        if not tentative:
            walk.last_in_stretch = len(walk.citations) - 1


def _continuing(part: Part, before: list[Part], known: KnownSources) -> Part:
    """A year alone is that of the source before it in the parenthesis, where the list has it so."""
    if part.source or part.year is None or part.year_span is None or not before:
        return part
    last = before[-1]
    name = last.names.names[0].family if last.names is not None else last.source
    if last.year is None or not known.is_year_of(name, part.year):
        return part
    return replace(
        part, source=last.source, source_span=part.year_span, names=last.names, title=last.title
    )


def _may_mean(cue: Cue, part: Part) -> bool:
    """Whether a source named before a parenthesis may be the one that it gives; else it is named for itself,
    and its match will tell whether the paper cites it elsewhere."""
    if cue.kind == "title":
        return part.title is not None
    if part.names is None:
        return True
    own = {word for name in part.names.names for word in words(name.family)}
    return bool(own & set(words(cue.text)))


def _only_introduces(text: str, span: Span, parts: list[Part]) -> bool:
    """`the Harbour Lighting Board (HLB)`: letters that shorten the words before them."""
    (part, *others) = parts
    source = part.source
    if others or part.year or part.locator or not 2 <= len(source) <= 8 or not source.isupper():
        return False
    initials = "".join(w[0] for w in _CAPITALS.findall(text, max(0, span.start - 120), span.start))
    return initials.endswith(source)


def _last_inked(text: str, before: int) -> int:
    at = before - 1
    while at > 0 and text[at].isspace():
        at -= 1
    return max(at, 0)


def _judge(walk: Walk, text: str, span: Span, part: Part) -> tuple[float, bool, str]:
    """How sure a part with a source is a citation, whether it counts unmatched, and the doubt."""
    before = text[: span.start].rstrip()
    quote = before[-1:] in _CLOSING_QUOTE and bool(before)
    closes = AFTER.match(text, span.end) is not None
    names = part.names
    if part.personal or (walk.dated and part.year is not None):
        return CERTAIN, False, ""
    if part.verse:
        return LIKELY, False, ""
    if (
        part.title is not None
        and part.title.dress == "italics"
        and BOOK_AND_LINE.match(part.locator or "")
    ):
        return LIKELY, False, ""
    if walk.dated:
        # Without a year it is one only if an entry begins so: `(Volunteer 2)`, `(N = 9)` are not.
        return DOUBTFUL, True, ""
    several = names is not None and (len(names.names) > 1 or names.et_al)
    if part.indirect or several:
        return CERTAIN, False, ""
    if part.year is not None:
        comma = text[part.source_span.end : part.source_span.end + 1] == ","
        if names is not None and (comma or part.locator is not None):
            return LIKELY, False, ""
        return DOUBTFUL, not (quote and names is not None), ""
    if part.locator is not None:
        return CERTAIN, False, ""
    if part.source.isupper() and len(part.source) <= 8:
        return DOUBTFUL, True, ""
    if part.title is not None:
        headline = part.title.dress == "quotes" and _is_headline(part.title.text)
        if quote:
            return LIKELY, False, ""
        if headline and closes and part.title.text[:1].isupper():
            return DOUBTFUL, False, "a title alone in parentheses may be an aside"
        return DOUBTFUL, True, ""
    if quote:
        return LIKELY, False, ""
    words = CAPITALISED.findall(part.source)
    alone = len(part.source.split()) <= 2 and names is not None
    if closes and alone and words and not any(w in walk.outside for w in words):
        return DOUBTFUL, False, "a name alone in parentheses may be an aside"
    return DOUBTFUL, True, ""


def _is_headline(text: str) -> bool:
    words = text.split()
    capitals = sum(w[:1].isupper() for w in words)
    return len(words) >= 2 and capitals >= 2 and capitals >= len(words) / 2
