"""The picture of a class as pages that stand by themselves, as a table, and as a .pdf."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable
from html import escape
from typing import Any

from ..returning.files import tame
from ..returning.letter import capital, stretches

Json = dict[str, Any]

# Shades of one hue with ink that can be read on each; the figure says the same.
_STEPS = 5
_STYLE = """
body { margin: 1.5rem auto; max-width: 76rem; padding: 0 1rem; font: 1rem/1.5 Georgia, serif; color: #1f2a2e;
  background: #fdfdfb; }
h1 { font-size: 1.5rem; } h2 { font-size: 1.15rem; margin-top: 1.8rem; }
table { border-collapse: collapse; font: .85rem/1.3 system-ui, sans-serif; }
th, td { padding: .15rem .35rem; border: 1px solid #e2e7e5; text-align: center; min-width: 1.9rem; }
thead th { vertical-align: bottom; writing-mode: vertical-rl; transform: rotate(180deg); text-align: left; }
thead th:first-child { writing-mode: horizontal-tb; transform: none; }
tbody th, tfoot th { text-align: left; font-weight: 400; white-space: nowrap; }
tfoot th, tfoot td { border-top: 2px solid #1f2a2e; font-weight: 700; }
.s1 { background: #dbe8e7; } .s2 { background: #b4cfce; } .s3 { background: #86b0b1; }
.s4 { background: #3f7d81; color: #fff; } .s5 { background: #0b5a63; color: #fff; }
.quiet { color: #4a5a60; } .lesson { page-break-inside: avoid; } .lesson p { margin: .3rem 0; }
mark { color: inherit; background: #f6e1d8; } .right { background: #d9e8e6; }
.worked { border-left: 3px solid #0b5a63; padding-left: .8rem; }
.show { font-size: 1.35rem; } .show h2 { font-size: 1.8rem; }
"""


def class_page(picture: Json, title: str) -> str:
    """Everything: the sentence of figures, the table, what is worth teaching, shared sources."""
    body = f"<h1>{escape(title)}</h1><p>{escape(standing(picture))}</p>{_table(picture)}"
    if picture["teach"]:
        body += "<h2>Ten minutes in class</h2>" + "".join(_lessons(picture["teach"]))
    if picture["sources"]:
        body += "<h2>Sources that several papers list</h2>" + "".join(
            map(_source, picture["sources"])
        )
    return _page(title, body)


def teaching_page(picture: Json, title: str) -> str:
    """What is worth teaching alone, large, to be shown in class; nobody is named on it."""
    lessons = "".join(_lessons(picture["teach"])) or "<p>Nothing that several writers slip on.</p>"
    return _page(title, f'<div class="show"><h1>{escape(title)}</h1>{lessons}</div>')


def standing(picture: Json) -> str:
    """How the class stands, in a sentence of figures."""
    states, papers = picture["states"], picture["papers"]
    parts = [f"{states['read on']} can be read now", f"{states['mend']} have something to mend"]
    if states["mend"] == 1:
        parts[1] = "1 has something to mend"
    if back := states["send back"]:
        parts.append(f"{back} {'goes' if back == 1 else 'go'} back")
    return f"Of {papers} {'paper' if papers == 1 else 'papers'}, {', '.join(parts)}."


def class_csv(picture: Json) -> str:
    """A row a writer: state, slips, points, then for each rule broken and chances (empty: nothing to miss)."""
    out = io.StringIO()
    table = csv.writer(out)
    rules = [rule["rule"] for rule in picture["rules"]]
    heads = [f"{rule} {what}" for rule in rules for what in ("missed", "chances")]
    table.writerow(["writer", "title", "state", "slips", "points", *heads])
    for row in picture["rows"]:
        cells = [figure for cell in row["cells"] for figure in (cell or ("", ""))]
        points = "" if row["points"] is None else row["points"]
        named = (tame(row["writer"]), tame(row["title"]))
        table.writerow([*named, row["state"], row["slips"], points, *cells])
    return out.getvalue()


def _table(picture: Json) -> str:
    rules = picture["rules"]
    if not rules:
        return "<p>Nobody slipped on anything.</p>"
    head = "".join(f'<th scope="col">{escape(r["label"])}</th>' for r in rules)
    rows = "".join(
        f'<tr><th scope="row">{escape(row["writer"])}</th>{"".join(map(_cell, row["cells"]))}</tr>'
        for row in picture["rows"]
    )
    foot = "".join(f"<td>{hundredths(r['broken'], r['chances'])}</td>" for r in rules)
    return (
        f'<table><thead><tr><th scope="col">Writer</th>{head}</tr></thead><tbody>{rows}</tbody>'
        f'<tfoot><tr><th scope="row">the class</th>{foot}</tr></tfoot></table>'
        '<p class="quiet">A figure is the share of chances missed, in hundredths; a blank is none, a dot '
        "nothing to miss. Whoever can be read now stands first.</p>"
    )


def _cell(cell: tuple[int, int] | None) -> str:
    if cell is None:
        return "<td>·</td>"
    missed, chances = cell
    if not missed:
        return "<td></td>"
    return f'<td class="s{shade(missed, chances)}">{hundredths(missed, chances)}</td>'


def shade(missed: int, chances: int) -> int:
    """How dark a cell is, from 1 to 5."""
    return min(_STEPS, 1 + (missed * _STEPS - 1) // chances)


def hundredths(missed: int, chances: int) -> int:
    """The share of chances missed."""
    return round(100 * missed / chances)


def _lessons(lessons: Iterable[Json]) -> Iterable[str]:
    for number, lesson in enumerate(lessons, start=1):
        examples = "".join(_example(example) for example in lesson["examples"])
        shown = lesson["worked"]
        worked = ""
        if shown is not None:
            lines = "<br>".join(_runs(runs) for runs in shown["paragraphs"])
            worked = f'<p class="worked"><span class="quiet">{escape(shown["label"])}:</span><br>{lines}</p>'
        figures = f"{lesson['writers']} writers · {lesson['broken']} of {lesson['chances']} chances"
        yield (
            f'<div class="lesson"><h2>{number} {escape(capital(lesson["label"]))}</h2>'
            f'<p class="quiet">{figures}</p>'
            f"<p>{escape(lesson['why'])}</p>{examples}{worked}</div>"
        )


def _example(example: Json) -> str:
    words = example["words"]
    if not words.strip():
        return f"<p>{escape(example['message'])}</p>"
    right = example["expected"]
    arrow = (
        f' → <span class="right">{escape(right_words(right))}</span>' if right is not None else ""
    )
    lead, rest = escape(example["lead"]), escape(example["rest"])
    return f"<p>{lead}<mark>{escape(words)}</mark>{rest}{arrow}</p>"


def right_words(expected: str) -> str:
    """What stands in the place of a slip; of what is left out, that it is."""
    return expected if expected.strip() else "(left out)"


def _runs(runs: Iterable[tuple[str, bool]]) -> str:
    return "".join(f"<i>{escape(t)}</i>" if italic else escape(t) for t, italic in runs)


def _source(source: Json) -> str:
    forms = "".join(
        f"<li>{_runs(stretches(form['html']))} <span class='quiet'>{len(form['papers'])} papers</span></li>"
        for form in source["forms"]
    )
    ways = f", written in {len(source['forms'])} ways" if len(source["forms"]) > 1 else ""
    return (
        f"<p><b>{escape(source['label'])}</b>: {source['papers']} papers{ways}</p><ul>{forms}</ul>"
    )


def _page(title: str, body: str) -> str:
    return (
        '<!doctype html>\n<html lang="en"><head><meta charset="utf-8">'
        '<meta name="viewport" content="width=device-width">'
        f"<title>{escape(title)}</title><style>{_STYLE}</style></head><body>{body}</body></html>\n"
    )
