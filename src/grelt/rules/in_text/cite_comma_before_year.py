"""The mark between the name and the year is not the guide's.

Some guides part name and year by a comma, others by a space; one paper keeps to one way.
"""

from ...citations.anatomy import before_year
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if paper.strays(number):
        return NOT_MINE  # of another system as a whole
    gap = before_year(citation)
    if gap is None or citation.personal or citation.year_span is None:
        return NOT_MINE
    text = paper.paragraph(citation.paragraph).text
    between = gap.of(text)
    if text[: gap.start].endswith(" of"):
        return NOT_MINE  # the year is of the name: `Harbor Lighting Act of 1908`
    if any(c.isalnum() for c in between.partition("[")[0]):
        return NOT_MINE
    wanted = paper.policy.guide.citation.comma_before_year
    if citation.year and not citation.year[0].isdigit():
        # `n.d.` has a comma before it in every guide.
        wanted = True
    if ("," in between or between.rstrip().endswith(("”", '"'))) == wanted or _ends_quoted(
        text, citation.source_span, wanted
    ):
        return RIGHT
    start = max(
        text.rfind(" ", citation.source_span.start, gap.start) + 1, citation.source_span.start
    )
    place = Span(start, citation.year_span.end)
    bare = between.replace(",", "").strip()
    mark = ", " if wanted else " "
    expected = (
        text[start : gap.start] + (f" {bare}" if bare else "") + mark
        + citation.year_span.of(text)
    )  # fmt: skip
    return (
        Slip(
            template="missing" if wanted else "extra",
            place=Place(citation.paragraph, place),
            expected=expected,
            citation=number,
            fixable=True,
        ),
    )


def _ends_quoted(text: str, source: Span, wanted: bool) -> bool:
    """`(“Slack Water,” 2021)`: the comma stands inside the marks."""
    return wanted and source.of(text).rstrip('”"’').endswith(",")


RULE = Rule(
    id="cite-comma-before-year",
    subject=Subject.CITATION,
    label="mark before the year",
    mark="comma",
    messages={
        "missing": "A comma parts the source and the year.",
        "extra": "No comma stands between the source and the year.",
    },
    check=check,
)
