"""Pages: as the file says, or estimated from the resolved sizes and spacings."""

from __future__ import annotations

from bisect import bisect_right
from dataclasses import dataclass

from ..document import Document, Paragraph
from .layout import estimated_starts, next_inked


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
        starts = estimated_starts(document)
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
            place = next_inked(text, paragraph, offset)
            if place is not None and place > starts[-1]:
                starts.append(place)
    return starts
