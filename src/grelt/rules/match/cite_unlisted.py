"""A source is cited in the text and the list has no entry for it.

Every citation is a promise that the reader can find the source. Without an entry the
promise is broken, and the source cannot be checked.
"""

from ...findings import NOT_MINE, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule


def check(paper: Paper, number: int) -> Verdict:
    if not paper.citations:
        return NOT_MINE
    if paper.structure.source_list is None or not paper.entries:
        return NOT_MINE  # one finding says that the list is missing
    slips = []
    for source in paper.unlisted:
        first, *others = source.citations
        citation = paper.citations[first]
        if (
            citation.classical or citation.verse
        ) and not paper.policy.guide.citation.classics_listed:
            continue
        near = paper.entries[source.nearest].label if source.nearest is not None else ""
        slips.append(
            Slip(
                template="several" if others else "one",
                holes=(
                    ("source", source.label),
                    ("times", str(len(source.citations))),
                    ("near", f" The nearest entry is {near}." if near else ""),
                ),
                place=paper.citation_place(first),
                citation=first,
                confidence=citation.certainty,
                doubt=citation.doubt,
                related=tuple(others),
            )
        )
    return tuple(slips) or NOT_MINE


RULE = Rule(
    id="cite-unlisted",
    subject=Subject.PAPER,
    label="cited and not listed",
    mark="list?",
    messages={
        "one": "{source} is cited here, and no entry in the list begins with it.{near}",
        "several": "{source} is cited {times} times, and no entry in the list begins with it.{near}",
    },
    check=check,
)
