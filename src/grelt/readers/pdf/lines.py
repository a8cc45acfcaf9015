"""Stretches of a page put together to lines, each with its place and its formatting."""

from __future__ import annotations

from dataclasses import dataclass

from ...document import RunFormat
from .content import Box, Page, Stretch

_SAME_LINE = 0.45
_WORD_GAP = 0.18


@dataclass(frozen=True, slots=True)
class Piece:
    """Characters of one line set alike. `raised` digits may be note markers."""

    text: str
    format: RunFormat


@dataclass(frozen=True, slots=True)
class Line:
    """One line of one page; lengths in points from the top left. `bottom` is its baseline."""

    page: int
    left: float
    right: float
    top: float
    bottom: float
    size: float
    pieces: tuple[Piece, ...]

    @property
    def text(self) -> str:
        return "".join(piece.text for piece in self.pieces)

    @property
    def centre(self) -> float:
        return (self.left + self.right) / 2


def page_lines(page: Page) -> list[Line]:
    """The lines of one page, top to bottom."""
    rows: list[list[Stretch]] = []
    for stretch in sorted(page.stretches, key=lambda s: (round(s.base, 1), s.left)):
        for row in reversed(rows[-4:]):
            largest = max(s.size for s in row[:3])
            if abs(row[0].base - stretch.base) < _SAME_LINE * max(stretch.size, largest):
                row.append(stretch)
                break
        else:
            rows.append([stretch])
    lines = [_line(page, row) for row in rows if any(s.text.strip() for s in row)]
    return sorted(lines, key=lambda line: line.bottom)


def _line(page: Page, row: list[Stretch]) -> Line:
    row = sorted(row, key=lambda s: s.left)
    inked = [s for s in row if s.text.strip()]
    weights = sorted((s.size, len(s.text)) for s in inked)
    size = _middle(weights)
    base = _middle(sorted((s.base, len(s.text)) for s in inked))
    pieces: list[Piece] = []
    last_end: float | None = None
    for stretch in row:
        text = stretch.text
        gap = last_end is not None and stretch.left - last_end > _WORD_GAP * size
        if gap and pieces and not pieces[-1].text.endswith(" ") and not text.startswith(" "):
            pieces[-1] = Piece(pieces[-1].text + " ", pieces[-1].format)
        if text.startswith(" ") and pieces and pieces[-1].text.endswith(" "):
            text = text[1:]  # the space between two stretches is given with both
        raised = stretch.size < 0.8 * size and stretch.base < base - 0.5
        format = _format(stretch, page, raised=raised)
        if pieces and (pieces[-1].format == format or not text.strip()):
            pieces[-1] = Piece(pieces[-1].text + text, pieces[-1].format)
        else:
            pieces.append(Piece(text, format))
        last_end = stretch.right
    return Line(
        page=page.number,
        left=inked[0].left,
        right=inked[-1].right,
        top=min(s.top for s in inked),
        bottom=base,
        size=round(size, 1),
        pieces=tuple(pieces),
    )


def _middle(weighted: list[tuple[float, int]]) -> float:
    """The value that half the characters are at or below."""
    half = sum(weight for _, weight in weighted) / 2
    for value, weight in weighted:
        half -= weight
        if half <= 0:
            return value
    return weighted[-1][0]


def _format(stretch: Stretch, page: Page, *, raised: bool) -> RunFormat:
    size = stretch.size
    under = [b for b in page.boxes if _spans(b, stretch)]
    link = next((k.address for k in page.links if k.left - 1 <= _centre(stretch) <= k.right + 1
                 and k.top - 1 <= stretch.base - 0.3 * size <= k.bottom + 1), None)  # fmt: skip
    return RunFormat(
        face=stretch.face.family or None,
        size=None if raised else round(size * 2) / 2,
        bold=stretch.face.bold,
        italic=stretch.face.italic,
        underline=any(_is_rule(b, stretch) for b in under),
        colour=stretch.colour,
        background=next((b.colour for b in under if _is_shading(b, stretch)), "none"),
        raised=raised,
        link=link,
    )


def _centre(stretch: Stretch) -> float:
    return (stretch.left + stretch.right) / 2


def _spans(box: Box, stretch: Stretch) -> bool:
    """Whether a box reaches along most of a stretch."""
    shared = min(box.right, stretch.right) - max(box.left, stretch.left)
    return shared > 0.7 * (stretch.right - stretch.left)


def _is_rule(box: Box, stretch: Stretch) -> bool:
    """A thin line just under the baseline."""
    return (
        box.height < 0.15 * stretch.size and -0.05 <= (box.top - stretch.base) / stretch.size < 0.3
    )


def _is_shading(box: Box, stretch: Stretch) -> bool:
    """A coloured box behind the letters."""
    behind = box.top < stretch.base - 0.4 * stretch.size and box.bottom > stretch.base - 1
    return behind and box.colour not in (None, "FFFFFF", "000000")
