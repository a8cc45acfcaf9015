"""More names than the guide gives before `et al.`, `et al.` with too few authors, or written otherwise.

How many names a citation gives follows from how many authors the entry has, so that every citation
of a work looks alike.
"""

import re

from ...citations import Citation
from ...citations.anatomy import is_enclosed
from ...entries import Entry
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...matching import MatchDegree
from ...paper import Paper
from ...text.spans import Span
from ..base import Rule

_WRITTEN = re.compile(r"\bet\.?\s+al(?:\.|ii\b|ia\b|\b)", re.I)
_RIGHT = "et al."
_WITH = re.compile(r",?\swith\s")


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    match = paper.matches[number]
    if citation.title is not None and citation.title.dress == "plain":
        return NOT_MINE  # what follows the first name may be a second one
    if not citation.source or citation.note_kind or citation.names is None:
        return NOT_MINE
    text = paper.paragraph(citation.paragraph).text
    end = citation.title.span.start if citation.title is not None else citation.source_span.end
    written = _WRITTEN.search(text, citation.source_span.start, min(len(text), end + 1))
    if written is not None and written.group() != _RIGHT:
        return _slip(number, citation, Span(*written.span()), "form", _RIGHT)
    if match.degree is not MatchDegree.EXACT or match.carried or len(match.entries) != 1:
        return NOT_MINE
    entry = paper.entries[match.entries[0]]
    if _WITH.search(entry.author.text):
        return NOT_MINE  # who helped is named or not
    return _by_number(paper, number, citation, entry, text, end)


def _by_number(
    paper: Paper, number: int, citation: Citation, entry: Entry, text: str, end: int
) -> Verdict:
    names = citation.names
    assert names is not None
    authors = entry.persons
    listed = entry.author.names
    if (
        listed is None
        or (len(authors) < 2 and not listed.et_al)
        or names.names[0].key != authors[0].key
    ):
        return NOT_MINE
    many = listed.et_al or len(authors) >= paper.policy.guide.citation.et_al_from
    start = citation.source_span.start
    place = Span(start, start + len(text[start:end].rstrip(" ,")))
    if many and not names.et_al and len(names.names) > 1:
        if _told_apart(paper, entry):
            return RIGHT
        return _slip(
            number, citation, place, "many", f"{_said(text, names.names[0].family, place)} {_RIGHT}"
        )
    if not many and names.et_al:
        return _slip(number, citation, place, "few", _joined(paper, citation, entry))
    if len(names.names) == 1 and not names.et_al and is_enclosed(citation):
        expected = f"{names.names[0].family} {_RIGHT}" if many else _joined(paper, citation, entry)
        return _slip(number, citation, place, "alone", expected, confidence=0.85)
    return RIGHT


def _told_apart(paper: Paper, entry: Entry) -> bool:
    """Whether another work would be cited by the same first name and `et al.` (and the same year, where
    years are cited): then more names tell the two apart."""
    settings = paper.policy.guide
    families = [p.key for p in entry.persons]
    return any(
        len(other.persons) >= settings.citation.et_al_from
        and other.persons[0].key == families[0]
        and [p.key for p in other.persons] != families
        and (settings.system != "author-date" or other.year == entry.year)
        for other in paper.entries
    )


def _said(text: str, family: str, place: Span) -> str:
    """The first name as written, up to its end."""
    at = text.find(family, place.start, place.end)
    return text[place.start : at + len(family)] if at >= 0 else family


def _joined(paper: Paper, citation: Citation, entry: Entry) -> str:
    settings = paper.policy.guide.citation
    word = settings.conjunction_enclosed if is_enclosed(citation) else settings.conjunction_running
    families = [p.family for p in entry.persons]
    if len(families) == 2:
        return f"{families[0]} {word} {families[1]}"
    return f"{', '.join(families[:-1])}, {word} {families[-1]}"


def _slip(
    number: int,
    citation: Citation,
    place: Span,
    template: str,
    expected: str,
    confidence: float = 0.95,
) -> Verdict:
    return (
        Slip(
            template=template,
            place=Place(citation.paragraph, place),
            expected=expected,
            citation=number,
            confidence=confidence,
            fixable=True,
        ),
    )


RULE = Rule(
    id="cite-et-al",
    subject=Subject.CITATION,
    label="how many names",
    mark="et al.",
    messages={
        "form": "It is written “et al.”, with one period, after “al”.",
        "many": "The work has so many authors that “et al.” follows the first.",
        "few": "“et al.” stands for more authors than the work has.",
        "alone": "The entry has more authors than the citation says.",
    },
    check=check,
    outranks=("cite-conjunction",),
)
