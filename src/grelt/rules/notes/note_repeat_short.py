"""A later note to a source repeats the full form.

What was said in full once is known; the short form takes the reader back to it, and leaves room.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...short_notes import short_note
from ...text.folding import words
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    if (
        citation.personal
        or citation.note_kind not in ("full", "short")
        or not paper.cited_before(number)
    ):
        return NOT_MINE
    if citation.note_kind == "short":
        return RIGHT
    found = paper.matches[number].entries
    if found and not _is_title_of(paper, number, found[0]):
        return NOT_MINE  # a part of it, given for the first time
    short = (
        short_note(paper.entries[found[0]], citation.locator, paper.policy.guide.notes)
        if len(found) == 1
        else None
    )
    if short is not None and not citation.text.endswith("."):
        short = short.rstrip(".")
    return (
        Slip(
            template="full",
            place=paper.citation_place(number),
            expected=short,
            citation=number,
            confidence=0.9,
            fixable=short is not None,
        ),
    )


def _is_title_of(paper: Paper, number: int, entry: int) -> bool:
    """Whether the title in a note is the entry's, or may be."""
    cited, listed = paper.citations[number].title, paper.entries[entry].title_words
    if cited is None or not listed:
        return True
    shared = set(words(cited.text)) & set(listed)
    return 2 * len(shared) > min(len(words(cited.text)), len(listed))


RULE = Rule(
    id="note-repeat-short",
    subject=Subject.CITATION,
    label="later note in full",
    mark="short",
    messages={"full": "An earlier note gives this source; from then on the short form stands."},
    check=check,
)
