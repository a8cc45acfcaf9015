"""Finds the lists of sources: under any of their usual headings, or without one by their shape."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..document import Document, Paragraph
from ..document.edit import part, rearranged
from ..text.calendar import MONTH, SEASON
from ..text.folding import words
from ..text.names import NAME_WORD, UPPER
from .headings import is_consulted, is_list_heading, is_subdivision

_AFTER = frozenset({"appendix", "appendices", "notes", "endnotes", "acknowledgements",
                    "acknowledgments", "footnotes", "tables", "figures"})  # fmt: skip
_APPENDIX = re.compile(r"(?:Appendix|APPENDIX)\s+(?:[A-Z]|\d{1,2}|[IVX]+)\b.{0,80}$")
_ENTRY_START = re.compile(
    rf"^\s*(?:\[?\d+[.)\]]\s+|[•\-–*]\s+)?(?:{NAME_WORD}(?:\s{NAME_WORD})?,\s{NAME_WORD}"
    rf"|[“\"][^”\"]+[.,?!]?[”\"]|[-—–]{{1,3}}\.|{NAME_WORD}[^.]{{2,80}}\.\s)"
)
_EVIDENCE = re.compile(
    r"\b(?:1[6-9]|20)\d\d\b|\bpp?\.\s*\d|\bvol\.\s*\d|\bdoi\b|https?://|www\."
    r"|\b[\w-]+\.(?:example|org|com|edu|net)\b|\bedited by\b|\bPress\b|\(n\.d\.\)"
)
_FINISHED = re.compile(r"[.!?][”\"’)\]]?$|(?:https?://|www\.|doi\.org/)\S+$|\.\w+/\S*$")
_SHARE = 0.6
_LONGEST_UNHEADED = 500
# A screen name, an address alone, a work under a figure, words in a few marks with evidence behind them.
_ODD_ENTRY = re.compile(
    r"@[\w.]|(?:https?://|www\.)\S+\.?$|\d[^.]{0,60}\.\s.*\b(?:1[4-9]|20)\d\d|[^.]{2,90}\.\s(?=.*(?:\bn\.d\.|https?://|www\.))"
)
# A person turned round, at the start of a sentence: `Moss, Jonas. `, `Moss, J., & Bray, T. `
_RUN_ON = re.compile(
    rf"(?<=[.\w/][.”\"/\w])\s(?={NAME_WORD}(?:\s{NAME_WORD})?,\s(?:"
    rf"{UPPER}\.[^“”\"()\d]{{0,120}}?(?P<dated>\()(?=\d{{4}}|n\.d\.|in\spress)"
    rf"|(?:{NAME_WORD}|{UPPER}\.)(?:\s(?:{NAME_WORD}|{UPPER}\.)){{0,2}}"
    rf"(?:,?\s(?:and|&)\s[^\d“\"()]{{3,60}}?)?[.,]?\s(?P<next>[“\"\d\w])))"
)
_MONTH = re.compile(rf"\s(?:{MONTH}|{SEASON})\.?\s")
_DATED = re.compile(r"(?:1[4-9]|20)\d\d[a-z]?\.\s|n\.d\.\s")
_YEAR = re.compile(r"\b(?:1[4-9]|20)\d\d\b|\bn\.d\.")


@dataclass(frozen=True, slots=True)
class SourceList:
    """Where a list stands: its heading (if it has one) and its paragraphs, blanks included.

    A `consulted` list says itself that its works need not be cited.
    """

    heading: int | None
    paragraphs: tuple[int, ...]
    consulted: bool = False


def find_lists(document: Document) -> tuple[SourceList, ...]:
    """All lists of sources, in order. Never raises.

    The last heading heads a list whatever follows; an earlier one only if what follows looks
    like entries (a chapter of prose may be called “Sources”).
    """
    text = [p for p in document.paragraphs if p.note is None]
    headings = [p.index for p in text if is_list_heading(p) and not p.in_table and not p.in_box]
    lists: list[SourceList] = []
    for number, heading in enumerate(headings):
        stop = headings[number + 1] if number + 1 < len(headings) else len(text)
        members = list_members(text, heading + 1, stop)
        inked = [text[i] for i in members if not text[i].is_blank]
        last = not any(
            not text[i].is_blank
            for h in headings[number + 1 :]
            for i in list_members(text, h + 1, len(text))
        )
        if lists and is_subdivision(text[heading]) and _adjoins(text, lists[-1], heading):
            lists[-1] = replace(
                lists[-1],
                paragraphs=(*lists[-1].paragraphs, *_between(lists[-1], heading), *members),
            )
        elif inked and (last or _share(inked) >= _SHARE):
            lists.append(SourceList(heading, members, is_consulted(text[heading])))
        elif not inked and number + 1 < len(headings) and _only_blanks(text, heading, stop):
            # A heading over divisions: the first division belongs to it.
            lists.append(SourceList(heading, (), is_consulted(text[heading])))
    lists = [item for item in lists if item.paragraphs] or lists[-1:]
    if not lists and headings:
        return (SourceList(headings[-1], ()),)
    return tuple(lists) if lists else _unheaded(text)


def _only_blanks(text: Sequence[Paragraph], heading: int, stop: int) -> bool:
    return all(text[i].is_blank for i in range(heading + 1, stop)) and is_subdivision(text[stop])


def _adjoins(text: Sequence[Paragraph], before: SourceList, heading: int) -> bool:
    end = max(before.paragraphs, default=before.heading if before.heading is not None else 0)
    return all(text[i].is_blank for i in range(end + 1, heading))


def _between(before: SourceList, heading: int) -> tuple[int, ...]:
    end = max(before.paragraphs, default=before.heading if before.heading is not None else 0)
    return tuple(range(end + 1, heading + 1))


def _share(inked: Sequence[Paragraph]) -> float:
    """How many of some paragraphs look like entries, or go on with one."""
    fits = sum(looks_like_entry(p) or (p.format.first_line or 0.0) < -1.0 for p in inked)
    return fits / len(inked)


def list_members(text: list[Paragraph], start: int, stop: int) -> tuple[int, ...]:
    """Paragraphs from `start` to the end of the list: another list, the end, an appendix, or
    prose that goes on (a chapter's list in the middle of the text)."""
    members: list[int] = []
    prose = 0
    for paragraph in text[start:stop]:
        head = words(paragraph.text.strip()[:40])
        if (len(head) == 1 and head[0] in _AFTER) or paragraph.in_table:
            break
        if _APPENDIX.match(paragraph.text.strip()):
            break
        members.append(paragraph.index)
        if paragraph.is_blank:
            continue
        indented = (paragraph.format.first_line or 0.0) > 1.0
        runs_on = indented and len(paragraph.text) > 300 and not looks_like_entry(paragraph)
        prose = prose + 1 if runs_on else 0
        if prose == 2:
            members = _before_prose(text, members)
            break
    while members and text[members[-1]].is_blank:
        members.pop()
    return tuple(members)


def _before_prose(text: list[Paragraph], members: list[int]) -> list[int]:
    """The members up to the last one that looks like an entry."""
    fits = [n for n, i in enumerate(members) if looks_like_entry(text[i])]
    return members[: fits[-1] + 1] if fits else []


def looks_like_entry(paragraph: Paragraph) -> bool:
    """Begins as entries begin and carries what entries carry (a date, pages, an address)."""
    return text_looks_like_entry(paragraph.text)


def text_looks_like_entry(text: str) -> bool:
    return (
        20 <= len(text) <= 1200
        and _ENTRY_START.match(text) is not None
        and _EVIDENCE.search(text) is not None
    )


def _unheaded(text: list[Paragraph]) -> tuple[SourceList, ...]:
    """A run of entry-shaped paragraphs at the very end of the text: from a page break on, hanging, or set
    apart from the prose by their shape. One in three may begin oddly."""
    members: list[int] = []
    fits: list[int] = []
    odd = 0
    broken = False
    for paragraph in reversed(text):
        if paragraph.is_blank:
            members.append(paragraph.index)
            continue
        hanging = (paragraph.format.first_line or 0.0) < -1.0
        if paragraph.in_table or (not hanging and len(paragraph.text) > _LONGEST_UNHEADED):
            break
        if looks_like_entry(paragraph):
            fits.append(paragraph.index)
        elif hanging or _ODD_ENTRY.match(paragraph.text.strip()):
            odd += 1
        else:
            break
        members.append(paragraph.index)
        if paragraph.format.page_break_before:
            broken = True
            break
    members.reverse()
    while members and members[0] not in fits and not broken:
        odd -= not text[members[0]].is_blank
        members.pop(0)
    while members and text[members[-1]].is_blank:
        members.pop()
    hanging_entries = sum((text[i].format.first_line or 0.0) < -1.0 for i in fits)
    enough = len(fits) >= 3 or (len(fits) == 2 and (broken or hanging_entries == 2))
    if enough and len(fits) >= 2 * odd:
        return (SourceList(None, tuple(members)),)
    return ()


def with_parted_entries(document: Document) -> Document:
    """The document with paragraphs of its lists parted where line breaks part whole entries, and where
    one entry runs on into the next."""
    lists = find_lists(document)
    listed = {i for found in lists for i in found.paragraphs}
    text: list[Paragraph] = []
    changed = False
    for paragraph in document.paragraphs:
        if paragraph.note is not None:
            continue
        offsets = _entry_offsets(paragraph) if paragraph.index in listed else []
        changed = changed or bool(offsets)
        text += part(paragraph, offsets) if offsets else [paragraph]
    if not changed:
        return document
    notes = [(n, [document.paragraphs[i] for i in n.paragraphs]) for n in document.notes]
    return rearranged(document, text, notes)


def _entry_offsets(paragraph: Paragraph) -> list[int]:
    """Where, after a line break, a new entry begins under one that has ended."""
    if "\n" not in paragraph.text:
        return _run_on_offsets(paragraph)
    lines = paragraph.text.split("\n")
    starts = [0]
    for number in range(1, len(lines)):
        begins = not lines[number][:1].isspace() and _ENTRY_START.match(lines[number]) is not None
        if begins and _FINISHED.search(lines[number - 1].strip()):
            starts.append(number)
    entries = [
        " ".join(line.strip() for line in lines[start:end])
        for start, end in zip(starts, [*starts[1:], len(lines)], strict=True)
    ]
    if len(entries) < 2 or not all(map(text_looks_like_entry, entries)):
        return []
    return [sum(len(line) + 1 for line in lines[:start]) for start in starts[1:]]


def _run_on_offsets(paragraph: Paragraph) -> list[int]:
    """Where, in the midst of a line, a whole entry follows another: a person turned round, then a title
    or a year, behind words that are an entry with a year by themselves."""
    text = paragraph.text
    offsets: list[int] = []
    for match in _RUN_ON.finditer(text):
        at, after = match.end(), max(match.start("next"), match.start("dated"))
        before = text[offsets[-1] if offsets else 0 : match.start()]
        dressed = any(s.start == after for s in paragraph.italics)
        opened = dressed or text[after] in '“"(' or _DATED.match(text, after)
        if (
            opened
            and _YEAR.search(before)
            and _FINISHED.search(before)
            and _YEAR.search(text, at)
            and text_looks_like_entry(before)
            and text_looks_like_entry(text[at:])
            and not any(s.start <= at < s.end for s in paragraph.italics)
            and not _MONTH.match(text[at:after].partition(",")[2])
            and before.count("“") == before.count("”")
        ):
            offsets.append(at)
    return offsets
