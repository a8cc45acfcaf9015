"""Several sources in one parenthesis that do not stand in the order of the list.

One order for list and parentheses lets the reader go down the list once.
"""

from itertools import pairwise

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if citation.parenthesis is None or citation.form != "parenthetical":
        return NOT_MINE
    together = [
        i
        for i in range(number, min(number + 12, len(paper.citations)))
        if paper.citations[i].parenthesis == citation.parenthesis
        and paper.citations[i].paragraph == citation.paragraph
    ]
    first = number == 0 or (
        paper.citations[number - 1].parenthesis != citation.parenthesis
        or paper.citations[number - 1].paragraph != citation.paragraph
    )
    if not first or len(together) < 2 or not paper.policy.guide.citation.ordered:
        return NOT_MINE
    if any(len(paper.matches[i].entries) != 1 for i in together):
        return NOT_MINE
    if any(paper.citations[i].signal for i in together[1:]):
        return NOT_MINE  # `see also` begins anew
    rank = {entry: place for place, entry in enumerate(paper.expected_order)}
    ranks = [rank[paper.matches[i].entries[0]] for i in together]
    for at in range(1, len(together)):
        one, other = paper.citations[together[at - 1]], paper.citations[together[at]]
        if one.source == other.source and (one.year or "") <= (other.year or ""):
            # Years behind one name stand in their own order: whom `et al.` hides counts in the list alone.
            ranks[at] = ranks[at - 1]
    if all(a <= b for a, b in pairwise(ranks)):
        return RIGHT
    text = paper.paragraph(citation.paragraph).text
    spans = [paper.citations[i].span for i in together]
    if citation.source and any(
        not paper.citations[i].source_span.of(text)[:1].isalpha() for i in together
    ):
        expected = None
    else:
        ordered = [
            spans[k].of(text).strip() for k in sorted(range(len(spans)), key=ranks.__getitem__)
        ]
        expected = f"({'; '.join(ordered)})"
    return (
        Slip(
            template="order",
            place=Place(citation.paragraph, citation.parenthesis),
            expected=expected,
            citation=number,
            confidence=0.9,
            fixable=expected is not None,
        ),
    )


RULE = Rule(
    id="cite-order",
    subject=Subject.CITATION,
    label="sources in another order than the list",
    mark="order",
    messages={"order": "Sources in one parenthesis stand in the order of the list."},
    check=check,
)
