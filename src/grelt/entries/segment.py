"""Cuts the list into entries although people make the hanging indent in every possible way."""

from __future__ import annotations

import re
from dataclasses import dataclass
from itertools import pairwise

from ..document import Document, Paragraph
from ..structure.headings import is_list_heading
from ..structure.lists import SourceList, looks_like_entry
from ..text.names import NAME_WORD, PARTICLES

_OPENS = re.compile(
    rf"(?:\d{{1,3}}[.)]\s+|[•▪–*-]\s+)?"
    rf"(?:[“\"«‘]|[-—–_]{{1,3}}[.,]|(?:(?:{'|'.join(sorted(p for p in PARTICLES if p.isalpha()))})\s)?"
    rf"{NAME_WORD}(?:[\s-]{NAME_WORD}){{0,3}},\s|{NAME_WORD}\b[^.]*\.\s|\d)"
)
_PARTICLE = rf"(?:{'|'.join(sorted(p for p in PARTICLES if p.isalpha()))})"
_AUTHOR_START = re.compile(
    rf"(?:{_PARTICLE}\s){{0,3}}{NAME_WORD}(?:[\s-]{NAME_WORD}){{0,2}},\s{NAME_WORD}|[-—]{{3}}\."
    rf"|(?:{_PARTICLE}\s){{1,3}}{NAME_WORD},\s[A-Z]\."
)
_ENDS = re.compile(r"[.!?][”\"’)\]]?$|(?:https?://|www\.|doi\.org/)\S+$|\.\w+/\S*$")
# `References marked with an asterisk were included in the meta-analysis.`
_LEGEND = re.compile(
    r"(?:An\s)?(?:\w+\s)?(?:marked|preceded|asterisk)\b.*\basterisk|An asterisk\b", re.I
)
# A group, then a date or a title in quotation marks, as entries have them: their titles may be long and small.
_TITLED_OPENING = re.compile(
    r"[^.()“”]{2,140}?\.?\s(?:\((?:(?:1[4-9]|20)\d\d[a-z]?|n\.d\.|in\spress)[^()]{0,40}\)\."
    r"|(?:(?:1[4-9]|20)\d\d[a-z]?|n\.d\.)\.\s|(?<=\.\s)[“\"])"
)
_GROUP_OPENING = re.compile(r"[^\W\d_][^.“”]{1,90}\.\s")
_PLAIN_WORDS = re.compile(
    r"[^\W\d_a-z][^\W\d_]+(?:\s(?:and|of|the|[^\W\d_a-z][^\W\d_]+|[a-z]+)){0,3}"
)
# What no entry begins with: its publisher and year, pages, an address alone, a medium.
_NEVER_FIRST = re.compile(
    r"(?:[^.“”\d]{2,70},\s(?:1[4-9]|20)\d\d\.?|(?:https?://|www\.)\S+|(?:Web|Print)\.(?:\s.{0,30})?|"
    r"(?:pp?|[Vv]ol|[Nn]o)\.\s?\d.*)"
)
_YEAR = re.compile(r"\b(?:1[4-9]|20)\d\d\b|\bn\.d\.")
_SUBHEADING = 60
_PROSE_WORDS = 25
_TITLE_MARKS = '“"«‘-—–_*'


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
    inked = [i for i in source_list.paragraphs if not document.paragraphs[i].is_blank]
    following = dict(pairwise(inked))
    for index in source_list.paragraphs:
        paragraph = document.paragraphs[index]
        before = document.paragraphs[groups[-1][-1]] if groups else None
        after = document.paragraphs[following[index]] if index in following else None
        legend = _LEGEND.match(paragraph.text.strip()) is not None
        if paragraph.is_blank:
            blanks.append(index)
        elif not legend and (_is_subheading(paragraph) or _divides(before, paragraph, after)):
            subheadings.append(index)
        elif legend or (groups and is_annotation(paragraph)):
            annotations.append(index)
        elif (
            before is not None
            and groups[-1][-1] == index - 1
            and not paragraph.parted
            and _continues(before, paragraph)
        ):
            groups[-1].append(index)
        else:
            groups.append([index])
    return Cut(
        tuple(tuple(g) for g in groups), tuple(subheadings), tuple(blanks), tuple(annotations)
    )


def _divides(before: Paragraph | None, paragraph: Paragraph, after: Paragraph | None) -> bool:
    """A few plain words without an end, between entries that have one: a subheading that nothing sets off."""
    text = paragraph.text.strip()
    return (
        _PLAIN_WORDS.fullmatch(text) is not None
        and after is not None
        and looks_like_entry(after)
        and (before is None or _ENDS.search(before.text.strip()) is not None)
        and not paragraph.italics
    )


def is_annotation(paragraph: Paragraph) -> bool:
    """Prose under an entry: many words, most of them small, and none of an entry's beginnings."""
    plain = [w for w in paragraph.text.split() if w[:1].isalpha()]
    text = paragraph.text.strip()
    if len(plain) < _PROSE_WORDS or _AUTHOR_START.match(text) or _TITLED_OPENING.match(text):
        return False
    opening = _GROUP_OPENING.match(text)
    lead = len(paragraph.text) - len(paragraph.text.lstrip())
    if any(s.start - lead in (0, opening.end() if opening else 0) for s in paragraph.italics):
        return False  # a title in its dress, at once or behind a group's name
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
    if _AUTHOR_START.match(body) and not _NEVER_FIRST.fullmatch(body):
        return False
    if _NEVER_FIRST.fullmatch(body) and (set_in or not _YEAR.search(previous.text)):
        return True
    if finished:
        dressed = any(s.start <= len(lead) for s in paragraph.italics)
        return (
            set_in
            and not dressed
            and body[:1] not in _TITLE_MARKS
            and not looks_like_entry(paragraph)
        )
    if set_in:
        return True
    return body[:1].islower() or not opens
