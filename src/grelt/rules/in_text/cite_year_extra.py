"""A year stands in a citation by author and page.

The reader finds the entry by its first element; the year belongs to another guide's system and says
nothing here.
"""

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if citation.form != "parenthetical" or not citation.source:
        return NOT_MINE
    year = citation.year_span
    if year is None:
        return RIGHT
    if _is_a_page(paper, number, citation.year or ""):
        return RIGHT
    text = paper.paragraph(citation.paragraph).text
    start = citation.source_span.end
    place = Span(start, year.end)
    if citation.locator_span is not None and citation.locator_span.start > year.end:
        place = Span(start, citation.locator_span.start)
    matched = bool(paper.matches[number].entries)
    return (
        Slip(
            template="year",
            holes=(("year", year.of(text)),),
            place=Place(citation.paragraph, place),
            expected=" " if place.end > year.end else "",
            citation=number,
            confidence=0.9 if matched else 0.7,
            doubt="" if matched else "it may be a date and no citation",
            fixable=True,
        ),
    )


def _is_a_page(paper: Paper, number: int, said: str) -> bool:
    """Whether what looks like a year is a page of the source: an article on pages 2020 to 2041."""
    ranges = (paper.entries[e].pages for e in paper.matches[number].entries)
    return said.isdigit() and any(r is not None and r[0] <= int(said) <= r[1] for r in ranges)


RULE = Rule(
    id="cite-year-extra",
    subject=Subject.CITATION,
    label="year in the citation",
    mark="year",
    messages={"year": "The year {year} does not stand in a citation by author and page."},
    check=check,
    outranks=("cite-comma-before-page",),
)
