"""Characters of a page put together to lines, each with its place and its formatting."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from ...document import RunFormat

_SUBSET = re.compile(r"^[A-Z]{6}\+")
_SAME_LINE = 0.45
_WORD_GAP = 0.18


@dataclass(frozen=True, slots=True)
class Piece:
    """Characters of one line set alike. `raised` digits may be note markers."""

    text: str
    format: RunFormat


@dataclass(frozen=True, slots=True)
class Line:
    """One line of one page; lengths in points from the top left."""

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


def page_lines(page: int, chars: Iterable[Mapping[str, Any]], links: list[Any]) -> list[Line]:
    """The lines of one page, top to bottom. `chars` as pdfplumber gives them."""
    rows: list[list[Mapping[str, Any]]] = []
    for char in sorted(chars, key=lambda c: (round(float(c["bottom"]), 1), float(c["x0"]))):
        size = float(char["size"]) or 12.0
        for row in reversed(rows[-4:]):
            largest = max(float(c["size"]) for c in row[:3])
            if abs(float(row[0]["bottom"]) - float(char["bottom"])) < _SAME_LINE * max(
                size, largest
            ):
                row.append(char)
                break
        else:
            rows.append([char])
    lines = [_line(page, row, links) for row in rows if any(str(c["text"]).strip() for c in row)]
    return sorted(lines, key=lambda line: line.bottom)


def _line(page: int, row: list[Mapping[str, Any]], links: list[Any]) -> Line:
    row = sorted(row, key=lambda c: float(c["x0"]))
    inked = [c for c in row if str(c["text"]).strip()]
    sizes = sorted(float(c["size"]) for c in inked)
    size = sizes[len(sizes) // 2]
    baseline = sorted(float(c["bottom"]) for c in inked)[len(inked) // 2]
    pieces: list[Piece] = []
    last_end: float | None = None
    for char in row:
        text = str(char["text"])
        start = float(char["x0"])
        gap = last_end is not None and start - last_end > _WORD_GAP * size
        if gap and pieces and not pieces[-1].text.endswith(" ") and text.strip():
            pieces[-1] = Piece(pieces[-1].text + " ", pieces[-1].format)
        raised = float(char["size"]) < 0.8 * size and float(char["bottom"]) < baseline - 0.5
        format = _format(char, raised, links)
        if pieces and (pieces[-1].format == format or not text.strip()):
            pieces[-1] = Piece(pieces[-1].text + text, pieces[-1].format)
        else:
            pieces.append(Piece(text, format))
        last_end = float(char["x1"])
    return Line(
        page=page,
        left=float(inked[0]["x0"]),
        right=float(inked[-1]["x1"]),
        top=min(float(c["top"]) for c in inked),
        bottom=baseline,
        size=round(size, 1),
        pieces=tuple(pieces),
    )


def _format(char: Mapping[str, Any], raised: bool, links: list[Any]) -> RunFormat:
    name = _SUBSET.sub("", str(char["fontname"]))
    family = re.split(r"[-,]", name)[0].removesuffix("MT").removesuffix("PS")
    low = name.lower()
    return RunFormat(
        face=family or None,
        size=None if raised else round(float(char["size"]) * 2) / 2,
        bold="bold" in low or "black" in low,
        italic="italic" in low or "oblique" in low,
        colour=_colour(char.get("non_stroking_color")),
        raised=raised,
        link=_link(char, links),
    )


def _colour(value: Any) -> str | None:
    """Grey, RGB or CMYK parts from 0 to 1 as six hex digits; None for a pattern."""
    parts = value if isinstance(value, list | tuple) else [value]
    try:
        numbers = [min(1.0, max(0.0, float(n))) for n in parts]
    except (TypeError, ValueError):
        return None
    if len(numbers) == 1:
        numbers *= 3
    elif len(numbers) == 4:
        cyan, magenta, yellow, black = numbers
        numbers = [(1 - ink) * (1 - black) for ink in (cyan, magenta, yellow)]
    return "".join(f"{round(n * 255):02X}" for n in numbers) if len(numbers) == 3 else None


def _link(char: Mapping[str, Any], links: list[Any]) -> str | None:
    middle_x = (float(char["x0"]) + float(char["x1"])) / 2
    middle_y = (float(char["top"]) + float(char["bottom"])) / 2
    for link in links:
        inside = link["x0"] <= middle_x <= link["x1"] and link["top"] <= middle_y <= link["bottom"]
        if inside and link.get("uri"):
            return str(link["uri"])
    return None
