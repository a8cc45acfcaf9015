"""Document, section, note, paragraph and run. Lengths are points; offsets are characters."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from functools import cached_property

from ..text.markup import with_italics
from ..text.spans import Span, merge


@dataclass(frozen=True, slots=True)
class RunFormat:
    """Effective character formatting. Colours are six hex digits; `None` is unknown.

    `colour` is `auto` where the file leaves it to the reader; `background` is the
    shading or highlight behind the text, or `none`.
    """

    face: str | None = None
    size: float | None = None
    bold: bool | None = None
    italic: bool | None = None
    underline: bool | None = None
    capitals: bool | None = None
    colour: str | None = None
    background: str | None = None
    raised: bool | None = None
    link: str | None = None


@dataclass(frozen=True, slots=True)
class Run:
    """A stretch of one paragraph set alike throughout."""

    span: Span
    format: RunFormat


@dataclass(frozen=True, slots=True)
class LineSpacing:
    """`multiple` of single spacing, or `exact`/`least` points between lines."""

    kind: str
    value: float


@dataclass(frozen=True, slots=True)
class ParagraphFormat:
    """Effective paragraph formatting, in points. `first_line` is negative for a hanging indent.

    `marker` is `number` or `bullet` where the file numbers the paragraph by itself.
    `space_before`/`space_after` are what shows, contextual spacing taken into account.
    """

    alignment: str | None = None
    left: float | None = None
    right: float | None = None
    first_line: float | None = None
    line_spacing: LineSpacing | None = None
    space_before: float | None = None
    space_after: float | None = None
    page_break_before: bool | None = None
    marker: str | None = None
    style: str | None = None
    outline: int | None = None
    keep_with_next: bool | None = None
    keep_together: bool | None = None
    widow_control: bool | None = None


@dataclass(frozen=True)
class Paragraph:
    """One paragraph: `\\n` is a line break made by hand, `\\t` a tab, nothing stands for a note
    marker or a page break: those are offsets.

    `languages` are the stretches the file marks as being in a language (two letters).
    `parted` says that only a line break stood between this paragraph and the one before.
    """

    index: int
    text: str
    runs: tuple[Run, ...]
    format: ParagraphFormat
    hard_breaks: tuple[int, ...] = ()
    rendered_breaks: tuple[int, ...] = ()
    note_markers: tuple[tuple[int, str], ...] = ()
    in_table: bool = False
    note: str | None = None
    in_box: bool = False
    languages: tuple[tuple[Span, str], ...] = ()
    parted: bool = False

    @property
    def is_blank(self) -> bool:
        return not self.text.strip()

    def where(self, test: Callable[[RunFormat], bool]) -> tuple[Span, ...]:
        """Stretches whose format passes `test`, joined over white space."""
        return merge([r.span for r in self.runs if test(r.format)], self.text)

    @cached_property
    def italics(self) -> tuple[Span, ...]:
        """Stretches in italics, or underlined without being a link (the typewriter's italics)."""
        return self.where(lambda f: bool(f.italic) or (bool(f.underline) and f.link is None))

    def markup(self, span: Span) -> str:
        """A stretch with its italics as `<i>`."""
        return with_italics(
            self.text, lambda at: any(s.contains(at) for s in self.italics), span.start, span.end
        )

    def format_at(self, offset: int) -> RunFormat | None:
        for run in self.runs:
            if run.span.contains(offset):
                return run.format
        return None

    def inked_runs(self) -> Iterator[Run]:
        """Runs that put ink on the page (white space alone does not)."""
        return (r for r in self.runs if r.span.of(self.text).strip())


@dataclass(frozen=True, slots=True)
class Note:
    """A footnote or endnote; `paragraphs` are indexes into the document's.

    `typed` is a note that the word processor knows nothing of: a raised figure in the
    text, and a numbered paragraph under `Notes`. `number_raised` says how its own number
    is set before it.
    """

    id: str
    kind: str
    number: int
    paragraphs: tuple[int, ...]
    typed: bool = False
    number_raised: bool | None = None


@dataclass(frozen=True, slots=True)
class Header:
    """A running head (or foot) in force: on which pages (`default`, `first`, `even`), what it
    says, how it is set, and whether a page number stands in it."""

    kind: str
    text: str
    alignment: str | None = None
    page_number: bool | None = None
    foot: bool = False


@dataclass(frozen=True, slots=True)
class Section:
    """Page set-up from paragraph `start` on. Lengths in points; headers by page kind."""

    start: int
    width: float | None = None
    height: float | None = None
    top: float | None = None
    bottom: float | None = None
    left: float | None = None
    right: float | None = None
    new_page: bool = True
    headers: tuple[Header, ...] = ()
    first_differs: bool = False

    @property
    def numbered(self) -> bool | None:
        """Whether some page of it carries a number; None where the file cannot say."""
        said = [h.page_number for h in self.headers if h.page_number is not None]
        return any(said) if said else None


@dataclass(frozen=True)
class Document:
    """A whole paper. Paragraphs of the text come first, in order, then those of the notes."""

    format: str
    paragraphs: tuple[Paragraph, ...]
    notes: tuple[Note, ...] = ()
    sections: tuple[Section, ...] = ()
    page_breaks_known: bool = False
    warnings: tuple[str, ...] = field(default=())

    @cached_property
    def note_places(self) -> dict[str, tuple[int, int]]:
        """Paragraph and offset of the (first) marker of each note."""
        found: dict[str, tuple[int, int]] = {}
        for paragraph in self.paragraphs:
            for offset, identity in paragraph.note_markers:
                found.setdefault(identity, (paragraph.index, offset))
        return found

    def tree(self) -> str:
        """The document as an indented tree: what reader tests compare."""
        lines = [f"document {self.format}"]
        for paragraph in self.paragraphs:
            layout = paragraph.format
            marks = [
                f"{name}={value}"
                for name, value in (
                    ("align", layout.alignment),
                    ("left", layout.left or None),
                    ("first", layout.first_line or None),
                    ("before", layout.space_before or None),
                    ("after", layout.space_after or None),
                    ("marker", layout.marker),
                    ("note", paragraph.note),
                    ("box", paragraph.in_box or None),
                )
                if value is not None
            ]
            if layout.line_spacing is not None:
                marks.append(f"line={layout.line_spacing.kind}:{layout.line_spacing.value:g}")
            if layout.page_break_before:
                marks.append("new-page")
            lines.append(f"  p{paragraph.index} " + " ".join(marks))
            lines += [
                f"    {run.span.of(paragraph.text)!r} {_describe(run.format)}".rstrip()
                for run in paragraph.runs
            ]
        return "\n".join(lines)


def _describe(format: RunFormat) -> str:
    flags = [
        name
        for name in ("bold", "italic", "underline", "capitals", "raised")
        if getattr(format, name)
    ]
    if format.face is not None:
        flags.insert(0, f"{format.face} {format.size:g}" if format.size else format.face)
    if format.colour not in (None, "auto", "000000"):
        flags.append(f"colour={format.colour}")
    if format.background not in (None, "none"):
        flags.append(f"background={format.background}")
    if format.link is not None:
        flags.append(f"link={format.link}")
    return " ".join(flags)
