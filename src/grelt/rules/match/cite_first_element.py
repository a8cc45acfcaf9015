"""The source is in the list, but the citation names something other than what its entry begins with.

A reader looks a citation up in the alphabet of the list. A title, the letters of a name
or a second author lead them to a place where the entry is not.
"""

from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...matching import MatchDegree
from ...matching.candidates import Way
from ...paper import Paper
from ...text.names import natural_names
from ..base import Rule

_WAYS = {
    Way.TITLE_FOR_AUTHOR: "title",
    Way.ACRONYM: "letters",
    Way.LATER_AUTHOR: "later",
    Way.GIVEN_NAME: "given",
    Way.CONTAINER: "container",
    Way.TITLE_PART: "middle",
}
_UNSURE = {Way.TITLE_PART: 0.7, Way.GIVEN_NAME: 0.72}


def check(paper: Paper, number: int) -> Verdict:
    match = paper.matches[number]
    citation = paper.citations[number]
    if match.by_hand or match.carried or len(match.entries) != 1:
        return NOT_MINE
    if match.degree is MatchDegree.EXACT:
        return RIGHT if citation.source else NOT_MINE
    if match.way not in _WAYS or match.way is None or citation.parenthesis is None:
        return NOT_MINE
    entry = paper.entries[match.entries[0]]
    turned = natural_names(entry.author.text) if not entry.persons else None
    cited = citation.names.names[0].key if citation.names is not None else ""
    if turned is not None and turned.names[0].key == cited:
        return RIGHT  # the entry, not the citation, has the name in the wrong order
    opening = entry.persons[0].family if entry.persons else entry.author.text
    listed = entry.author.names
    if listed is not None and (len(listed.names) > 2 or listed.et_al):
        opening = f"{opening} et al."
    elif listed is not None and len(listed.names) == 2:
        opening = f"{opening} and {listed.names[1].family}"
    return (
        Slip(
            template=_WAYS[match.way],
            holes=(("cited", citation.source), ("opening", opening)),
            place=paper.source_place(number),
            expected=opening,
            citation=number,
            confidence=_UNSURE.get(match.way, 0.93),
            doubt="the source may be another one" if match.way in _UNSURE else "",
            fixable=True,
        ),
    )


RULE = Rule(
    id="cite-first-element",
    subject=Subject.CITATION,
    label="cited under another name",
    mark="name",
    messages={
        "title": "The text cites the title, {cited}; the entry begins with {opening}.",
        "letters": "The text has {cited}; the entry begins with {opening}, "
        "and the letters were never introduced.",
        "later": "The text has {cited}, who comes later in the entry; it begins with {opening}.",
        "given": "{cited} is a first name; the entry begins with {opening}.",
        "container": "{cited} is where the source appeared; the entry begins with {opening}.",
        "middle": "The text cites {cited}; the entry’s title begins otherwise, with {opening}.",
    },
    check=check,
    outranks=("cite-title-form",),
)
