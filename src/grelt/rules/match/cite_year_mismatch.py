"""The author is in the list, with another year.

Name and year together lead to the entry; one of the two years is wrong, or a work is missing from the
list.
"""

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...matching.candidates import Way
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    match = paper.matches[number]
    if citation.year is None or citation.year_span is None or not match.entries or match.by_hand:
        return NOT_MINE
    if match.way is not Way.YEAR:
        return RIGHT
    listed = [paper.entries[i] for i in match.entries]
    years = [(e.year or "n.d.") + e.year_letter for e in listed]
    one = len(set(years)) == 1
    return (
        Slip(
            template="year",
            holes=(
                ("cited", citation.dated or ""),
                ("listed", " and ".join(dict.fromkeys(years))),
                ("author", listed[0].label),
            ),
            place=Place(citation.paragraph, citation.year_span),
            expected=years[0] if one else None,
            citation=number,
            confidence=0.9,
            fixable=one,
        ),
    )


RULE = Rule(
    id="cite-year-mismatch",
    subject=Subject.CITATION,
    label="another year than the entry’s",
    mark="year",
    messages={"year": "The text has {cited}; {author} is listed with {listed}."},
    check=check,
    outranks=("cite-ambiguous",),
)
