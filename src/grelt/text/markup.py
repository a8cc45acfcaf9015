"""Text with its italics as `<i>`, everything else escaped."""

from __future__ import annotations

from collections.abc import Callable
from html import escape


def with_italics(text: str, is_italic: Callable[[int], bool], start: int, end: int) -> str:
    """The characters `start` up to `end`; `is_italic` says so of an offset. Spaces alone are not set
    in italics."""
    out: list[str] = []
    at = start
    while at < end:
        stop, leaning = at, is_italic(at)
        while stop < end and is_italic(stop) == leaning:
            stop += 1
        words = escape(text[at:stop], quote=False)
        out.append(f"<i>{words}</i>" if leaning and words.strip() else words)
        at = stop
    return "".join(out)
