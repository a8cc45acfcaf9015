"""A page in parentheses, and no source named that it could belong to.

A page alone is enough where the sentence, or the one just before, names the source.
Where nothing does, the reader has a number and no book.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    citation, match = paper.citations[number], paper.matches[number]
    if citation.form != "narrative" or citation.parenthesis is None or match.by_hand:
        return NOT_MINE
    if _far_from_its_name(paper, number):
        return (
            Slip(
                template="sentence",
                holes=(("locator", citation.locator or ""),),
                place=paper.citation_place(number),
                citation=number,
                confidence=0.7,
                doubt="the source just before may be meant",
            ),
        )
    if not match.sourceless:
        return RIGHT
    # Act, scene and line, or chapter and verse, are often given alone all through a paper.
    parted = "." in (citation.locator or "") or ":" in (citation.locator or "")
    first_of_paper = not any(m.entries for m in paper.matches[:number])
    return (
        Slip(
            template="none",
            holes=(("locator", citation.locator or ""),),
            place=paper.citation_place(number),
            citation=number,
            confidence=0.6 if parted else 0.85 if first_of_paper or citation.after is None else 0.7,
            doubt="the whole paper may be about the work meant" if parted else "",
        ),
    )


def _far_from_its_name(paper: Paper, number: int) -> bool:
    """Where pages have labels and years stand with names, a page alone belongs to a name in its sentence: not
    to a parenthesis some sentences before."""
    citation, match = paper.citations[number], paper.matches[number]
    guide = paper.policy.guide
    if guide.system != "author-date" or not guide.citation.page_label or not match.carried:
        return False
    before = next(
        (
            paper.citations[i]
            for i in reversed(range(number))
            if paper.citations[i].paragraph == citation.paragraph and not paper.matches[i].carried
        ),
        None,
    )
    return (
        before is not None
        and before.form == "parenthetical"
        and before.sentence != citation.sentence
        and before.locator is None
    )


RULE = Rule(
    id="cite-no-source",
    subject=Subject.CITATION,
    label="a page and no source",
    mark="source?",
    messages={
        "sentence": "({locator}) stands far from a name: give the source again with it.",
        "none": "({locator}) gives a place and no source; nothing in the paragraph names one.",
    },
    check=check,
)
