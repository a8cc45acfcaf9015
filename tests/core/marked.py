"""Reads the marked sets: short papers in which every citation is marked with the entry it means.

A file holds papers parted by `=== name | format | guide` (the guide is the file's name where it is
left out). `{{words|2}}` marks a citation of entry 2, `{{words|1;3}}` citations of two entries in one
parenthesis, `0` one of a source that is not listed; a question mark after the number leaves it open
whether the words count as a citation.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace
from pathlib import Path

from demo.essay import Essay
from demo.write import file_of
from grelt.document import Document
from grelt.document.edit import without
from grelt.document.fragment import parse_fragment
from grelt.text.spans import Span

SETS = Path(__file__).parent / "sets"
_MARK = re.compile(r"\{\{(.*?)\|([\d;]+\??)\}\}", re.S)
_OPEN, _CLOSE = "\ue000", "\ue001"


# How a paper of a guide opens, where that is not with its title alone.
_OPENINGS = {
    "apa-7": "%% A Paper\n% Ada Writer\n% Saltmarsh Reach College\n% NIGHT 101: Night Work\n"
    "% Professor Maren Vale\n% October 14, 2026\n== A Paper"
}


@dataclass(frozen=True)
class Mark:
    """A marked stretch of a paragraph; `entries` are numbers from 1, 0 for none."""

    paragraph: str
    span: Span
    entries: tuple[int, ...]
    open: bool


@dataclass(frozen=True)
class MarkedPaper:
    name: str
    guide: str
    format: str
    document: Document
    marks: tuple[Mark, ...]

    def file(self) -> tuple[str, bytes]:
        """Name and bytes of the paper in its format."""
        if self.format == "txt":
            words = "\n\n".join(p.text for p in self.document.paragraphs)
            return f"{self.name}.txt", words.encode()
        return file_of(
            Essay(
                self.name, "A. Writer", 1, "", self.guide, "", "direct", "Times New Roman",
                self.format, (), self.document,
            )
        )  # fmt: skip


def marked_papers(which: str) -> Iterator[MarkedPaper]:
    """The papers of a set, `development` or `sealed`."""
    for path in sorted((SETS / which).glob("*.txt")):
        for part in re.split(r"^=== ", path.read_text(encoding="utf-8"), flags=re.M)[1:]:
            head, _, text = part.partition("\n")
            name, format, *guide = (w.strip() for w in head.split("|"))
            yield _paper(name, guide[0] if guide else path.stem, format, text)


def _paper(name: str, guide: str, format: str, text: str) -> MarkedPaper:
    answers: list[str] = []

    def sign(match: re.Match[str]) -> str:
        answers.append(match.group(2))
        return f"{_OPEN}{match.group(1)}{_CLOSE}"

    # A title keeps the first paragraph from being taken for the heading of the paper.
    signed = parse_fragment(
        f"{_OPENINGS.get(guide, '= A Paper')}\n{_MARK.sub(sign, text)}".replace("'", "’"),
        "Times New Roman",
    )
    marks: list[Mark] = []
    paragraphs = []
    left = iter(answers)
    order = sorted(
        (text_order(signed, text, p.index, i), p.index, i)
        for p in signed.paragraphs
        for i, c in enumerate(p.text)
        if c == _OPEN
    )
    answer_at = {(p, i): next(left) for _, p, i in order}
    for paragraph in signed.paragraphs:
        cuts = [Span(i, i + 1) for i, c in enumerate(paragraph.text) if c in (_OPEN, _CLOSE)]
        bare = without(paragraph, cuts)
        paragraphs.append(bare)
        opened = 0
        for number, cut in enumerate(cuts):
            where = cut.start - number
            if paragraph.text[cut.start] == _OPEN:
                opened, said = where, answer_at[paragraph.index, cut.start]
                continue
            entries = tuple(int(n) for n in said.rstrip("?").split(";"))
            marks.append(Mark(bare.text, Span(opened, where), entries, said.endswith("?")))
    return MarkedPaper(
        name, guide, format, replace(signed, paragraphs=tuple(paragraphs)), tuple(marks)
    )


def text_order(document: Document, text: str, paragraph: int, offset: int) -> tuple[int, int, int]:
    """Where a place stands in the file: a note stands at its marker."""
    note = document.paragraphs[paragraph].note
    if note is None:
        return paragraph, offset, -1
    marker = document.note_places[note]
    return marker[0], marker[1], offset
