"""“Ibid.” where a short note is better; or, where the house asks for it, “Ibid.” for a short note.

A note that says its own source can be read by itself, and stays right when another note is put in
before it.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ...short_notes import short_note
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    house = paper.policy.house.value("ibid")
    above = paper.note_above(number)
    single = {paper.source_of[i] for i in above}
    if citation.note_kind == "short":
        if house != "require" or single != {paper.source_of[number]} or citation.signal:
            return NOT_MINE
        same = paper.citations[above[-1]].locator == citation.locator
        expected = "Ibid." if same or not citation.locator else f"Ibid., {citation.locator}."
        return (_slip(paper, number, "use", expected),)
    if citation.note_kind != "ibid":
        return NOT_MINE
    if house in ("allow", "require"):
        return RIGHT
    found = paper.matches[number].entries
    locator = citation.locator or (paper.citations[above[-1]].locator if above else None)
    expected_note = (
        short_note(paper.entries[found[0]], locator, paper.policy.guide.notes)
        if len(found) == 1
        else None
    )
    return (_slip(paper, number, "forbid" if house == "forbid" else "better", expected_note),)


def _slip(paper: Paper, number: int, template: str, expected: str | None) -> Slip:
    return Slip(
        template=template,
        place=paper.citation_place(number),
        expected=expected,
        citation=number,
        confidence=0.9,
        fixable=expected is not None,
    )


RULE = Rule(
    id="note-ibid-discouraged",
    subject=Subject.CITATION,
    label="“Ibid.” or a short note",
    mark="ibid.",
    messages={
        "better": "A short note says the same and stays right when notes move.",
        "forbid": "“Ibid.” is not used in this course.",
        "use": "This course uses “Ibid.” where the note above has the same source.",
    },
    check=check,
    house=("ibid",),
)
