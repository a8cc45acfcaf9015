"""What rules of layout ask of a paper: its prose, its spacing in lines, the set-up of its pages."""

from __future__ import annotations

from ..document import LineSpacing, Paragraph, Section
from ..paper import Paper
from ..structure import Detail, Role

# Formats that keep what a word processor knows of a page.
_KEPT_WHOLE = ("docx", "odt")
_LINE_OF_FACE = 1.15


def prose(paper: Paper, number: int) -> Paragraph | None:
    """A paragraph of the running text, or None: lists, tables, captions, abstracts have their own manners."""
    structure = paper.structure
    if structure.roles[number] is not Role.BODY or structure.details[number] is not Detail.NONE:
        return None
    paragraph = paper.paragraph(number)
    centred = paragraph.format.alignment in ("center", "right")
    own = paragraph.in_table or paragraph.in_box or paragraph.format.marker is not None or centred
    return None if own else paragraph


def opens_prose(paper: Paper, number: int) -> bool:
    """Whether a paragraph is the first of the running text: what holds for all of it is said there, once."""
    return next((i for i in range(number + 1) if prose(paper, i) is not None), None) == number


def set_up(paper: Paper) -> Section | None:
    """The page set-up that holds for most of the paper; None where the file does not say."""
    sections = [s for s in paper.document.sections if s.width is not None and s.height is not None]
    if not sections:
        return None
    ends = [s.start for s in sections[1:]] + [len(paper.document.paragraphs)]
    lengths = [end - s.start for s, end in zip(sections, ends, strict=True)]
    return sections[lengths.index(max(lengths))]


def kept_whole(paper: Paper) -> bool:
    """Whether the file keeps all that a word processor knows of a page."""
    return paper.document.format in _KEPT_WHOLE or paper.document.format == "fragment"


def in_lines(spacing: LineSpacing, size: float) -> float:
    """A spacing in multiples of the face's own line, about 1.15 times its size."""
    if spacing.kind == "multiple":
        return spacing.value
    lines = spacing.value / (size * _LINE_OF_FACE)
    return lines if spacing.kind == "exact" else max(1.0, lines)


def spaced(spacing: LineSpacing, lines: float, wanted: float) -> bool:
    """Whether a spacing is the wanted one."""
    if spacing.kind == "multiple":
        return abs(lines - wanted) <= 0.1
    # Points between lines: twice the size is commonly called double, twice the line too.
    return wanted * 0.85 <= lines <= wanted * 1.1


def spacing_in_words(lines: float) -> str:
    """`double`, `one and a half`, `1.15 lines`."""
    for value, words in ((1.0, "single"), (1.5, "one and a half"), (2.0, "double")):
        if abs(lines - value) <= 0.05:
            return words
    return f"{lines:.3g} lines"


def size_of(paragraph: Paragraph) -> float:
    """The size of type that a paragraph begins with, in points."""
    return next((r.format.size for r in paragraph.inked_runs()), None) or 12.0
