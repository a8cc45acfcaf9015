"""Several works by one author stand in the wrong order.

Under one author the works go by title, articles passed over, or by year, oldest first,
and those of one year by title, or, where the guide says so, by month and day first.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
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
            template=_template(paper, number, before),
            holes=(
                ("title", entry.title.text if entry.title else entry.label),
                ("other", other.title.text if other.title else other.label),
                ("author", entry.label),
                ("date", entry.year or "no date"),
                ("other_date", other.year or "no date"),
            ),
            place=entry.whole,
            entry=number,
        ),
    )


def _template(paper: Paper, number: int, before: int) -> str:
    (year, day, _), (other_year, other_day, _) = (paper.filings[i].within for i in (number, before))
    return "year" if year != other_year else "day" if day != other_day else "title"


RULE = Rule(
    id="list-order-same-author",
    subject=Subject.ENTRY,
    label="order of one author’s works",
    mark="order",
    messages={
        "title": "Of {author}’s works “{title}” comes before “{other}”.",
        "day": "Of {author}’s works of one year “{title}” comes before “{other}”: by month and day.",
        "year": "Of {author}’s works that of {date} comes before that of {other_date}.",
    },
    check=check,
)
