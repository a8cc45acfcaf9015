"""A first name stands in a citation that needs only the surname.

The list goes by surnames; a first name sends the reader to another letter. Two authors of one surname
are told apart by an initial.
"""

from ...citations.anatomy import is_enclosed
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...matching import is_name_of
from ...paper import Paper
from ...text.folding import letters
from ...text.names import is_initials
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    names = citation.names
    if not is_enclosed(citation) or names is None or citation.personal:
        return NOT_MINE
    first = names.names[0]
    turned = _turned_round(paper, number)
    if turned is not None:
        return (turned,)
    found = paper.matches[number].entries
    listed = {p.key for i in found for p in paper.entries[i].persons}
    if first.key not in listed:
        return NOT_MINE
    if not first.given or is_initials(first.given) or _shared(paper, first.key):
        return RIGHT
    text = paper.paragraph(citation.paragraph).text
    start = citation.source_span.start
    at = text.find(first.family, start, citation.source_span.end)
    if at <= start:
        return NOT_MINE
    end = at + len(first.family)
    return (
        Slip(
            template="given",
            holes=(("family", first.family),),
            place=Place(citation.paragraph, Span(start, end)),
            expected=text[at:end],
            citation=number,
            confidence=0.9,
            fixable=True,
        ),
    )


def _turned_round(paper: Paper, number: int) -> Slip | None:
    """`Bray, Tomas`: the name as the list has it."""
    citation = paper.citations[number]
    found = paper.matches[number].entries
    title = citation.title
    if title is None or title.dress != "plain" or len(found) != 1:
        return None
    entry = paper.entries[found[0]]
    later = {p.key for p in entry.persons[1:]}
    if not is_name_of(title.text, entry) or letters(title.text) in later:
        return None
    text = paper.paragraph(citation.paragraph).text
    family = text[citation.source_span.start : title.span.start].rstrip(" ,")
    return Slip(
        template="given",
        holes=(("family", family),),
        place=Place(citation.paragraph, Span(citation.source_span.start, title.span.end)),
        expected=family,
        citation=number,
        confidence=0.9,
        fixable=True,
    )


def _shared(paper: Paper, key: str) -> bool:
    """Whether two different first authors of the list have this surname."""
    given = {p.given.casefold() for e in paper.entries for p in e.persons[:1] if p.key == key}
    return len(given) > 1


RULE = Rule(
    id="cite-given-name",
    subject=Subject.CITATION,
    label="first name in the citation",
    mark="name",
    messages={"given": "The citation needs the surname alone, {family}."},
    check=check,
)
