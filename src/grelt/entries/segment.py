"""Cuts the list into entries although people make the hanging indent in every possible way."""

from __future__ import annotations

import re
from dataclasses import dataclass

from ..document import Document, Paragraph
from ..structure.headings import is_list_heading
from ..structure.lists import SourceList, looks_like_entry
from ..text.names import NAME_WORD, PARTICLES

_OPENS = re.compile(
    rf"(?:\d{{1,3}}[.)]\s+|[•▪–*-]\s+)?"
    rf"(?:[“\"«‘]|[-—–_]{{1,3}}[.,]|(?:(?:{'|'.join(sorted(p for p in PARTICLES if p.isalpha()))})\s)?"
    rf"{NAME_WORD}(?:[\s-]{NAME_WORD}){{0,3}},\s|{NAME_WORD}\b[^.]*\.\s|\d)"
)
_AUTHOR_START = re.compile(rf"{NAME_WORD}(?:[\s-]{NAME_WORD}){{0,2}},\s{NAME_WORD}|[-—]{{3}}\.")
_ENDS = re.compile(r"[.!?][”\"’)\]]?$|(?:https?://|www\.|doi\.org/)\S+$|\.\w+/\S*$")
# `References marked with an asterisk were included in the meta-analysis.`
_LEGEND = re.compile(
    r"(?:An\s)?(?:\w+\s)?(?:marked|preceded|asterisk)\b.*\basterisk|An asterisk\b", re.I
)
_SUBHEADING = 60
_PROSE_WORDS = 25


@dataclass(frozen=True, slots=True)
class Cut:
    """Paragraph indexes of each entry, of subheadings within the list, of gaps, and of the
    annotations that stand under entries."""

    entries: tuple[tuple[int, ...], ...]
    subheadings: tuple[int, ...]
    blanks: tuple[int, ...]
    annotations: tuple[int, ...] = ()


def cut_entries(document: Document, source_list: SourceList) -> Cut:
    """Group the list's paragraphs into entries. Never raises."""
    groups: list[list[int]] = []
    subheadings: list[int] = []
    blanks: list[int] = []
    annotations: list[int] = []
    for index in source_list.paragraphs:
        paragraph = document.paragraphs[index]
        if paragraph.is_blank:
            blanks.append(index)
        elif _is_subheading(paragraph) and not _LEGEND.match(paragraph.text.strip()):
            subheadings.append(index)
        elif _LEGEND.match(paragraph.text.strip()) or (groups and is_annotation(paragraph)):
            annotations.append(index)
        elif (
            groups
            and groups[-1][-1] == index - 1
            and not paragraph.parted
            and _continues(document.paragraphs[groups[-1][-1]], paragraph)
        ):
            groups[-1].append(index)
        else:
            groups.append([index])
    return Cut(
        tuple(tuple(g) for g in groups), tuple(subheadings), tuple(blanks), tuple(annotations)
    )


def is_annotation(paragraph: Paragraph) -> bool:
    """Prose under an entry: many words, most of them small, and none of an entry's beginnings."""
    plain = [w for w in paragraph.text.split() if w[:1].isalpha()]
    if len(plain) < _PROSE_WORDS or _AUTHOR_START.match(paragraph.text.strip()):
        return False
    small = sum(w[:1].islower() for w in plain)
    return small >= 0.7 * len(plain) and paragraph.text.lstrip()[:1] not in '“"-—'


def _is_subheading(paragraph: Paragraph) -> bool:
    text = paragraph.text.strip()
    if is_list_heading(paragraph):
        return True
    if len(text) > _SUBHEADING or text[-1:] in '.,;”"' or looks_like_entry(paragraph):
        return False
    if re.search(r"\d|https?:|www\.|/", text):
        return False
    style = (paragraph.format.style or "").casefold()
    bold = all(bool(r.format.bold or r.format.underline) for r in paragraph.inked_runs())
    centred = paragraph.format.alignment == "center"
    return bold or centred or style.startswith("heading") or text.endswith(":")


def _continues(previous: Paragraph, paragraph: Paragraph) -> bool:
    """Whether a paragraph is the next line of the entry before it, split by hand.

    Indented by a tab, spaces or its own left indent under one that is not, or begun
    in small letters after a line that has no end.
    """
    text = paragraph.text
    lead = text[: len(text) - len(text.lstrip())]
    body = text.strip()
    finished = _ENDS.search(previous.text.strip()) is not None
    set_in = (
        "\t" in lead
        or len(lead) >= 3
        or (
            (paragraph.format.left or 0) + (paragraph.format.first_line or 0)
            >= (previous.format.left or 0) + (previous.format.first_line or 0) + 18
        )
    )
    opens = _OPENS.match(body) is not None
    if _AUTHOR_START.match(body):
        return False
    if finished:
        return set_in and not opens and not looks_like_entry(paragraph) and body[:1].islower()
    if set_in:
        return True
    return body[:1].islower() or not opens
