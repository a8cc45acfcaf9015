"""Reader for Markdown: headings, emphasis, quotations, lists, notes. Layout is unknown."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from functools import cache

from markdown_it import MarkdownIt
from markdown_it.token import Token
from mdit_py_plugins.footnote import footnote_plugin

from ..document import Document, Note, Paragraph, ParagraphFormat, Run, RunFormat, Section
from ..errors import PaperEmpty
from ..text.spans import Span
from .growing import GrowingText
from .limits import LIMITS, bounded
from .text import decode

_PLAIN = RunFormat(bold=False, italic=False)
_QUOTED = 36.0
_BLANK = re.compile(r"\n[ \t]*\n")


@cache
def _parser() -> MarkdownIt:
    return MarkdownIt("commonmark", {"maxNesting": 40}).use(footnote_plugin)


@dataclass
class _State:
    paragraphs: list[Paragraph] = field(default_factory=list)
    quotes: int = 0
    lists: list[str] = field(default_factory=list)
    heading: int | None = None
    note: str | None = None
    notes: dict[str, list[int]] = field(default_factory=dict)


def read_markdown(data: bytes) -> Document:
    """Read Markdown. Raises a `PaperUnreadable` with a message for the instructor."""
    state = _State()
    text = _without_front_matter(decode(data))
    for block in _BLANK.split(text):
        # Each is looked for its partner, through the whole of the paragraph.
        bounded(block.count("["), LIMITS.brackets, "brackets in one paragraph")
        bounded(len(block), LIMITS.paragraph, "characters in one paragraph")
    for token in _parser().parse(text):
        _block(state, token)
    if not any(not p.is_blank for p in state.paragraphs):
        raise PaperEmpty("The file holds no text. Ask for the paper to be sent again.")
    notes = tuple(
        Note(identity, "footnote", number, tuple(paragraphs))
        for number, (identity, paragraphs) in enumerate(state.notes.items(), start=1)
    )
    return Document("md", tuple(state.paragraphs), notes, (Section(0),))


def _without_front_matter(text: str) -> str:
    if text.startswith("---\n") and (end := text.find("\n---\n", 4)) > 0:
        return text[end + 5 :]
    return text


def _block(state: _State, token: Token) -> None:
    kind = token.type
    if kind in ("blockquote_open", "blockquote_close"):
        state.quotes += 1 if kind.endswith("open") else -1
    elif kind in ("bullet_list_open", "ordered_list_open"):
        state.lists.append("bullet" if kind.startswith("bullet") else "number")
    elif kind in ("bullet_list_close", "ordered_list_close"):
        state.lists.pop()
    elif kind == "heading_open":
        state.heading = int(token.tag[1:]) - 1
    elif kind == "heading_close":
        state.heading = None
    elif kind == "footnote_open":
        state.note = f"footnote:{int(token.meta['id']) + 1}"
        state.notes.setdefault(state.note, [])
        bounded(len(state.notes), LIMITS.notes, "notes")
    elif kind == "footnote_close":
        state.note = None
    elif kind == "inline":
        bounded(len(state.paragraphs) + 1, LIMITS.paragraphs, "paragraphs")
        _paragraph(state, token)
    elif kind in ("code_block", "fence"):
        _append(state, token.content.rstrip("\n"), (), [])


def _paragraph(state: _State, token: Token) -> None:
    growing = GrowingText()
    markers: list[tuple[int, str]] = []
    # How a heading is printed is left to whoever sets the page.
    format = _PLAIN if state.heading is None else replace(_PLAIN, bold=None)
    outer: list[RunFormat] = []
    for child in token.children or ():
        words = ""
        if child.type in ("em_open", "strong_open", "link_open"):
            outer.append(format)
            if child.type == "link_open":
                format = replace(format, link=str(child.attrs.get("href", "")))
            else:
                format = (
                    replace(format, italic=True)
                    if child.type == "em_open"
                    else replace(format, bold=True)
                )
        elif child.type in ("em_close", "strong_close", "link_close"):
            format = outer.pop()
        elif child.type in ("text", "code_inline"):
            words = child.content
        elif child.type == "softbreak":
            words = " "
        elif child.type == "hardbreak":
            words = "\n"
        elif child.type == "footnote_ref":
            markers.append((growing.length, f"footnote:{int(child.meta['id']) + 1}"))
        growing.add(words, format)
    _append(state, growing.text, growing.runs, markers)


def _append(
    state: _State, text: str, runs: tuple[Run, ...], markers: list[tuple[int, str]]
) -> None:
    index = len(state.paragraphs)
    layout = ParagraphFormat(
        left=_QUOTED * state.quotes if state.quotes else None,
        marker=state.lists[-1] if state.lists else None,
        outline=state.heading,
    )
    if not runs and text:
        runs = (Run(Span(0, len(text)), _PLAIN),)
    state.paragraphs.append(
        Paragraph(index, text, runs, layout, note_markers=tuple(markers), note=state.note)
    )
    if state.note is not None:
        state.notes[state.note].append(index)
