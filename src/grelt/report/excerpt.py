"""The words of a finding with those round them, as lists of many papers show them."""

from __future__ import annotations

from typing import Any

# So many letters on either side of a slip show where it is; of a longer slip its beginning.
_AROUND = 45
_LONGEST = 120


def excerpt(report: dict[str, Any], finding: dict[str, Any]) -> dict[str, str]:
    """`lead`, `words` and `rest` of a finding of a report; empty where it stands at no words."""
    if finding["paragraph"] is None:
        return {"lead": "", "words": "", "rest": ""}
    text = report["paragraphs"][finding["paragraph"]]["text"]
    start, end = finding["start"] or 0, finding["end"] or 0
    begin, close = _word(text, start - _AROUND, -1), _word(text, end + _AROUND, 1)
    return {
        "lead": ("…" if begin else "") + text[begin:start],
        "words": text[start : min(end, start + _LONGEST)],
        "rest": text[end:close] + ("…" if close < len(text) else ""),
    }


def _word(text: str, at: int, by: int) -> int:
    """The border of a word at a place or beyond it."""
    at = min(max(at, 0), len(text))
    while 0 < at < len(text) and not text[at - 1].isspace():
        at += by
    return at
