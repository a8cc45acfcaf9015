"""Running heads and page numbers told from text, notes at the foot from the page above them."""

from __future__ import annotations

import re
from collections import Counter

from ...document import Header
from .lines import Line

_EDGE = 0.105
_DIGITS = re.compile(r"\d+|\b[ivxlc]+\b")
_NOTE = re.compile(r"\s*(\d{1,3})[.)]?(?=\s|[^\W\d])")


def running_heads(
    pages: list[list[Line]], width: float, height: float
) -> tuple[set[int], tuple[Header, ...]]:
    """Ids of the lines that are running heads or feet, and the heads themselves.

    A line in the margin that says the same on half the pages, figures apart, or that is
    a figure alone.
    """
    said: Counter[str] = Counter()
    for lines in pages:
        for line in lines:
            if _in_margin(line, height):
                said[_DIGITS.sub("#", line.text.strip())] += 1
    found: set[int] = set()
    heads: dict[tuple[bool, str], Header] = {}
    for lines in pages:
        for line in lines:
            pattern = _DIGITS.sub("#", line.text.strip())
            often = said[pattern] >= max(2, len(pages) / 2) or (len(pages) == 1 and "#" in pattern)
            if _in_margin(line, height) and (often or pattern == "#"):
                found.add(id(line))
                head = _header(line, width, height)
                heads.setdefault((head.foot, pattern), head)
    return found, tuple(heads.values())


def _header(line: Line, width: float, height: float) -> Header:
    text = line.text.strip()
    middle = abs(line.centre - width / 2) < 12
    return Header(
        kind="default",
        text=_DIGITS.sub("", text).strip() if text != _DIGITS.sub("", text) else text,
        alignment="center" if middle else "right" if line.centre > width / 2 else "left",
        page_number=_DIGITS.search(text) is not None,
        foot=line.top > height / 2,
    )


def _in_margin(line: Line, height: float) -> bool:
    return line.bottom < height * _EDGE - 6 or line.top > height * (1 - _EDGE) + 6


def split_notes(
    lines: list[Line], body_size: float, pitch: float
) -> tuple[list[Line], list[tuple[int, list[Line]]]]:
    """The page's text, and its footnotes with their numbers.

    A note begins with a figure that is raised somewhere above it on the page; the first
    one is set off from the text by a gap, by closer lines, by smaller print, or by a raised figure of its own.
    """
    cited: set[int] = set()
    start = None
    for number, line in enumerate(lines):
        opening = _opening_number(line)
        if opening in cited and start is None and number:
            raised = next((bool(p.format.raised) for p in line.pieces if p.text.strip()), False)
            apart = line.bottom - lines[number - 1].bottom > 1.3 * pitch
            following = lines[number + 1].bottom if number + 1 < len(lines) else None
            closer = following is not None and following - line.bottom < 0.75 * pitch
            if raised or apart or closer or line.size < body_size - 0.8:
                start = number
        cited |= {
            int(p.text.strip())
            for p in line.pieces
            if p.format.raised and p.text.strip().isdigit() and len(p.text.strip()) < 4
        }
    if start is None:
        return lines, []
    notes: list[tuple[int, list[Line]]] = []
    for line in lines[start:]:
        opening = _opening_number(line)
        if opening is not None and opening in cited and (not notes or opening > notes[-1][0]):
            notes.append((opening, [line]))
        elif notes:
            notes[-1][1].append(line)
    return lines[:start], notes


def _opening_number(line: Line) -> int | None:
    match = _NOTE.match(line.text)
    return int(match.group(1)) if match is not None else None
