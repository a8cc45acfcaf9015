"""What a class needs of one paper: a few figures of its report, small enough to be kept beside it."""

from __future__ import annotations

from typing import Any

from ..report import excerpt
from ..text.folding import fold, letters

Json = dict[str, Any]

# A requirement is met or not: nothing that a writer does well or badly again and again.
_NO_SKILL = frozenset({"requirement"})
_LONGEST_TITLE = 60


def paper_figures(report: Json) -> Json:
    """Chances and slips of a report by rule, each slip with its words, and its sources under keys that the same
    source has in other papers."""
    habits = {h["rule"] for h in report["habits"] if h["habit"]}
    kinds = {e["id"]: e["kind"] for e in report["entries"]}
    chances = dict(report["chances"])
    for habit in report["habits"]:
        chances[habit["rule"]] = max(chances.get(habit["rule"], 0), habit["chances"])
    # The rule looks at unlisted sources alone; the chances of a writer are all sources that they cite.
    chances["cite-unlisted"] = max(
        chances.get("cite-unlisted", 0), report["tally"]["sources_cited"]
    )
    verdict = report["verdict"]
    return {
        "guide": report["guide"]["id"],
        "verdict": verdict["verdict"] if verdict else None,
        "points": report["points"]["whole"] if report["points"] else None,
        "unmet": [
            {"wanted": r["wanted"], "found": r["found"], "maybe": r["maybe"]}
            for r in report["requirements"]
            if not r["met"]
        ],
        "tally": {k: report["tally"][k] for k in ("pages", "words", "citations", "entries")},
        "chances": chances,
        "findings": [
            {
                "key": f["key"],
                "rule": f["rule"],
                "label": f["label"],
                "mark": f["mark"],
                "family": f["family"],
                "severity": f["severity"],
                "page": f["page"],
                "count": max(1, len(f["places"])),
                "habit": f["rule"] in habits,
                "kind": kinds.get(f["entry"] or "", ""),
                "message": f["message"],
                "expected": f["expected"] if len(f["expected"] or "") <= 120 else None,
                **excerpt(report, f),
            }
            for f in report["findings"]
            if f["family"] not in _NO_SKILL
        ],
        "sources": [_source(e) for e in report["entries"]],
    }


def _source(entry: Json) -> Json:
    return {
        "keys": source_keys(entry["fields"] or {}),
        "label": entry["label"],
        "text": " ".join(entry["text"].split()),
        "written": entry["written_html"],
    }


def source_keys(fields: Json) -> list[str]:
    """By what the same source is told in another paper: its DOI or ISBN, and who wrote what."""
    keys = []
    if doi := str(fields.get("DOI") or "").casefold().removeprefix("https://doi.org/"):
        keys.append(f"doi {doi}")
    if isbn := "".join(c for c in str(fields.get("ISBN") or "") if c.isalnum()):
        keys.append(f"isbn {isbn}")
    # Two editions, and two works of one title, are told apart by who wrote them and what they are.
    title = letters(str(fields.get("title") or "").partition(":")[0])[:_LONGEST_TITLE]
    names = fields.get("author") or fields.get("editor") or []
    first = names[0] if isinstance(names, list) and names and isinstance(names[0], dict) else {}
    name = fold(str(first.get("family") or first.get("literal") or ""))
    if len(title) > 3 and (name or len(title) > 12):
        keys.append(f"work {name} {title}")
    return keys
