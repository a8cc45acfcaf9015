"""Citations of which a part stands in the sentence: a year or a page in parentheses after the
source is named, or a page alone."""

from __future__ import annotations

import re
from dataclasses import replace

from ..document import Paragraph
from ..structure import Role
from ..text.spans import Span
from .adjacent import Named, named_before
from .attribution import DOUBTFUL, covering, name_of, names_of, nearest_group
from .model import Citation, Cue
from .parts import Part
from .signals import in_scope
from .walk import AFTER, CAPITALISED, CERTAIN, Walk

_NUMBER_WORD = re.compile(
    r"([a-z]+(?:[- ](?:one|two|three|four|five|six|seven|eight|nine))?)\s*$", re.I
)
_NUMBERS = {
    word: number
    for number, word in enumerate(
        """zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen
        sixteen seventeen eighteen nineteen twenty""".split()
    )
} | {
    word: 10 * tens
    for tens, word in enumerate("thirty forty fifty sixty seventy eighty ninety".split(), 3)
}
_ROUND = frozenset({"hundred", "thousand", "dozen", "score"})
_YEARS = re.compile(r"(?:1[5-9]|20)\d\d(?:\s?[-–—]\s?(?:\d{2}|(?:1[5-9]|20)\d\d)?)?")


def year_alone(
    walk: Walk,
    paragraph: Paragraph,
    span: Span,
    parts: list[Part],
    sentence: Span,
    before: tuple[Cue, ...],
    earlier: tuple[Cue, ...],
    named: Named | None,
    used: set[Span],
) -> None:
    """`Okonjo (2021)`: the year of the source that is named right before it."""
    text = paragraph.text
    tentative = named is None
    if named is None:
        # Not right before it: `Okonjo’s first book (2014)`, or in the sentence before. It counts
        # only if an entry of that author and year fits.
        group = nearest_group(text, tuple(c for c in before if c.known)) or nearest_group(
            text, tuple(c for c in earlier if c.known)
        )
        where = covering(group)
        if where is None:
            return
        named = Named(where, where.of(text), names_of(text, group), group)
    for number, part in enumerate(parts):
        if part.source or part.year is None:
            continue
        walk.citations.append(
            Citation(
                form="narrative",
                paragraph=paragraph.index,
                span=named.span if not number else part.span,
                text=(named.span if not number else part.span).of(text),
                parenthesis=span,
                source=named.source,
                source_span=named.span,
                names=named.names,
                title=None,
                year=part.year,
                year_letter=part.year_letter,
                year_span=part.year_span,
                locator=part.locator,
                locator_span=part.locator_span,
                indirect=part.indirect,
                sentence=sentence,
                cues=named.cues,
                after=walk.last_in_stretch,
                certainty=DOUBTFUL if tentative else CERTAIN,
                tentative=tentative,
            )
        )
        if not tentative:
            walk.last_in_stretch = len(walk.citations) - 1
    used.update(c.span for c in named.cues)


def personal_alone(
    walk: Walk,
    paragraph: Paragraph,
    span: Span,
    part: Part,
    sentence: Span,
    cues: tuple[Cue, ...],
    used: set[Span],
) -> None:
    """`Owen Pryce (pers. comm., June 4, 2018)`: what somebody named right before it said to the writer."""
    text = paragraph.text
    before = in_scope(cues, Span(sentence.start, span.start))
    named = named_before(text, sentence.start, span.start, before)
    where = named.span if named is not None else span
    walk.citations.append(
        Citation(
            form="narrative" if named is not None else "parenthetical",
            paragraph=paragraph.index,
            span=where,
            text=where.of(text),
            parenthesis=span,
            source=where.of(text) if named is not None else part.span.of(text),
            source_span=where,
            names=named.names if named is not None else None,
            title=None,
            year=None,
            locator=None,
            indirect=False,
            personal=True,
            sentence=sentence,
            after=walk.last_in_stretch,
            certainty=CERTAIN,
        )
    )
    used.update(c.span for c in before)


def page_at_the_end(
    walk: Walk, paragraph: Paragraph, span: Span, part: Part, sentence: Span
) -> bool:
    """`Nakata (2019) found … (p. 97)`: the page belongs to the citation its sentence began with; where only
    the year stood there, also from a later sentence of the paragraph."""
    if walk.last_in_stretch is None:
        return False
    last = walk.citations[walk.last_in_stretch]
    near = last.sentence == sentence or (last.form == "narrative" and part.labelled)
    fits = (
        last.paragraph == paragraph.index
        and (last.form == "narrative" or part.labelled)
        and last.year is not None
        and last.locator is None
        and near
        and (part.labelled or AFTER.match(paragraph.text, span.end) is not None)
    )
    if fits:
        walk.citations[walk.last_in_stretch] = replace(
            last, locator=part.locator, locator_span=part.locator_span, place=span
        )
    return fits


def locator_alone(
    walk: Walk,
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
    if _repeats_a_number(text, span, part.locator):
        return
    if re.match(r"(?:fig|table|note|nn?\.|app)", part.locator, re.I):
        return
    before = in_scope(cues, Span(sentence.start, span.start))
    named = nearest_group(text, before)
    closes = AFTER.match(text, span.end) is not None
    if not named:
        named_before = any(c.known for c in in_scope(cues, Span(0, sentence.start)))
        if not closes or (part.labelled and walk.last_in_stretch is None and not named_before):
            return
        if CAPITALISED.fullmatch(text[: span.start].rstrip().rsplit(" ", 1)[-1]):
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


def page_before_others(
    walk: Walk,
    paragraph: Paragraph,
    role: Role,
    span: Span,
    part: Part,
    sentence: Span,
    cues: tuple[Cue, ...],
    used: set[Span],
) -> None:
    """`Pym and Ilkes insist … (4; see also Oakes 12)`: the page is theirs whom the sentence names."""
    if walk.dated:
        page_at_the_end(walk, paragraph, span, part, sentence)
    elif nearest_group(paragraph.text, in_scope(cues, Span(sentence.start, span.start))):
        locator_alone(walk, paragraph, role, span, part, sentence, cues, used)


def _repeats_a_number(text: str, span: Span, locator: str) -> bool:
    """`nine (9)`: the figure says again what the word before it says."""
    match = _NUMBER_WORD.search(text, max(0, span.start - 30), span.start)
    if match is None:
        return False
    *tens, last = re.split(r"[- ]", match.group(1).casefold())
    if last in _ROUND:
        return True
    if last not in _NUMBERS:
        return False
    value = _NUMBERS[last] + (_NUMBERS.get(tens[-1], 0) if tens else 0)
    return locator in (str(value), str(_NUMBERS[last]))


def _append_narrative(
    walk: Walk,
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
            locator_span=part.locator_span,
            indirect=part.indirect,
            sentence=sentence,
            cues=named,
            after=walk.last_in_stretch,
            certainty=CERTAIN,
        )
    )
    walk.last_in_stretch = len(walk.citations) - 1
