"""A direct quotation with no citation in its sentence or the next.

Words in quotation marks are somebody's; the reader is told whose, and where.
"""

import re

from ...citations import Quotation
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ...text.folding import words
from ..base import Rule

_HEARD = re.compile(
    r"\b(?:participants?|respondents?|interviewees?|informants?|(?:was|were)\s+asked|questionnaire|survey\s+item|"
    r"as\s+one\s+(?:\w+\s+)?(?:put|said)|told\s+(?:me|us)|my\s+(?:grand)?(?:mother|father|parents|teacher|friend|"
    r"neighbou?r|sister|brother|aunt|uncle))\b",
    re.I,
)
_GOES_ON = re.compile(r"\b(?:it|she|he|they)\b", re.I)
_LEAST, _SURE = 6, 8
_NEAR = 350


def check(paper: Paper, number: int) -> Verdict:
    mine = [
        q for q in paper.quotations if q.paragraph == number and not q.block and q.words >= _LEAST
    ]
    if not mine or not paper.entries or paper.notes_unknown:
        return NOT_MINE
    slips = tuple(_slip(q) for q in mine if not _cited(paper, q) and not _said_before(paper, q))
    return slips or RIGHT


def _cited(paper: Paper, quotation: Quotation) -> bool:
    here = [paper.citations[i] for i in paper.citations_in.get(quotation.paragraph, ())]
    sentence = quotation.sentence
    for citation in here:
        where = citation.place or citation.parenthesis or citation.span
        if citation.sentence == sentence or citation.sentence.start == sentence.end:
            return True
        if sentence.start <= where.start < sentence.end:
            return True
    paragraph = paper.paragraph(quotation.paragraph)
    near = _next_end(paper, quotation)
    if any(sentence.start <= offset <= near for offset, _ in paragraph.note_markers):
        return True
    if _goes_on(paper, quotation) or _read_closely(paper, quotation):
        return True
    if paper.names_a_source(sentence.of(paragraph.text)) and _may_go_by_name(paper, quotation):
        return True
    if _named_just_before(paper, quotation):
        return True
    # A parenthesis right after it says whose words they are, as of somebody interviewed.
    if paragraph.text[quotation.span.end :].lstrip(" \u00a0.,").startswith("("):
        return True
    # What the writer heard or asked stands in no list.
    if _HEARD.search(paragraph.text, sentence.start, sentence.end):
        return True
    return _leads_on(paper, quotation)


def _may_go_by_name(paper: Paper, quotation: Quotation) -> bool:
    """Whether its author's name is enough for a quotation: where notes cite, only if one is still to come."""
    if paper.policy.guide.system != "notes":
        return True
    markers = paper.paragraph(quotation.paragraph).note_markers
    return any(offset > quotation.span.end for offset, _ in markers)


def _named_just_before(paper: Paper, quotation: Quotation) -> bool:
    """`“Rope of the Month,” a page of the museum’s, … “Every rope …,” it says`: an unpaged source that the
    sentence before names, and goes on with by a pronoun."""
    text = paper.paragraph(quotation.paragraph).text
    sentence = quotation.sentence
    around = text[sentence.start : quotation.span.start] + text[quotation.span.end : sentence.end]
    if _GOES_ON.search(around) is None:
        return False
    return any(
        paper.citations[i].sentence.end == sentence.start
        and len(paper.matches[i].entries) == 1
        and not paper.has_pages(paper.matches[i].entries[0])
        for i in paper.citations_in.get(quotation.paragraph, ())
    )


def _next_end(paper: Paper, quotation: Quotation) -> int:
    """Where the sentence after the quotation's ends, at most."""
    text = paper.paragraph(quotation.paragraph).text
    starts = [q.sentence.end for q in paper.quotations if q.paragraph == quotation.paragraph]
    later = min((s for s in starts if s > quotation.sentence.end), default=0)
    stop = text.find(". ", quotation.sentence.end)
    return max(quotation.sentence.end, later, stop + 2 if stop >= 0 else len(text))


def _goes_on(paper: Paper, quotation: Quotation) -> bool:
    """Between two citations of one source the text may go on with it."""
    numbers = paper.citations_in.get(quotation.paragraph, ())
    before = [i for i in numbers if paper.citations[i].sentence.start < quotation.sentence.start]
    after = [i for i in numbers if paper.citations[i].sentence.start > quotation.sentence.start]
    if not before or not after:
        return False
    entries = paper.matches[before[-1]].entries
    return bool(entries) and entries == paper.matches[after[0]].entries


def _read_closely(paper: Paper, quotation: Quotation) -> bool:
    """A few sentences after a page was cited, the text still reads that page."""
    near = quotation.sentence.start - _NEAR
    before = [
        i
        for i in paper.citations_in.get(quotation.paragraph, ())
        if paper.citations[i].sentence.start < quotation.sentence.start
    ]
    if not before:
        return False
    last = paper.citations[before[-1]]
    return last.locator is not None and last.sentence.end >= near


def _leads_on(paper: Paper, quotation: Quotation) -> bool:
    """Whether the paragraph ends with the quotation and a block quotation follows."""
    text = paper.paragraph(quotation.paragraph).text
    following = quotation.paragraph + 1
    roles = paper.structure.roles
    last = quotation.sentence.end >= len(text.rstrip())
    return last and following < len(roles) and roles[following] is Role.BLOCK_QUOTE


def _said_before(paper: Paper, quotation: Quotation) -> bool:
    """Whether the same words are quoted, and cited, elsewhere in the paper."""
    mine = _bare(paper, quotation)
    return any(
        other is not quotation and mine in _bare(paper, other) and _cited(paper, other)
        for other in paper.quotations
    )


def _bare(paper: Paper, quotation: Quotation) -> str:
    return " ".join(words(quotation.span.of(paper.paragraph(quotation.paragraph).text)))


def _slip(quotation: Quotation) -> Slip:
    sure = quotation.words >= _SURE
    return Slip(
        template="quoted",
        place=Place(quotation.paragraph, quotation.span),
        paragraph=quotation.paragraph,
        confidence=0.85 if sure else 0.65,
        doubt="" if sure else "so few words may be no quotation",
    )


RULE = Rule(
    id="quote-uncited",
    subject=Subject.PARAGRAPH,
    label="quotation without a citation",
    mark="whose?",
    messages={"quoted": "No citation stands in the sentence of this quotation, or in the next."},
    check=check,
    any_system=True,
)
