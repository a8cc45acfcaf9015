"""The cited name and the entry's differ by a slip of spelling.

A name misspelled in one place cannot be found in the other, and the author is owed
their own name.
"""

from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...matching import MatchDegree
from ...matching.candidates import Way
from ...paper import Paper
from ...text.spans import Span
from ...text.spelling import is_slip
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    match = paper.matches[number]
    citation = paper.citations[number]
    if match.by_hand or match.carried or len(match.entries) != 1 or not citation.source:
        return NOT_MINE
    if match.degree is MatchDegree.EXACT:
        return _in_sentence(paper, number)
    if match.way not in (Way.SPELLING, Way.ACCENT):
        return NOT_MINE
    entry = paper.entries[match.entries[0]]
    listed = entry.persons[0].family if entry.persons else entry.author.text
    source = paper.source_place(number)
    text = paper.paragraph(source.paragraph).text
    at = text.find(match.cited, source.span.start, source.span.end)
    place = Place(source.paragraph, Span(at, at + len(match.cited))) if at >= 0 else source
    confidence, doubt = _confidence(paper, number, match.way, match.cited)
    return (
        Slip(
            template="accent" if match.way is Way.ACCENT else "slip",
            holes=(("cited", match.cited), ("listed", listed)),
            place=place,
            expected=listed,
            citation=number,
            confidence=confidence,
            doubt=doubt,
            fixable=True,
        ),
    )


def _in_sentence(paper: Paper, number: int) -> Verdict:
    """The work is cited rightly, and its author misspelled in the sentence."""
    citation = paper.citations[number]
    entry = paper.entries[paper.matches[number].entries[0]]
    later = _later_name(paper, number)
    if later is not None:
        return (later,)
    listed = {p.family for p in entry.persons}
    for cue in citation.cues:
        if cue.listed in listed and not _said_before(paper, number, cue.span):
            return (
                Slip(
                    template="slip",
                    holes=(("cited", cue.text), ("listed", cue.listed)),
                    place=Place(citation.paragraph, cue.span),
                    expected=cue.listed,
                    citation=number,
                    confidence=0.9,
                    fixable=True,
                ),
            )
    return RIGHT


def _later_name(paper: Paper, number: int) -> Slip | None:
    """A second or third author a slip of spelling away from the entry's."""
    citation = paper.citations[number]
    entry = paper.entries[paper.matches[number].entries[0]]
    names = citation.names.names if citation.names is not None else ()
    text = paper.paragraph(citation.paragraph).text
    for cited, listed in zip(names[1:], entry.persons[1:], strict=False):
        if cited.key == listed.key or not is_slip(cited.key, listed.key):
            continue
        at = text.find(cited.family, citation.source_span.start, citation.source_span.end)
        if at >= 0:
            return Slip(
                template="slip",
                holes=(("cited", cited.family), ("listed", listed.family)),
                place=Place(citation.paragraph, Span(at, at + len(cited.family))),
                expected=listed.family,
                citation=number,
                confidence=0.9,
                fixable=True,
            )
    return None


def _said_before(paper: Paper, number: int, span: Span) -> bool:
    """Whether an earlier citation of the paragraph has the same misspelled name in its sentence."""
    here = paper.citations[number].paragraph
    return any(
        other.paragraph == here and any(c.span == span for c in other.cues)
        for other in paper.citations[:number]
    )


def _confidence(paper: Paper, number: int, way: Way, cited: str) -> tuple[float, str]:
    """Less sure where the name is short and its supposed entry is cited rightly elsewhere."""
    if way is Way.ACCENT:
        return 0.7, "the accent may have been lost on the way"
    entry = paper.matches[number].entries[0]
    rightly = any(
        paper.matches[other].degree is MatchDegree.EXACT and not paper.matches[other].carried
        for other in paper.matching.cited_by.get(entry, ())
    )
    if rightly and len(cited) < 6:
        return 0.65, f"{cited} may be another writer, who is not listed"
    return 0.9, ""


RULE = Rule(
    id="cite-name-spelling",
    subject=Subject.CITATION,
    label="name spelled two ways",
    mark="spelling",
    messages={
        "slip": "The text has {cited}, the list has {listed}. One of them is misspelled.",
        "accent": "The text has {cited}, the list has {listed}: an accent differs.",
    },
    check=check,
)
