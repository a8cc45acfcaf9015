"""A citation by author and date gives no year.

The list has its entries by author and year; without the year the reader cannot tell which work, or
which edition of it, is meant.
"""

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...matching import MatchDegree
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    match = paper.matches[number]
    if (
        citation.personal
        or citation.classical
        or citation.verse
        or paper.strays(number)
        or not citation.source
        or citation.parenthesis is None
    ):
        return NOT_MINE
    if citation.note_kind or match.degree is MatchDegree.AMBIGUOUS:
        return NOT_MINE
    if citation.year is not None:
        return RIGHT
    if not match.entries or _said_before(paper, number):
        return NOT_MINE
    entry = paper.entries[match.entries[0]]
    year = (entry.year or "") + entry.year_letter
    comma = ", " if paper.policy.guide.citation.comma_before_year else " "
    enclosed = citation.form == "parenthetical"
    text = citation.source_span.of(paper.paragraph(citation.paragraph).text)
    joined = f"{text}{comma}{year}" if enclosed else f"{text} ({year})"
    return (
        Slip(
            template="year",
            holes=(("source", text),),
            place=Place(citation.paragraph, citation.source_span),
            expected=joined if year else None,
            citation=number,
            confidence=0.9,
            fixable=bool(year),
        ),
    )


def _said_before(paper: Paper, number: int) -> bool:
    """Whether a narrative citation goes on with a source whose year the paragraph has given."""
    citation = paper.citations[number]
    if citation.form == "parenthetical":
        return False
    return any(
        other.paragraph == citation.paragraph
        and other.year is not None
        and paper.matches[i].entries == paper.matches[number].entries
        for i, other in enumerate(paper.citations[:number])
    )


RULE = Rule(
    id="cite-year-missing",
    subject=Subject.CITATION,
    label="no year",
    mark="year?",
    messages={"year": "The citation of {source} gives no year."},
    check=check,
)
