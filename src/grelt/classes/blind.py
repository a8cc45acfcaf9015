"""A report without the name of its writer, for marking that does not know whose the paper is."""

from __future__ import annotations

import re
from collections.abc import Iterable
from typing import Any

Json = dict[str, Any]

_SIGN = "▪"
_FRONT = frozenset({"heading-block", "title-page"})
_SAID = ("message", "found", "expected", "expected_html")
# Shorter parts of names are words of everybody's (`de`, `van`).
_SHORTEST = 3


def masked(report: Json, names: Iterable[str]) -> Json:
    """The report with a sign for each letter of these names where papers say whose they are: heading block or
    title page, running head, and findings of the page. All offsets hold. The file is called by its format
    alone."""
    named = _pattern([*names, *_said_in(report)])
    page = report["page"]
    return {
        **report,
        "file": f"paper.{report['file'].rpartition('.')[2]}",
        "front": _front(report["front"], named),
        "paragraphs": [
            {**p, "text": _hidden(p["text"], named)} if p["role"] in _FRONT else p
            for p in report["paragraphs"]
        ],
        "page": page
        and {
            **page,
            "found": _heads(page["found"], named),
            "wanted": _heads(page["wanted"], named),
        },
        "findings": [
            {**f, **{k: f[k] and _hidden(f[k], named) for k in _SAID}}
            if f["family"] == "page"
            else f
            for f in report["findings"]
        ],
    }


def _said_in(report: Json) -> list[str]:
    parts = (report["front"] or {"parts": []})["parts"]
    return [p["text"] for p in parts if p["name"] == "writer"]


def _pattern(names: Iterable[str]) -> re.Pattern[str]:
    words = {w for name in names for w in re.findall(r"[^\W\d_]+", name) if len(w) >= _SHORTEST}
    either = "|".join(re.escape(w) for w in sorted(words, key=lambda w: (-len(w), w)))
    return re.compile(rf"\b(?:{either})\b" if either else r"(?!)", re.I)


def _hidden(text: str, named: re.Pattern[str]) -> str:
    return named.sub(lambda match: _SIGN * len(match.group()), text)


def _front(front: Json | None, named: re.Pattern[str]) -> Json | None:
    if front is None:
        return None
    return {**front, "parts": [{**p, "text": _hidden(p["text"], named)} for p in front["parts"]]}


def _heads(measures: Json, named: re.Pattern[str]) -> Json:
    heads = measures.get("heads")
    if not heads:
        return measures
    return {**measures, "heads": [{**h, "text": _hidden(h["text"], named)} for h in heads]}
