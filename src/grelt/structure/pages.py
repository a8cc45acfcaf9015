"""Pages: as the file says, or estimated from the resolved sizes and spacings."""

from __future__ import annotations

import math
from bisect import bisect_right
from dataclasses import dataclass

from ..document import Document, Paragraph, Section

_LETTER_WIDTH, _LETTER_HEIGHT, _INCH = 612.0, 792.0, 72.0
# Mean width of a character of English text in ems, and the natural line height in ems,
# by family of face. Measured on running prose in metric-compatible free faces.
_WIDTHS = {
    "times": (0.404, 1.15),
    "liberation serif": (0.404, 1.15),
    "georgia": (0.465, 1.136),
    "garamond": (0.39, 1.125),
    "cambria": (0.44, 1.172),
    "calibri": (0.425, 1.22),
    "carlito": (0.425, 1.22),
    "arial": (0.458, 1.15),
    "liberation sans": (0.458, 1.15),
    "helvetica": (0.458, 1.15),
    "verdana": (0.535, 1.215),
    "courier": (0.6, 1.133),
}
_DEFAULT = (0.44, 1.17)


@dataclass(frozen=True)
class Pages:
    """Page of every character, and how many there are. Pages count from 1.

    `source` is `file` where the file says, `layout` where it was estimated.
    """

    count: int
    source: str
    _starts: tuple[tuple[int, int], ...]

    def of(self, paragraph: int, offset: int = 0) -> int:
        """The page on which a character stands."""
        return max(1, bisect_right(self._starts, (paragraph, offset)))

    def begins_page(self, paragraph: int) -> bool:
        """Whether a paragraph is the first thing on its page."""
        return paragraph == 0 or (paragraph, 0) in self._starts

    def starts_within(self, paragraph: int) -> tuple[int, ...]:
        """Offsets within a paragraph at which a page begins."""
        first = bisect_right(self._starts, (paragraph, 0))
        last = bisect_right(self._starts, (paragraph + 1, -1))
        return tuple(offset for _, offset in self._starts[first:last])

    def start(self, page: int) -> tuple[int, int]:
        """Paragraph and offset with which a page begins."""
        return self._starts[min(max(page, 1), len(self._starts)) - 1]


def paginate(document: Document) -> Pages:
    """Pages of a document's text (notes stand on the page of their marker)."""
    text = [p for p in document.paragraphs if p.note is None]
    if document.page_breaks_known:
        starts = _recorded(document, text)
        source = "file"
    else:
        starts = _estimated(document, text)
        source = "layout"
    return Pages(len(starts), source, tuple(starts))


def _recorded(document: Document, text: list[Paragraph]) -> list[tuple[int, int]]:
    """Breaks the word processor recorded at its last layout, and those made by hand."""
    starts: list[tuple[int, int]] = [(0, 0)]
    new_sections = {s.start for s in document.sections if s.new_page and s.start > 0}
    for paragraph in text:
        breaks = set(paragraph.rendered_breaks)
        for offset in paragraph.hard_breaks:
            # A break made by hand is recorded again where the next page begins.
            breaks.add(offset)
        if paragraph.format.page_break_before or paragraph.index in new_sections:
            breaks.add(0)
        for offset in sorted(breaks):
            place = _next_inked(text, paragraph, offset)
            if place is not None and place > starts[-1]:
                starts.append(place)
    return starts


def _next_inked(text: list[Paragraph], paragraph: Paragraph, offset: int) -> tuple[int, int] | None:
    """Where the page after a break begins: here, or in the next paragraph."""
    if paragraph.text[offset:].strip() or (offset == 0 and not paragraph.text):
        return paragraph.index, offset
    if offset == 0 and paragraph.text:
        return paragraph.index, 0
    following = paragraph.index + 1
    return (following, 0) if following < len(text) else None


def _estimated(document: Document, text: list[Paragraph]) -> list[tuple[int, int]]:
    starts: list[tuple[int, int]] = [(0, 0)]
    section_starts = {s.start: s for s in document.sections if s.start > 0}
    section = document.sections[0] if document.sections else Section(0)
    room = _room(section)
    used = 0.0
    gap = 0.0
    for paragraph in text:
        layout = paragraph.format
        new_section = section_starts.get(paragraph.index)
        if new_section is not None:
            section, room = new_section, _room(new_section)
        breaks = layout.page_break_before or (new_section is not None and new_section.new_page)
        if breaks and starts[-1] != (paragraph.index, 0):
            starts.append((paragraph.index, 0))
            used, gap = 0.0, 0.0
        before = layout.space_before or 0.0
        used += max(gap, before) if used else 0.0
        gap = layout.space_after or 0.0
        for offset, height in _lines(paragraph, section):
            if height < 0:
                place = _next_inked(text, paragraph, offset)
                if place is not None and place > starts[-1]:
                    starts.append(place)
                    used = 0.0
                continue
            if used + height > room + 1.0 and used > 0:
                if starts[-1] < (paragraph.index, offset):
                    starts.append((paragraph.index, offset))
                used = 0.0
            used += height
    return starts


def _room(section: Section) -> float:
    height = section.height or _LETTER_HEIGHT
    top = _INCH if section.top is None else abs(section.top)
    bottom = _INCH if section.bottom is None else abs(section.bottom)
    return max(height - top - bottom, 100.0)


def _lines(paragraph: Paragraph, section: Section) -> list[tuple[int, float]]:
    """Offset and height of each line; a page break made by hand has height -1."""
    size, width, natural = _metrics(paragraph)
    column = (section.width or _LETTER_WIDTH) - _side(section.left) - _side(section.right)
    column -= (paragraph.format.left or 0.0) + (paragraph.format.right or 0.0)
    per_line = max(column, 72.0) / (size * width)
    height = _height(paragraph, size, natural)
    lines: list[tuple[int, float]] = []
    cuts = sorted(
        {0, len(paragraph.text), *paragraph.hard_breaks}
        | {i + 1 for i, c in enumerate(paragraph.text) if c == "\n"}
    )
    first = (paragraph.format.first_line or 0.0) / (size * width)
    for start, end in zip(cuts, cuts[1:] or [0], strict=False):
        if start in paragraph.hard_breaks:
            lines.append((start, -1.0))
        tabs = paragraph.text.count("\t", start, end)
        length = end - start + tabs * 4 + (first if start == 0 else 0.0)
        count = max(1, math.ceil(length / per_line))
        lines += [(start + int(number * per_line), height) for number in range(count)]
    if not paragraph.text:
        lines = [(0, -1.0)] * len(paragraph.hard_breaks) + [(0, height)]
    elif len(paragraph.text) in paragraph.hard_breaks:
        lines.append((len(paragraph.text), -1.0))
    return lines


def _side(margin: float | None) -> float:
    return _INCH if margin is None else margin


def _metrics(paragraph: Paragraph) -> tuple[float, float, float]:
    """Size in points, mean character width in ems, natural line height in ems."""
    format = max(paragraph.runs, key=lambda r: len(r.span), default=None)
    size = (format.format.size if format else None) or 12.0
    face = ((format.format.face if format else None) or "").casefold()
    for name, (width, natural) in _WIDTHS.items():
        if face.startswith(name):
            return size, width, natural
    return size, *_DEFAULT


def _height(paragraph: Paragraph, size: float, natural: float) -> float:
    spacing = paragraph.format.line_spacing
    single = size * natural
    if spacing is None:
        return single * 2
    if spacing.kind == "multiple":
        return single * spacing.value
    return spacing.value if spacing.kind == "exact" else max(spacing.value, single)
