"""Pages of HTML that stand by themselves: the letter, the list put right, the paper with its marks. No
script, no address outside; nothing of a paper is markup."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from html import escape
from itertools import pairwise

from ..help import rule_help
from .example import worked
from .gather import At, Json, Remark, Return, said_of
from .letter import Block, capital, letter
from .put_right import Listed, PutRight

_STYLE = """
body { max-width: 44rem; margin: 2rem auto; padding: 0 1rem; font: 1.05rem/1.55 Georgia, serif; }
body { color: #1f2a2e; background: #fdfdfb; }
h1 { font-size: 1.4rem; } h2 { font-size: 1.05rem; margin-top: 1.6rem; }
.example { margin: .1rem 0 .1rem 1.5rem; } .example b { font-weight: 400; color: #4a5a60; font-size: .9rem; }
.entry { padding-left: 2.5rem; text-indent: -2.5rem; line-height: 2; }
.worked { margin: .2rem 0 .6rem; padding-left: .8rem; border-left: 2px solid #0b5a63; line-height: 1.45; }
.worked b { font-weight: 400; color: #4a5a60; }
.was { color: #4a5a60; font-size: .9rem; line-height: 1.4; }
mark { background: none; color: inherit; border-bottom: 2px solid #0b5a63; } sup a { text-decoration: none; }
.block { margin-left: 2.5rem; } .centre { text-align: center; } ol.notes { font-size: .95rem; }
@media (prefers-color-scheme: dark) {
  body { background: #14191b; color: #e4e9ea; } a { color: #7cc4c9; }
  .example b, .was, .worked b { color: #a9b6ba; }
}
"""


def letter_page(returned: Return) -> str:
    """The letter."""
    return _page(returned.title, "".join(_block(b) for b in letter(returned)))


def list_page(right: PutRight) -> str:
    """A list in its order, with what each entry was."""
    body = f"<h1>{escape(right.heading)}</h1>" + "".join(_listed(entry) for entry in right.entries)
    return _page(right.heading, body)


def marked_page(returned: Return) -> str:
    """The paper's words with a mark and a number at each remark, and the remarks below."""
    words = f"<p>{escape(returned.words)}</p>" if returned.words else ""
    return _page(returned.title, words + _marked(returned))


def student_page(returned: Return) -> str:
    """The letter, and below it the paper with its marks."""
    body = "".join(_block(b) for b in letter(returned))
    return _page(
        returned.title, f"{body}<hr><h2>Your paper, with its marks</h2>{_marked(returned)}"
    )


def _marked(returned: Return) -> str:
    report = returned.report
    marks: dict[int, list[tuple[At, int]]] = defaultdict(list)
    for number, remark in enumerate(returned.remarks, start=1):
        for at in remark.places[:1]:
            marks[at.paragraph].append((at, number))
    text = "".join(_paragraph(p, marks.get(p["index"], [])) for p in report["paragraphs"])
    notes = "".join(
        f'<li id="r{n}">{"<br>".join(escape(line) for line in said_of(remark))} '
        f'<a href="#p{n}">↩</a>{_why(remark, report["guide"]["id"])}</li>'
        for n, remark in enumerate(returned.remarks, start=1)
    )
    head = f"<h2>Remarks</h2><ol class='notes'>{notes}</ol>" if notes else ""
    return text + head


def _page(title: str, body: str) -> str:
    return (
        '<!doctype html>\n<html lang="en"><head><meta charset="utf-8">'
        '<meta name="viewport" content="width=device-width">'
        f"<title>{escape(title)}</title><style>{_STYLE}</style></head><body>{body}</body></html>\n"
    )


def html_of_block(block: Block) -> str:
    """The words of a block with italics as `<i>`."""
    return _marked_up(block.runs)


def _block(block: Block) -> str:
    words = html_of_block(block)
    if block.kind == "title":
        return f"<h1>{words}</h1>"
    if block.kind == "heading":
        return f"<h2>{words}</h2>"
    if block.kind == "example":
        return f'<p class="example"><b>{escape(block.label)}</b> {words}</p>'
    lead = f"<b>{escape(capital(block.label))}.</b> " if block.label else ""
    return f"<p>{lead}{words}</p>"


def _listed(entry: Listed) -> str:
    runs = _marked_up(entry.runs)
    was = f'<p class="was">was: {escape(entry.was)}</p>' if entry.was else ""
    return f'<p class="entry">{runs}</p>{was}'


def _why(remark: Remark, guide: str) -> str:
    """What a remark is good for, as the help page of its rule has it, and the guide's worked example."""
    why = f'<p class="was">{escape(rule_help(remark.rule, guide).why)}</p>'
    shown = worked(remark, guide)
    if shown is None:
        return why
    words = "<br>".join(_marked_up(runs) for runs in shown.paragraphs)
    return f'{why}<p class="worked"><b>{escape(shown.label)}:</b><br>{words}</p>'


def _marked_up(runs: Iterable[tuple[str, bool]]) -> str:
    return "".join(f"<i>{escape(t)}</i>" if italic else escape(t) for t, italic in runs)


def _paragraph(paragraph: Json, marks: list[tuple[At, int]]) -> str:
    """A paragraph with its italics and its marks, cut where either begins or ends."""
    text = paragraph["text"]
    if not text.strip():
        return ""
    cuts = {0, len(text)}
    for emphasis in paragraph["emphasis"]:
        cuts |= {emphasis["start"], emphasis["end"]}
    for at, _ in marks:
        cuts |= {min(at.start, len(text)), min(at.end, len(text))}
    edges = sorted(cuts)
    parts: list[str] = []
    for start, end in pairwise(edges):
        words = escape(text[start:end])
        if any(
            e["kind"] == "italic" and e["start"] <= start and end <= e["end"]
            for e in paragraph["emphasis"]
        ):
            words = f"<i>{words}</i>"
        if any(at.start <= start and end <= at.end for at, _ in marks):
            words = f"<mark>{words}</mark>"
        parts.append(words)
        parts += [
            f'<sup id="p{n}"><a href="#r{n}">{n}</a></sup>'
            for at, n in marks
            if max(min(at.end, len(text)), 1) == end
        ]
    role = paragraph["role"]
    tag = "h2" if role in ("title", "heading", "list-heading") else "p"
    look = "entry" if role == "list-entry" else "block" if role == "block-quote" else ""
    return (
        f'<{tag} class="{look}">{"".join(parts)}</{tag}>'
        if look
        else f"<{tag}>{''.join(parts)}</{tag}>"
    )
