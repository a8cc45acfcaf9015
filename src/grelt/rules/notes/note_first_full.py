"""The first note to a source is not in the full form.

The full note tells the reader at once what the source is; the short ones lean on it.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...text.folding import letters
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if (
        citation.personal
        or citation.note_kind not in ("full", "short")
        or paper.cited_before(number)
    ):
        return NOT_MINE
    if citation.note_kind == "full":
        return RIGHT
    if _named_above(paper, number):
        return NOT_MINE
    matched = bool(paper.matches[number].entries)
    return (
        Slip(
            template="short",
            place=paper.citation_place(number),
            citation=number,
            confidence=0.9 if matched else 0.7,
            doubt="" if matched else "its source is not in the list",
        ),
    )


def _named_above(paper: Paper, number: int) -> bool:
    """Whether a note before has name and title, though in words that are read as no citation of their own
    (`Compare Scanlon, …, with David Owens, *Shaping*, …`)."""
    citation, note = paper.citations[number], paper.note_of(number)
    if citation.title is None or citation.names is None or note is None:
        return False
    family, title = citation.names.names[0].key, letters(citation.title.text)
    above = (
        letters(paper.paragraph(p).text) for n in paper.document.notes[:note] for p in n.paragraphs
    )
    return any(family in said and title in said for said in above)


RULE = Rule(
    id="note-first-full",
    subject=Subject.CITATION,
    label="first note not in full",
    mark="full",
    messages={"short": "No note before this one cites the source; the first gives it in full."},
    check=check,
)
