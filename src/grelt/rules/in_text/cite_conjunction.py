"""Two names are joined by `&` where the guide has `and`, or the reverse.

The sign belongs to lists and parentheses in one guide, and to none in the others.
"""

import re

from ...citations.anatomy import is_enclosed
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.folding import letters
from ...text.spans import Span
from ..base import Rule

_JOINED = re.compile(r"(?<=[\s,\u00a0])(?:and|&)(?=[\s\u00a0])")


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if paper.strays(number):
        return NOT_MINE  # of another system as a whole
    names = citation.names
    missing = _missing(paper, number)
    if missing is not None:
        return (missing,)
    if names is None or len(names.names) < 2 or citation.note_kind:
        return NOT_MINE
    text = paper.paragraph(citation.paragraph).text
    end = citation.title.span.start if citation.title is not None else citation.source_span.end
    joined = _JOINED.search(text, citation.source_span.start, max(end, citation.source_span.start))
    if joined is None:
        return NOT_MINE
    settings = paper.policy.guide.citation
    wanted = (
        settings.conjunction_enclosed if is_enclosed(citation) else settings.conjunction_running
    )
    if joined.group() == wanted:
        return RIGHT
    if wanted == "&" and _are_no_persons(paper, number):
        return NOT_MINE
    return (
        Slip(
            template="enclosed" if is_enclosed(citation) else "running",
            holes=(("wanted", wanted),),
            place=Place(citation.paragraph, Span(joined.start(), joined.end())),
            expected=wanted,
            citation=number,
            fixable=True,
        ),
    )


def _missing(paper: Paper, number: int) -> Slip | None:
    """`Lund, Osei`: two names with a comma alone between them."""
    citation = paper.citations[number]
    found = paper.matches[number].entries
    title = citation.title
    if title is None or title.dress != "plain" or len(found) != 1 or not is_enclosed(citation):
        return None
    if letters(title.text) not in {p.key for p in paper.entries[found[0]].persons[1:]}:
        return None
    text = paper.paragraph(citation.paragraph).text
    first = text[citation.source_span.start : title.span.start].rstrip(" ,")
    word = paper.policy.guide.citation.conjunction_enclosed
    return Slip(
        template="enclosed",
        holes=(("wanted", word),),
        place=Place(citation.paragraph, Span(citation.source_span.start, title.span.end)),
        expected=f"{first} {word} {title.text}",
        citation=number,
        confidence=0.9,
        fixable=True,
    )


def _are_no_persons(paper: Paper, number: int) -> bool:
    """A group with `and` in its name: `Reach and Tern Council`."""
    found = paper.matches[number].entries
    return bool(found) and not paper.entries[found[0]].persons


RULE = Rule(
    id="cite-conjunction",
    subject=Subject.CITATION,
    label="“&” or “and”",
    mark="and",
    messages={
        "enclosed": "In parentheses two names are joined by “{wanted}”.",
        "running": "In the sentence two names are joined by “{wanted}”.",
    },
    check=check,
)
