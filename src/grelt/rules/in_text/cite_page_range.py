"""A range of pages in a citation runs backwards, or has not the guide's digits or dash.

A range that runs backwards leads nowhere; the others are written one way throughout a paper.
"""

from ...citations.anatomy import ranges, whole_second
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...guides.model import CitationSettings
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if citation.locator is None or citation.locator_span is None:
        return NOT_MINE
    found = ranges(citation.locator)
    if not found:
        return NOT_MINE
    settings = paper.policy.guide.citation
    strict = paper.policy.house.value("dashes") == "strict"
    for match in found:
        wrong = _wrong(match.group(1), match.group(3), match.group(5), settings, strict=strict)
        if wrong is None:
            continue
        template, expected = wrong
        start = citation.locator_span.start + match.start()
        label = citation.locator[: match.start()]
        whole = citation.locator_span if not label.strip("p. ") else None
        place = whole or Span(start, start + len(match.group()))
        if expected is not None and whole is not None:
            expected = label + expected + citation.locator[match.end() :]
        return (
            Slip(
                template=template,
                place=Place(citation.paragraph, place),
                expected=expected,
                citation=number,
                confidence=0.95,
                fixable=expected is not None,
            ),
        )
    return RIGHT


def _wrong(
    first: str, dash: str, second: str, settings: CitationSettings, *, strict: bool
) -> tuple[str, str | None] | None:
    """What is wrong with a range, and the right one where there is one."""
    whole = whole_second(first, second)
    if int(whole) < int(first) or (int(whole) == int(first) and len(second) >= len(first)):
        return "backwards", None
    digits = _digits(first, whole, settings.range_digits)
    mark = settings.range_dash
    if digits is not None and digits != second:
        return "digits", f"{first}{dash if dash in '-–' else mark}{digits}"
    if dash not in ("-", "–", "‑", "--") or (strict and dash != mark):
        return "dash", f"{first}{mark}{second}"
    return None


def _digits(first: str, whole: str, form: str) -> str | None:
    if form == "all":
        return whole
    if form != "two" or len(first) != len(whole) or len(first) < 3:
        return None if form != "two" else whole
    return whole[-2:] if first[:-2] == whole[:-2] else whole


RULE = Rule(
    id="cite-page-range",
    subject=Subject.CITATION,
    label="range of pages",
    mark="range",
    messages={
        "backwards": "The range runs backwards.",
        "digits": "The second number of the range has not the digits that the guide gives it.",
        "dash": "The mark in the range is not the guide’s.",
    },
    check=check,
    house=("dashes",),
)
