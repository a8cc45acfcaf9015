"""A small notation for fragments of papers, for cases and help pages.

A line is a paragraph of the text, set as a paper is: first line in, double spaced.

    > words          a block quotation
    # Works Cited    a list heading, centred, on a new page; the lines after it are entries
    @ words          a line of the heading block
    = words          the title, centred
    % words          a line of the title page, centred; `%% words` in bold
    == words         the title once more at the head of the text, in bold
    + words          a heading, centred and bold
    ¶                an empty paragraph
    § margins 72; left 90; head right: Marlowe #     the page: its margins in points, what stands at its head
                     or foot (`foot center: #`), `#` its number; `first: none` for another first page
    {spacing=1, left=0} words      a paragraph with settings of its own (points)
    *italics*   [words]{bold, face=Courier}   ⏎ line break   ⇥ tab   ␣ space
    ^[words]         a footnote; ^[#^ words] with its number raised, ^[#. words] full-sized
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from html import unescape
from typing import Any, TypeVar

from ..text.spans import Span
from .model import (
    Document,
    Header,
    LineSpacing,
    Note,
    Paragraph,
    ParagraphFormat,
    Run,
    RunFormat,
    Section,
)

_SETTINGS = re.compile(r"^\{([^}]*)\}\s?")
_INLINE = re.compile(
    r"\*(?P<italic>[^*]+)\*|\[(?P<inner>[^\]]*)\]\{(?P<settings>[^}]*)\}|\^\[(?P<note>[^\]]*)\]"
)
_DOUBLE = LineSpacing("multiple", 2.0)
_PREFIXES = {
    "> ": "quote", "@ ": "block", "= ": "title", "== ": "title", "% ": "title", "%% ": "title",
    "+ ": "title",
}  # fmt: skip
_BOLD = frozenset({"== ", "%% ", "+ "})
FACE = "Tideway Serif"
_RUN = RunFormat(
    face=FACE, size=12.0, bold=False, italic=False, underline=False, capitals=False,
    colour="auto", background="none", raised=False,
)  # fmt: skip
_BODY = ParagraphFormat("left", 0.0, 0.0, 36.0, _DOUBLE, 0.0, 0.0, False)
_NOTE = replace(_BODY, line_spacing=LineSpacing("multiple", 1.0))
_KINDS = {
    "body": _BODY,
    "quote": replace(_BODY, left=36.0, first_line=0.0),
    "heading": replace(_BODY, alignment="center", first_line=0.0, page_break_before=True),
    "entry": replace(_BODY, left=36.0, first_line=-36.0),
    "block": replace(_BODY, first_line=0.0),
    "title": replace(_BODY, alignment="center", first_line=0.0),
}


_Format = TypeVar("_Format", RunFormat, ParagraphFormat, Section)


@dataclass
class _Builder:
    base: RunFormat
    paragraphs: list[Paragraph] = field(default_factory=list)
    notes: list[tuple[str, str]] = field(default_factory=list)


def parse_fragment(text: str, face: str = FACE, size: float = 12.0) -> Document:
    """Read a fragment into a document, set in `face` and `size` throughout.

    What comes after a title page begins a new page.

    Raises `ValueError` for a setting it does not know.
    """
    builder = _Builder(replace(_RUN, face=face, size=size))
    in_list = on_title_page = False
    section = Section(0)
    for line in text.strip("\n").splitlines():
        if not line.strip():
            continue
        if line.startswith("§ "):
            section = _set_up(line[2:])
            continue
        kind = "entry" if in_list else "body"
        prefix = line[: line.find(" ") + 1]
        bold = prefix in _BOLD
        if prefix == "# ":
            kind, line, in_list = "heading", line[2:], True
        elif prefix in _PREFIXES:
            kind, line = _PREFIXES[prefix], line[len(prefix) :]
        layout = _KINDS[kind]
        if on_title_page and not prefix.startswith("%") and line != "¶":
            layout, on_title_page = replace(layout, page_break_before=True), False
        on_title_page = on_title_page or prefix.startswith("%")
        base = replace(builder.base, bold=True) if bold else builder.base
        _add(builder, "" if line == "¶" else line, layout, None, base)
    notes = []
    for number, (identity, words) in enumerate(builder.notes, start=1):
        start = len(builder.paragraphs)
        raised = {"#^ ": True, "#. ": False}.get(words[:3])
        _add(builder, words if raised is None else words[3:], _NOTE, identity, builder.base)
        notes.append(Note(identity, "footnote", number, (start,), number_raised=raised))
    return Document("fragment", tuple(builder.paragraphs), tuple(notes), (section,))


def _set_up(line: str) -> Section:
    """A page of letter paper with an inch all round, but for what the line says."""
    section = Section(0, width=612.0, height=792.0, top=72.0, bottom=72.0, left=72.0, right=72.0)
    headers: list[Header] = []
    for part in filter(None, (p.strip() for p in line.split(";"))):
        setting, _, words = (w.strip() for w in part.partition(":"))
        name, _, value = setting.partition(" ")
        if name == "margins":
            length = float(value)
            section = replace(section, top=length, bottom=length, left=length, right=length)
        elif name in ("top", "bottom", "left", "right"):
            section = _with(section, name, float(value))
        elif name in ("head", "foot"):
            headers.append(_header("default", words, value or "left", foot=name == "foot"))
        elif name == "first":
            section = replace(section, first_differs=True)
            if words != "none":
                headers.append(_header("first", words, value or "right", foot=False))
        else:
            raise ValueError(f"a page has no setting {name!r}")
    return replace(section, headers=tuple(headers))


def _header(kind: str, words: str, alignment: str, *, foot: bool) -> Header:
    text = words.replace("#", "1")
    return Header(kind, text, alignment, page_number="#" in words, foot=foot)


def _add(
    builder: _Builder, line: str, layout: ParagraphFormat, note: str | None, base: RunFormat
) -> None:
    settings = _SETTINGS.match(line)
    if settings is not None:
        line = line[settings.end() :]
        layout, base = _apply(settings.group(1), layout, base)
    text = ""
    runs: list[Run] = []
    markers: list[tuple[int, str]] = []
    for words, format, footnote in _pieces(line, base):
        if footnote is not None:
            identity = f"footnote:{len(builder.notes) + 1}"
            builder.notes.append((identity, footnote))
            markers.append((len(text), identity))
            continue
        runs.append(Run(Span(len(text), len(text) + len(words)), format))
        text += words
    builder.paragraphs.append(
        Paragraph(
            len(builder.paragraphs),
            text,
            tuple(runs),
            layout,
            note_markers=tuple(markers),
            note=note,
        )
    )


def _pieces(line: str, base: RunFormat) -> Iterator[tuple[str, RunFormat, str | None]]:
    line = line.replace("⏎", "\n").replace("⇥", "\t").replace("␣", " ")
    at = 0
    for match in _INLINE.finditer(line):
        if match.start() > at:
            yield line[at : match.start()], base, None
        if match.group("note") is not None:
            yield "", base, match.group("note")
        elif match.group("italic") is not None:
            yield match.group("italic"), replace(base, italic=True), None
        else:
            _, format = _apply(match.group("settings"), _BODY, base)
            yield match.group("inner"), format, None
        at = match.end()
    if at < len(line):
        yield line[at:], base, None


def _apply(
    settings: str, layout: ParagraphFormat, format: RunFormat
) -> tuple[ParagraphFormat, RunFormat]:
    for setting in filter(None, (s.strip() for s in settings.split(","))):
        name, _, value = setting.partition("=")
        if name in ("bold", "italic", "underline", "capitals", "raised"):
            format = _with(format, name, value != "no")
        elif name in ("face", "colour", "background", "link"):
            format = _with(format, name, value)
        elif name == "size":
            format = replace(format, size=float(value))
        elif name in ("left", "right", "first_line", "space_before", "space_after"):
            layout = _with(layout, name, float(value))
        elif name == "outline":
            layout = replace(layout, outline=int(value))
        elif name in ("alignment", "marker", "style"):
            layout = _with(layout, name, value)
        elif name == "spacing":
            layout = replace(layout, line_spacing=LineSpacing("multiple", float(value)))
        elif name in ("same_page", "new_page"):
            layout = replace(layout, page_break_before=name == "new_page")
        else:
            raise ValueError(f"a fragment has no setting {name!r}")
    return layout, format


def _with(value: _Format, name: str, to: object) -> _Format:
    """A copy with one field set by name."""
    changes: dict[str, Any] = {name: to}
    return replace(value, **changes)


def with_text_replaced(
    document: Document, paragraph: int, span: Span, words: str, *, markup: str = ""
) -> Document:
    """The document with other words at a place, set like what stands before them. With `markup`
    (`<i>` for italics) its italics are those, and `words` the same without them."""
    old = document.paragraphs[paragraph]
    setting = old.format_at(max(0, span.start - 1)) or _RUN
    shift = len(words) - len(span)
    runs: list[Run] = []
    placed = False
    for run in old.runs:
        start, end = run.span.start, run.span.end
        if end <= span.start and not (end == span.start and start == end):
            runs.append(run)
            continue
        if start >= span.end:
            if not placed:
                runs.append(Run(Span(span.start, span.start + len(words)), setting))
                placed = True
            runs.append(Run(Span(start + shift, end + shift), run.format))
            continue
        if start < span.start:
            runs.append(Run(Span(start, span.start), run.format))
        if not placed:
            runs.append(Run(Span(span.start, span.start + len(words)), setting))
            placed = True
        if end > span.end:
            runs.append(Run(Span(span.end + shift, end + shift), run.format))
    if markup:
        runs = [r for r in runs if r.span != Span(span.start, span.start + len(words))]
        runs += _marked(markup, span.start, setting)
        runs.sort(key=lambda r: r.span)
    text = old.text[: span.start] + words + old.text[span.end :]
    markers = tuple(
        (at + shift if at >= span.end else min(at, span.start + len(words)), identity)
        for at, identity in old.note_markers
    )
    new = replace(old, text=text, runs=tuple(r for r in runs if len(r.span)), note_markers=markers)
    return replace(
        document,
        paragraphs=(*document.paragraphs[:paragraph], new, *document.paragraphs[paragraph + 1 :]),
    )


def _marked(markup: str, start: int, setting: RunFormat) -> Iterator[Run]:
    italic = False
    for piece in re.split(r"(</?i>)", markup):
        if piece in ("<i>", "</i>"):
            italic = piece == "<i>"
        elif piece:
            words = unescape(piece)
            yield Run(
                Span(start, start + len(words)), replace(setting, italic=italic, underline=False)
            )
            start += len(words)
