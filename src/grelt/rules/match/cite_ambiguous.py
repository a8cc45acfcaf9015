"""The citation fits two or more entries and lacks what would tell them apart.

Two works by one author need a short title in the citation, two authors of one surname a
first initial; without it the reader cannot know which source is meant.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...matching import MatchDegree
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    match = paper.matches[number]
    if match.by_hand or match.carried:
        return NOT_MINE
    if match.degree is not MatchDegree.AMBIGUOUS and not match.rivals:
        return RIGHT if match.entries else NOT_MINE
    citation = paper.citations[number]
    entries = [paper.entries[i] for i in sorted((*match.entries, *match.rivals))]
    # Of works told apart by letters one is always meant by its letter.
    guessed = bool(match.rivals) and not any(e.year_letter for e in entries)
    one_author = len({e.author.text for e in entries}) == 1
    titles = [e.title.text for e in entries if e.title is not None]
    named = (
        ", ".join(f"“{t}”" for t in titles)
        if one_author
        else "; ".join(e.author.text for e in entries)
    )
    return (
        Slip(
            template="works" if one_author else "authors",
            holes=(
                ("source", match.cited or citation.source),
                ("count", str(len(entries))),
                ("named", named),
            ),
            place=paper.citation_place(number),
            citation=number,
            confidence=0.72 if guessed else 1.0,
            doubt=f"{match.reason}" if guessed else "",
        ),
    )


RULE = Rule(
    id="cite-ambiguous",
    subject=Subject.CITATION,
    label="fits more than one entry",
    mark="which?",
    messages={
        "works": "{source} has {count} works in the list ({named}); the citation does not say which.",
        "authors": "{count} entries begin with {source} ({named}); the citation does not say which.",
    },
    check=check,
)
