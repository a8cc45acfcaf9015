"""A note that comments and cites nothing.

What matters belongs in the text, and what does not can go; some courses allow such notes, and the house
rule says so.
"""

import re

from ...document import Paragraph
from ...findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_CROSS = re.compile(
    r"\b(?:notes?|nn?\.|page|p\.|chapter|section|appendix|table|figure)\s*\d|\b(?:above|below)\b",
    re.I,
)
# What notes cite and lists leave out: talks, letters, sacred works, laws.
_UNLISTED = re.compile(
    r"\b(?:interview|conversation|e-?mail|message|letter|lecture|talk|communication)\b.{0,80}\b(?:1[5-9]|20)\d\d\b"
    r"|\b\d{1,3}:\d{1,3}\b|\b(?:c|s|ch|art)\.\s\d|\b(?:Geo|Vict|Edw|Will)\.\s|\bU\.\s?S\.|\sv\.\s",
    re.I,
)
# `Author, “Promises to the Dead,” manuscript`
_QUOTED_TITLE = re.compile(r"(?:,|\bin) [“\"][^“”\"]{3,120}[,.?!][”\"]")


def check(paper: Paper, number: int) -> Verdict:
    house = paper.policy.house.value("discursive_notes")
    note = paper.document.notes[number]
    inked = [i for i in note.paragraphs if not paper.paragraph(i).is_blank]
    if house == "allow" or not inked:
        return NOT_MINE
    if paper.cited_in_notes[number]:
        return RIGHT
    text = "\n".join(paper.paragraph(i).text for i in inked)
    if _CROSS.search(text) or _UNLISTED.search(text) or paper.names_a_source(text):
        return NOT_MINE  # it sends the reader to another place
    if any(_has_title(paper.paragraph(i)) for i in inked):
        return NOT_MINE  # a work is named, though not as notes name it
    return (
        Slip(
            template="forbid" if house == "forbid" else "comment",
            place=paper.whole_paragraph(inked[0]),
            note=number,
            confidence=0.85,
        ),
    )


def _has_title(paragraph: Paragraph) -> bool:
    """Whether words stand in italics, or in quotation marks behind a comma, as titles do."""
    return _QUOTED_TITLE.search(paragraph.text) is not None or any(
        _is_title(span.of(paragraph.text).split(), paragraph.text[span.end : span.end + 1])
        for span in paragraph.italics
    )


def _is_title(italic: list[str], mark: str) -> bool:
    """Words with capitals at both ends; one alone (`*Fountain*, 1917`) with the comma that goes on."""
    named = bool(italic) and italic[0][:1].isupper() and italic[-1][:1].isupper()
    return named and (len(italic) > 1 or mark == ",")


RULE = Rule(
    id="note-discursive",
    subject=Subject.NOTE,
    label="note that cites nothing",
    mark="note",
    messages={
        "comment": "The note comments and cites nothing.",
        "forbid": "In this course every note cites.",
    },
    check=check,
    house=("discursive_notes",),
)
