"""Paragraphs of a PDF, from the places of its lines: indents, pitch, gaps, short last lines.

What cannot be seen is unknown: whether a paragraph of one line hangs, how the next would go on.
"""

from __future__ import annotations

import re
from collections import Counter
from dataclasses import dataclass, field, replace
from itertools import pairwise

from ...document import (
    Document,
    LineSpacing,
    Note,
    Paragraph,
    ParagraphFormat,
    Run,
    RunFormat,
    Section,
)
from ...errors import PaperDamaged, PaperScanned
from ...text.folding import words
from ...text.names import looks_like_organisation
from ...text.spans import Span
from ..limits import LIMITS, bounded
from .content import read_pages
from .furniture import running_heads, split_notes
from .lines import Line, Piece, page_lines

_LINE = 1.15
_NEAR = 4.0
_INDENT = 14.0
_LIST_WORDS = {("works", "cited"), ("work", "cited"), ("references",), ("bibliography",)}
_ENTRY_BEGINS = re.compile(
    r"[“\"]|[-—]{3}|[^\W\d_a-z][\w’'-]+(?: [^\W\d_a-z][\w’'-]+)?, [^\W\d_a-z]"
)
_ADDRESS_END = re.compile(r"(?:https?://|www\.|[\w-]+\.\w{2,})\S*[/._=-]$|/\S*$")


_NOTE_FIGURE = re.compile(r"\s*\d{1,3}[.)]?\s*")


@dataclass
class _Block:
    """Lines of one paragraph, with how it is set."""

    lines: list[Line]
    centred: bool = False
    blank_before: bool = False
    gap_before: float | None = None
    note: str | None = None


@dataclass
class _Layout:
    """What the whole paper has in common: margins, size, the distance between lines."""

    left: float
    right: float
    size: float
    pitch: float
    page_centre: float
    vocabulary: frozenset[str] = field(default_factory=frozenset)


def read_pdf(data: bytes) -> Document:
    """Read a PDF that holds text. Raises a `PaperUnreadable` with a message for the instructor."""
    pages, width, height = _pages(data)
    heads, said = running_heads(pages, width, height)
    pages = [[line for line in lines if id(line) not in heads] for lines in pages]
    layout = _layout(pages, width)
    blocks: list[_Block] = []
    notes: list[tuple[int, list[Line]]] = []
    in_list = False
    for lines in pages:
        text, own_notes = split_notes(lines, layout.size, layout.pitch)
        notes += own_notes
        in_list = _blocks(blocks, text, layout, in_list)
    paragraphs, markers = _paragraphs(blocks, layout, {n for n, _ in notes})
    found = _notes(paragraphs, notes, layout)
    bounded(len(paragraphs), LIMITS.paragraphs, "paragraphs")
    bounded(len(found), LIMITS.notes, "notes")
    bounded(
        max((len(p.text) for p in paragraphs), default=0),
        LIMITS.paragraph,
        "characters in one paragraph",
    )
    return Document(
        format="pdf",
        paragraphs=tuple(paragraphs),
        notes=found,
        sections=(
            Section(
                0, width=width, height=height, left=layout.left, right=width - layout.right,
                headers=said,
            ),
        ),
        page_breaks_known=True,
        warnings=() if markers or not notes else ("notes without markers",),
    )  # fmt: skip


def _pages(data: bytes) -> tuple[list[list[Line]], float, float]:
    found = read_pages(data)
    pages = [page_lines(page) for page in found]
    if not any(pages):
        if any(page.pictures for page in found):
            raise PaperScanned(
                "The PDF holds pictures of pages and no text (a scan). Ask for the paper as typed "
                "text, as .docx or as a PDF saved from the word processor."
            )
        raise PaperDamaged("The PDF holds no text. Ask for the paper as .docx.")
    return pages, found[-1].width, found[-1].height


def _layout(pages: list[list[Line]], width: float) -> _Layout:
    lines = [line for page in pages for line in page]
    lefts = Counter(round(line.left) for line in lines)
    sizes: Counter[float] = Counter()
    for line in lines:
        sizes[line.size] += len(line.text)
    pitches = Counter(
        round(after.bottom - before.bottom, 0) for page in pages for before, after in pairwise(page)
    )
    common = [left for left, count in lefts.items() if count >= max(2, len(lines) / 12)]
    left = float(min(common, default=min(lefts)))
    right = sorted(line.right for line in lines)[int(len(lines) * 0.9)]
    size = sizes.most_common(1)[0][0]
    pitch = pitches.most_common(1)[0][0] if pitches else size * _LINE * 2
    vocabulary = frozenset(word for line in lines for word in words(line.text)[1:-1])
    return _Layout(left, right, size, pitch, width / 2, vocabulary)


def _blocks(blocks: list[_Block], lines: list[Line], layout: _Layout, in_list: bool) -> bool:
    """Cut the lines of one page into paragraphs, going on with the last one of the page before."""
    hanging = in_list and any(line.left - layout.left > _INDENT for line in lines)
    for number, line in enumerate(lines):
        following = lines[number + 1] if number + 1 < len(lines) else None
        previous = lines[number - 1] if number else None
        last = blocks[-1] if blocks else None
        centred = _is_centred(line, layout)
        gap = line.bottom - previous.bottom if previous is not None else None
        pitch = _local_pitch(last, layout)
        opens = (
            last is None
            or centred
            or last.centred
            or (gap is not None and gap > pitch * 1.35)
            or _indent_opens(line, following, last, layout, in_list, hanging)
        )
        if opens:
            blank = gap is not None and gap > pitch * 1.8
            extra = gap - pitch if gap is not None else None
            blocks.append(_Block([line], centred, blank, extra))
        elif last is not None:
            last.lines.append(line)
        if centred and words(line.text) in _LIST_WORDS:
            in_list = True
            hanging = any(other.left - layout.left > _INDENT for other in lines[number + 1 :])
    return in_list


def _is_centred(line: Line, layout: _Layout) -> bool:
    """In the middle of the page; a first line set in, that ends early, may only look so."""
    middle = abs(line.centre - layout.page_centre) < 6 and line.left > layout.left + 30
    set_in = abs(line.left - layout.left - 36) < _NEAR
    narrow = line.right - line.left < 0.6 * (layout.right - layout.left)
    return middle and (narrow or not set_in)


def _local_pitch(block: _Block | None, layout: _Layout) -> float:
    if block is not None and len(block.lines) > 1:
        one, other = block.lines[-2:]
        if one.page == other.page:
            return other.bottom - one.bottom
    return layout.pitch


def _indent_opens(
    line: Line,
    following: Line | None,
    last: _Block,
    layout: _Layout,
    in_list: bool,
    hanging: bool,
) -> bool:
    """Whether a line's indent, against the lines before and after it, begins a paragraph."""
    before = last.lines[-1]
    indent = line.left - layout.left
    indent_before = before.left - layout.left
    short = before.right < layout.right - 0.12 * (layout.right - layout.left)
    ended = before.text.rstrip()[-1:] in '.!?”"’)'
    stub = before.right < layout.left + 0.6 * (layout.right - layout.left)
    if in_list:
        # In a list that hangs, every line at the margin begins an entry.
        finished = ended or _ADDRESS_END.search(before.text.rstrip(". ")[-60:]) is not None
        begins = short or _begins_entry(line.text.lstrip())
        return indent <= _INDENT and (hanging or indent_before > _INDENT or (finished and begins))
    if (indent > _INDENT and indent_before <= _NEAR) or stub:
        return True
    if indent <= _NEAR and indent_before > _INDENT:
        # Back at the margin: the second line of a paragraph, or the text after a quotation.
        return len(last.lines) > 1 and last.lines[-2].left - layout.left > _INDENT
    if indent > _INDENT and indent_before > _INDENT:
        next_back = following is not None and following.left - layout.left <= _NEAR
        return (short and ended) or (next_back and ended and len(last.lines) > 1)
    return short and ended


def _begins_entry(text: str) -> bool:
    """A surname first, a title in quotation marks, three marks, or a group's name and a period."""
    group, period, _ = text.partition(". ")
    return _ENTRY_BEGINS.match(text) is not None or (
        bool(period) and group[:1].isupper() and len(group) < 70 and looks_like_organisation(group)
    )


def _paragraphs(
    blocks: list[_Block], layout: _Layout, numbers: set[int]
) -> tuple[list[Paragraph], int]:
    paragraphs: list[Paragraph] = []
    seen: set[int] = set()
    page = 0
    for block in blocks:
        breaks = [0] if block.lines[0].page != page else []
        if block.blank_before:
            paragraphs.append(Paragraph(len(paragraphs), "", (), ParagraphFormat()))
        text, runs, markers, inner = _join(block.lines, layout, numbers - seen)
        seen |= {number for _, number in markers}
        page = block.lines[-1].page
        paragraphs.append(
            Paragraph(
                index=len(paragraphs),
                text=text,
                runs=tuple(runs),
                format=_format(block, layout),
                rendered_breaks=tuple(breaks + inner),
                note_markers=tuple((offset, f"footnote:{n}") for offset, n in markers),
            )
        )
    return paragraphs, len(seen)


def _join(
    lines: list[Line], layout: _Layout, numbers: set[int]
) -> tuple[str, list[Run], list[tuple[int, int]], list[int]]:
    """Lines run together: text, runs, note markers, and offsets at which a page begins."""
    text = ""
    runs: list[Run] = []
    markers: list[tuple[int, int]] = []
    breaks: list[int] = []

    def add(words_: str, format: RunFormat) -> None:
        nonlocal text
        start = len(text)
        text += words_
        if runs and runs[-1].format == format:
            runs[-1] = Run(Span(runs[-1].span.start, len(text)), format)
        elif words_:
            runs.append(Run(Span(start, len(text)), format))

    for number, line in enumerate(lines):
        if number:
            joint = _joint(text, line.text.lstrip(), layout)
            if joint == "drop" and runs:
                text = text[:-1]
                runs[-1] = Run(Span(runs[-1].span.start, len(text)), runs[-1].format)
            elif joint == " " and runs:
                add(" ", runs[-1].format)
            if line.page != lines[number - 1].page:
                breaks.append(len(text))
        for position, piece in enumerate(line.pieces):
            stripped = piece.text.strip()
            if piece.format.raised and stripped.isdigit() and int(stripped) in numbers:
                markers.append((len(text.rstrip()), int(stripped)))
                continue
            last = position == len(line.pieces) - 1
            piece_text = piece.text.rstrip() if last else piece.text
            add(piece_text.lstrip() if not position else piece_text, piece.format)
    return text, runs, markers, breaks


def _joint(before: str, after: str, layout: _Layout) -> str:
    """What joins two lines: a space, nothing, or nothing with the hyphen dropped."""
    if before.endswith(".") and re.match(r"[^\W\d_a-z][a-z]+\s", after):
        return " "  # the address has ended: `lights.example/keepers.` and `Accessed 19 Jan.`
    if re.search(r"\d[-–]$", before) or _ADDRESS_END.search(before[-60:]):
        return ""
    if re.search(r"[^\W\d_]-$", before) and not after[:1].islower():
        return ""
    if re.search(r"[^\W\d_]-$", before):
        head = (words(before[-30:]) or ("",))[-1]
        tail = (words(after[:30]) or ("",))[0]
        whole = head + tail in layout.vocabulary
        parts = head in layout.vocabulary and tail in layout.vocabulary
        return "drop" if whole or not parts else ""
    return "" if before.endswith(("—", "/")) else " "


def _format(block: _Block, layout: _Layout) -> ParagraphFormat:
    first, later = block.lines[0], block.lines[1:]
    pitches = [
        after.bottom - before.bottom
        for before, after in zip(block.lines, later, strict=False)
        if before.page == after.page
    ]
    spacing = None
    if pitches:
        spacing = LineSpacing("multiple", round(min(pitches) / (first.size * _LINE), 2))
    if block.centred:
        return ParagraphFormat(alignment="center", left=0.0, first_line=0.0, line_spacing=spacing)
    left = _snapped(min(line.left for line in later) - layout.left) if later else None
    indent = _snapped(first.left - layout.left)
    gap = block.gap_before
    return ParagraphFormat(
        alignment="left" if indent < 90 else None,
        left=max(0.0, left) if left is not None else (0.0 if indent > _INDENT else None),
        first_line=_snapped(indent - left) if left is not None else (indent or None),
        line_spacing=spacing,
        space_before=_gap(gap, block, layout),
        space_after=0.0,
    )


def _snapped(length: float) -> float:
    """A measured length without the trembling of a letter's side: to half a point, nought near it."""
    return 0.0 if abs(length) < 1.5 else round(length * 2) / 2


def _gap(gap: float | None, block: _Block, layout: _Layout) -> float | None:
    if gap is None or block.blank_before:
        return None
    return round(gap, 1) if gap > layout.size * 0.3 else 0.0


def _without_number(line: Line) -> Line:
    """The first line of a note without the figure before it, in whatever pieces it stands."""
    figure = _NOTE_FIGURE.match(line.text)
    left = figure.end() if figure is not None else 0
    pieces = []
    for piece in line.pieces:
        cut = min(left, len(piece.text))
        left -= cut
        if piece.text[cut:]:
            pieces.append(Piece(piece.text[cut:], piece.format))
    return replace(line, pieces=tuple(pieces))


def _notes(
    paragraphs: list[Paragraph], notes: list[tuple[int, list[Line]]], layout: _Layout
) -> tuple[Note, ...]:
    found: list[Note] = []
    for number, lines in notes:
        text, runs, _, _ = _join([_without_number(lines[0]), *lines[1:]], layout, {number})
        identity = f"footnote:{number}"
        index = len(paragraphs)
        paragraphs.append(Paragraph(index, text, tuple(runs), ParagraphFormat(), note=identity))
        found.append(Note(identity, "footnote", number, (index,)))
    return tuple(found)
