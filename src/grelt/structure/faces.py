"""How wide the characters of a face are, and how high its lines: for laying out by estimate."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass
from functools import cache
from itertools import accumulate
from pathlib import Path
from typing import Any

from .. import kept

_UNKNOWN_SCALE, _UNKNOWN_LINE = 1.09, 1.17


@dataclass(frozen=True)
class FaceMetrics:
    """Advance widths and natural line height, in ems (multiples of the size)."""

    widths: defaultdict[str, float]
    line: float

    def advances(self, text: str) -> list[float]:
        """The width of the text up to each offset, in ems; one more than there are characters."""
        return list(accumulate(map(self.widths.__getitem__, text), initial=0.0))


@cache
def face_metrics(face: str) -> FaceMetrics:
    """The metrics of a face by its name; an average for one that is not known."""
    table = _table()
    name = face.casefold()
    for item in table["face"]:
        if name.startswith(item["name"]):
            like = table["widths"][item["like"]]
            return _metrics(like, item.get("scale", 1.0), item.get("line", like["line"]))
    return _metrics(table["widths"]["times"], _UNKNOWN_SCALE, _UNKNOWN_LINE)


def _metrics(like: dict[str, Any], scale: float, line: float) -> FaceMetrics:
    advances = dict(zip(_table()["characters"], like["advances"], strict=True))
    middle = advances["n"] * scale / 1000
    widths: defaultdict[str, float] = defaultdict(lambda: middle)
    widths.update({c: w * scale / 1000 for c, w in advances.items()})
    widths["\u00a0"] = widths[" "]
    widths["\t"] = 3.0  # half an inch at twelve points
    return FaceMetrics(widths, line)


@cache
def _table() -> dict[str, Any]:
    return kept.toml(Path(__file__).with_name("faces.toml"))
