"""The citation stands after the sentence's final mark or inside the quotation marks; after a block
quotation, before its final mark.

The citation belongs to its sentence, so the sentence ends after it. A block quotation is closed first,
because no quotation marks say where it ends.
"""

import re

from ...citations import Citation
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ...structure import Role
from ...text.sentences import ends_sentence
from ...text.spans import Span
from ..base import Rule

_CLOSING = '”"’»'
_BEFORE = re.compile(rf"(?P<mark>[.,;:])(?P<quotes>[{_CLOSING}]*)(?P<gap>[\s\u00a0]*)$")
_POINTS = re.compile(r"(?:\.\s?){3}$|…\.?$")
_ASKING = re.compile(r"[?!](?P<gap>[\s\u00a0]*)$")
# What stands before a citation is looked for so near to it.
_NEAR = 60


def check(paper: Paper, number: int) -> Verdict:
    citation = paper.citations[number]
    role = paper.structure.roles[citation.paragraph]
    where = citation.place or citation.parenthesis
    if where is None or role not in (Role.BODY, Role.BLOCK_QUOTE) or citation.oddity:
        return NOT_MINE
    if citation.form == "narrative" and citation.year and citation.place is None:
        return NOT_MINE  # the year stands beside the name
    if not _first_in_parenthesis(paper, number, where):
        return NOT_MINE
    text = paper.paragraph(citation.paragraph).text
    if not text[: where.start].strip():
        return NOT_MINE
    if paper.paragraph(citation.paragraph).format.left is None and not text[where.end :].strip():
        return NOT_MINE  # it may be a block quotation: the format does not tell
    if role is Role.BLOCK_QUOTE:
        return _after_block(paper, number, citation, where, text)
    return _in_sentence(number, citation, where, text)


def _first_in_parenthesis(paper: Paper, number: int, where: Span) -> bool:
    if number == 0:
        return True
    before = paper.citations[number - 1]
    return before.paragraph != paper.citations[number].paragraph or where not in (
        before.place, before.parenthesis,
    )  # fmt: skip


def _in_sentence(number: int, citation: Citation, where: Span, text: str) -> Verdict:
    inside = re.match(rf"\s*([.,])?([{_CLOSING}])", text[where.end : where.end + 3])
    if inside is not None and _opened(text, where.start) and text[where.end : where.end + 1] != " ":
        return _within_quotes(number, citation, where, text, inside)
    near = max(where.start - _NEAR, 0)
    before = _BEFORE.search(text, near, where.start)
    if before is not None and before["mark"] == "." and not ends_sentence(text, before.start()):
        return RIGHT  # an abbreviation
    if before is not None and _POINTS.search(text, near, before.start() + 1):
        return RIGHT  # points that stand for words left out
    if before is None:
        asking = _ASKING.search(text, near, where.start)
        return RIGHT if asking is None else _slip(number, citation, where, text, asking, "")
    return _slip(number, citation, where, text, before, before["quotes"])


def _slip(
    number: int, citation: Citation, where: Span, text: str, before: re.Match[str], quotes: str
) -> Verdict:
    """The final mark, the parenthesis and a mark after it, put right."""
    mark = text[before.start()]
    after = text[where.end : where.end + 1]
    closed = after in (".", ",", ";", ":")
    end = where.end + 1 if closed else where.end
    kept = mark if mark in "?!" else ""
    final = "." if kept else (after if closed else mark)
    expected = f"{kept}{quotes} {where.of(text)}{final}"
    return (
        Slip(
            template="after",
            place=Place(citation.paragraph, Span(before.start(), end)),
            expected=expected,
            citation=number,
            confidence=0.9 if mark in ".?!" else 0.7,
            doubt="" if mark in ".?!" else "the mark may belong to the sentence",
            fixable=True,
        ),
    )


def _opened(text: str, start: int) -> bool:
    """Whether a quotation is open where the parenthesis begins."""
    return text.rfind("“", 0, start) > text.rfind("”", 0, start)


def _within_quotes(
    number: int, citation: Citation, where: Span, text: str, inside: re.Match[str]
) -> Verdict:
    lead = len(text[: where.start].rstrip())
    start = lead - 1 if text[lead - 1] == "." and ends_sentence(text, lead - 1) else lead
    end = where.end + inside.end()
    mark = inside.group(1) or ("." if start < lead else "")
    return (
        Slip(
            template="inside",
            place=Place(citation.paragraph, Span(start, end)),
            expected=f"{inside.group(2)} {where.of(text)}{mark}",
            citation=number,
            confidence=0.9,
            fixable=True,
        ),
    )


def _after_block(paper: Paper, number: int, citation: Citation, where: Span, text: str) -> Verdict:
    after = text[where.end :].strip()
    if after not in ("", "."):
        return NOT_MINE  # not at the end of the block
    before = text[: where.start].rstrip().rstrip(_CLOSING)
    if after == "" and before[-1:] in ".?!…":
        return RIGHT
    if after == "" or before[-1:] in ".?!…":
        return NOT_MINE
    start = len(text[: where.start].rstrip())
    return (
        Slip(
            template="block",
            place=Place(citation.paragraph, Span(start, where.end + 1)),
            expected=f". {where.of(text)}",
            citation=number,
            confidence=0.9,
            fixable=True,
        ),
    )


RULE = Rule(
    id="cite-placement",
    subject=Subject.CITATION,
    label="citation in the wrong place",
    mark="place",
    messages={
        "after": "The citation belongs before the final mark of its sentence.",
        "inside": "The citation belongs outside the quotation marks.",
        "block": "After a block quotation the citation follows the final mark.",
    },
    check=check,
)
