"""Lays a paper out by estimate: lines from the widths of the face, pages from their heights.

Follows what word processors do as far as it moves pages: line spacing, space between
paragraphs, widow and orphan lines, paragraphs kept together, notes at the foot.
"""

from __future__ import annotations

from dataclasses import dataclass, field

from ..document import Document, Paragraph, Section
from .faces import FaceMetrics, face_metrics

LETTER_WIDTH, LETTER_HEIGHT, INCH = 612.0, 792.0, 72.0
_NOTE_RULE = 8.0
_SLACK = 1.0


@dataclass(frozen=True, slots=True)
class _Line:
    """One line: where it begins, how high it is, and how high the notes are that it brings."""

    offset: int
    height: float
    notes: float = 0.0


@dataclass
class _Layout:
    document: Document
    starts: list[tuple[int, int]] = field(default_factory=lambda: [(0, 0)])
    section: Section = field(default_factory=lambda: Section(0))
    used: float = 0.0
    noted: float = 0.0
    gap: float = 0.0

    @property
    def room(self) -> float:
        section = self.section
        height = section.height or LETTER_HEIGHT
        return max(height - _margin(section.top) - _margin(section.bottom), 100.0)

    def fits(self, height: float, notes: float) -> bool:
        noted = self.noted + notes + (_NOTE_RULE if notes and not self.noted else 0.0)
        return not self.used or self.used + height + noted <= self.room + _SLACK

    def new_page(self, paragraph: int, offset: int) -> None:
        if self.starts[-1] < (paragraph, offset):
            self.starts.append((paragraph, offset))
        self.used = self.noted = self.gap = 0.0

    def put(self, line: _Line) -> None:
        if line.notes:
            self.noted += line.notes + (_NOTE_RULE if not self.noted else 0.0)
        self.used += line.height


def estimated_starts(document: Document) -> list[tuple[int, int]]:
    """Paragraph and offset at which each page begins."""
    text = [p for p in document.paragraphs if p.note is None]
    notes = _note_heights(document)
    sections = {s.start: s for s in document.sections if s.start > 0}
    layout = _Layout(document)
    if document.sections:
        layout.section = document.sections[0]
    for number, paragraph in enumerate(text):
        section = sections.get(paragraph.index)
        if section is not None:
            layout.section = section
        breaks = paragraph.format.page_break_before or (section is not None and section.new_page)
        if breaks and layout.starts[-1] != (paragraph.index, 0):
            layout.new_page(paragraph.index, 0)
        following = text[number + 1] if number + 1 < len(text) else None
        _place(layout, paragraph, following, text, notes)
    return layout.starts


def _place(
    layout: _Layout,
    paragraph: Paragraph,
    following: Paragraph | None,
    text: list[Paragraph],
    notes: dict[str, float],
) -> None:
    before = paragraph.format.space_before or 0.0
    layout.used += max(layout.gap, before) if layout.used else 0.0
    lines = _lines(paragraph, layout.section, notes)
    _keep(layout, paragraph, following, lines, notes)
    at = 0
    page_from = -1  # the line with which a page began within this paragraph
    while at < len(lines):
        line = lines[at]
        if line.height < 0:  # a page break made by hand
            place = next_inked(text, paragraph, line.offset)
            if place is not None and place > layout.starts[-1]:
                layout.new_page(*place)
            at += 1
            continue
        if not layout.fits(line.height, line.notes):
            back = _pulled_over(paragraph, lines, at)
            if back <= page_from:
                back = at  # nothing can be pulled over from a page that holds nothing else
            layout.new_page(paragraph.index, lines[back].offset)
            at = page_from = back
            continue
        layout.put(line)
        at += 1
    layout.gap = paragraph.format.space_after or 0.0


def _keep(
    layout: _Layout,
    paragraph: Paragraph,
    following: Paragraph | None,
    lines: list[_Line],
    notes: dict[str, float],
) -> None:
    """Begin a new page for what must not be parted from what comes after it."""
    height = sum(line.height for line in lines if line.height > 0)
    together = bool(paragraph.format.keep_together) and height < layout.room / 2
    wanted = height if together else 0.0
    if paragraph.format.keep_with_next and following is not None and height < layout.room / 3:
        first = _lines(following, layout.section, notes)[:2]
        wanted = height + sum(line.height for line in first if line.height > 0)
    if wanted and not layout.fits(wanted, 0.0):
        layout.new_page(paragraph.index, 0)


def _pulled_over(paragraph: Paragraph, lines: list[_Line], at: int) -> int:
    """The line with which the next page begins, when line `at` does not fit: no single line is
    left behind or goes over alone, unless the paragraph allows it."""
    if paragraph.format.widow_control is False:
        return at
    count = len(lines)
    if at == count - 1 and count > 1:
        at -= 1  # a last line alone takes one with it
    return 0 if at == 1 and count > 1 else at


def _note_heights(document: Document) -> dict[str, float]:
    """The height of each footnote, in points. Endnotes stand at the end and bring nothing."""
    section = document.sections[0] if document.sections else Section(0)
    heights: dict[str, float] = {}
    for note in document.notes:
        if note.kind != "footnote":
            continue
        total = 0.0
        for index in note.paragraphs:
            paragraph = document.paragraphs[index]
            lines = _lines(paragraph, section, {})
            total += sum(max(0.0, line.height) for line in lines)
            total += (paragraph.format.space_before or 0.0) + (paragraph.format.space_after or 0.0)
        heights[note.id] = total
    return heights


def _lines(paragraph: Paragraph, section: Section, notes: dict[str, float]) -> list[_Line]:
    """The lines of a paragraph; a page break made by hand is a line of height -1."""
    size, metrics = _metrics(paragraph)
    height = _height(paragraph, size, metrics.line)
    offsets = _line_offsets(paragraph, section, size, metrics)
    lines: list[_Line] = []
    markers = [(o, notes.get(n, 0.0)) for o, n in paragraph.note_markers]
    breaks = sorted(paragraph.hard_breaks)
    for number, offset in enumerate(offsets):
        end = offsets[number + 1] if number + 1 < len(offsets) else len(paragraph.text) + 1
        while breaks and breaks[0] <= offset:
            lines.append(_Line(breaks.pop(0), -1.0))
        brought = sum(h for o, h in markers if offset < o <= end or (o == 0 == offset))
        lines.append(_Line(offset, height, brought))
    lines += [_Line(offset, -1.0) for offset in breaks]
    return lines


def _line_offsets(
    paragraph: Paragraph, section: Section, size: float, metrics: FaceMetrics
) -> list[int]:
    """Where each line begins: words set one after the other until the line is full."""
    layout = paragraph.format
    column = (section.width or LETTER_WIDTH) - _margin(section.left) - _margin(section.right)
    column = max(column - (layout.left or 0.0) - (layout.right or 0.0), INCH) / size
    text = paragraph.text
    advances = metrics.advances(text)
    offsets: list[int] = []
    cuts = sorted(
        {0, *(o for o in paragraph.hard_breaks if o < len(text))}
        | {i + 1 for i, c in enumerate(text) if c == "\n"}
    )
    first = (layout.first_line or 0.0) / size
    for start, end in zip(cuts, [*cuts[1:], len(text)], strict=True):
        at = start
        while True:
            offsets.append(at)
            limit = advances[at] + column - (first if at == 0 else 0.0)
            if advances[end] <= limit:
                break
            at = _next_line(text, advances, at, end, limit)
    return offsets


def _next_line(text: str, advances: list[float], at: int, end: int, limit: float) -> int:
    """Where the line after the one that begins at `at` begins."""
    low, high = at + 1, end
    while low < high:
        middle = (low + high + 1) // 2
        if advances[middle] <= limit:
            low = middle
        else:
            high = middle - 1
    # A space may hang over the edge; else go back to the last place between words.
    if text[low : low + 1] == " ":
        return min(low + 1, end)
    space = max(text.rfind(" ", at + 1, low), text.rfind("\t", at + 1, low))
    hyphen = max(text.rfind("-", at + 1, low), text.rfind("—", at + 1, low))
    best = max(space, hyphen)
    return best + 1 if best > at else max(low, at + 1)


def _metrics(paragraph: Paragraph) -> tuple[float, FaceMetrics]:
    """Size in points and face of most of a paragraph."""
    longest = max(paragraph.runs, key=lambda r: len(r.span), default=None)
    size = (longest.format.size if longest else None) or 12.0
    return size, face_metrics((longest.format.face if longest else None) or "")


def _height(paragraph: Paragraph, size: float, natural: float) -> float:
    spacing = paragraph.format.line_spacing
    single = size * natural
    if spacing is None:
        return single if paragraph.note is not None else single * 2
    if spacing.kind == "multiple":
        return single * spacing.value
    return spacing.value if spacing.kind == "exact" else max(spacing.value, single)


def _margin(length: float | None) -> float:
    return INCH if length is None else abs(length)


def next_inked(text: list[Paragraph], paragraph: Paragraph, offset: int) -> tuple[int, int] | None:
    """Where the page after a break begins: here, or in the next paragraph."""
    if paragraph.text[offset:].strip() or (offset == 0 and not paragraph.text):
        return paragraph.index, offset
    if offset == 0 and paragraph.text:
        return paragraph.index, 0
    following = paragraph.index + 1
    return (following, 0) if following < len(text) else None
