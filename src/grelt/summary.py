"""The report as a page of plain text, grouped by the round of the work it belongs to."""

from __future__ import annotations

from typing import Any

_ROUNDS = (
    ("in-text", "In the text"),
    ("match", "Match, both ways"),
    ("list", "The list"),
    ("entry", "Entries"),
    ("integrity", "Entries: do they hold together"),
    ("notes", "Notes"),
    ("page", "The page"),
    ("requirement", "The assignment"),
)


def summary(report: dict[str, Any]) -> str:
    """A readable summary of one report."""
    tally, guide = report["tally"], report["guide"]
    agree = tally["sources_cited"] == tally["entries"] and not tally["unlisted"]
    lines = [
        f"{report['file']} · {guide['id']}"
        + ("" if guide["chosen"] == "given" else f" (recognised, {guide['confidence']:.0%} sure)"),
        f"{_count(tally['pages'], 'page')} · {_count(tally['citations'], 'citation')} · "
        f"{tally['sources_cited']} sources cited {'=' if agree else '≠'} "
        f"{tally['entries']} listed · {tally['unlisted']} unlisted · {tally['uncited']} uncited",
        "citations a page: " + " ".join(str(n) for n in tally["citations_per_page"]),
    ]
    for family, title in _ROUNDS:
        found = [f for f in report["findings"] if f["family"] == family]
        if not found:
            continue
        lines += ["", f"{title} ({len(found)})"]
        lines += [_line(f) for f in found]
    habits = [h for h in report["habits"] if h["habit"]]
    if habits:
        lines += ["", "Habits"]
        lines += [f"  {h['rule']}: {h['broken']} of {h['chances']} chances" for h in habits]
    if guide["confidence"] < 0.5:
        lines += ["", "No guide was recognised: only what every guide asks was checked."]
    if not report["findings"]:
        lines += ["", "Nothing to point out."]
    lines += [f"\nThe rule {f['rule']} failed: {f['error']}" for f in report["faults"]]
    return "\n".join(lines) + "\n"


def _count(number: int, word: str) -> str:
    return f"{number} {word}{'' if number == 1 else 's'}"


def _line(finding: dict[str, Any]) -> str:
    place = f"p. {finding['page']}" if finding["page"] is not None else "paper"
    if finding["entry"] is not None:
        place = f"entry {finding['entry'][1:]}"
    marks = {"error": "×", "caution": "?", "advice": "·"}
    line = f"  {marks[finding['severity']]} {place:<9} {finding['message']}"
    if finding["expected"] is not None and finding["found"] is not None:
        line += f" [{_shown(finding['found'])} → {_shown(finding['expected'])}]"
    return f"{line}  ({finding['rule']})"


def _shown(text: str) -> str:
    shown = text.replace("\n", "⏎").replace("\t", "⇥")
    return shown if len(shown) <= 60 else f"{shown[:57]}…"
