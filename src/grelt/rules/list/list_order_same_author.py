"""Several works by one author stand in the wrong order.

Under one author the works go by title, articles passed over.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if paper.policy.guide.list.same_author != "title":
        return NOT_MINE
    entry = paper.entries[number]
    before = paper.misplaced_titles.get(number)
    if before is None:
        same = [
            i
            for i in (number - 1, number + 1)
            if 0 <= i < len(paper.entries)
            and paper.filings[i].by_letters == paper.filings[number].by_letters
        ]
        return RIGHT if same else NOT_MINE
    other = paper.entries[before]
    return (
        Slip(
            template="title",
            holes=(
                ("title", entry.title.text if entry.title else entry.label),
                ("other", other.title.text if other.title else other.label),
                ("author", entry.label),
            ),
            place=entry.whole,
            entry=number,
        ),
    )


RULE = Rule(
    id="list-order-same-author",
    subject=Subject.ENTRY,
    label="order of one author’s works",
    mark="order",
    messages={"title": "Of {author}’s works “{title}” comes before “{other}”."},
    check=check,
)
