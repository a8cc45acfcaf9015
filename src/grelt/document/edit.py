"""Takes paragraphs apart and puts them in another order: for what people make by hand."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Sequence
from dataclasses import replace

from ..text.spans import Span
from .model import Document, Note, Paragraph, Run


def without(paragraph: Paragraph, cuts: Sequence[Span]) -> Paragraph:
    """The paragraph with stretches of its text taken out (`cuts` in order, apart)."""
    if not cuts:
        return paragraph

    def moved(offset: int) -> int:
        return offset - sum(max(0, min(offset, c.end) - c.start) for c in cuts if c.start < offset)

    kept, at = "", 0
    for cut in cuts:
        kept += paragraph.text[at : cut.start]
        at = cut.end
    return replace(
        paragraph,
        text=kept + paragraph.text[at:],
        runs=_moved_runs(paragraph.runs, moved),
        hard_breaks=tuple(moved(o) for o in paragraph.hard_breaks),
        rendered_breaks=tuple(moved(o) for o in paragraph.rendered_breaks),
        note_markers=tuple((moved(o), n) for o, n in paragraph.note_markers),
        languages=tuple(
            (Span(moved(s.start), moved(s.end)), code)
            for s, code in paragraph.languages
            if moved(s.end) > moved(s.start)
        ),
    )


def _moved_runs(runs: Iterable[Run], moved: object) -> tuple[Run, ...]:
    assert callable(moved)
    found = (Run(Span(moved(r.span.start), moved(r.span.end)), r.format) for r in runs)
    return tuple(r for r in found if len(r.span))


def part(paragraph: Paragraph, offsets: Sequence[int]) -> list[Paragraph]:
    """The paragraph parted before each offset, where a line break or a space stands: it goes
    with neither."""
    pieces: list[Paragraph] = []
    bounds = [0, *offsets, len(paragraph.text)]
    for number, (start, end) in enumerate(itertools.pairwise(bounds)):
        stop = end - 1 if number < len(offsets) and paragraph.text[end - 1] in "\n " else end
        piece = without(paragraph, [Span(0, start), Span(stop, len(paragraph.text))])
        inside = [(o, n) for o, n in paragraph.note_markers if start <= o <= stop]
        pieces.append(
            replace(
                piece,
                hard_breaks=tuple(o - start for o in paragraph.hard_breaks if start <= o <= stop),
                rendered_breaks=tuple(
                    o - start for o in paragraph.rendered_breaks if start <= o <= stop
                ),
                note_markers=tuple((o - start, n) for o, n in inside),
                parted=number > 0,
            )
        )
    return pieces


def rearranged(
    document: Document, text: Sequence[Paragraph], notes: Sequence[tuple[Note, Sequence[Paragraph]]]
) -> Document:
    """A document of these paragraphs of text and these notes, numbered anew.

    Paragraphs of `text` keep in `index` where they stood, so that sections can follow.
    """
    paragraphs: list[Paragraph] = []
    place: dict[int, int] = {}
    for paragraph in text:
        place.setdefault(paragraph.index, len(paragraphs))
        paragraphs.append(replace(paragraph, index=len(paragraphs)))
    end = len(paragraphs)
    found: list[Note] = []
    for note, own in notes:
        first = len(paragraphs)
        for paragraph in own:
            paragraphs.append(replace(paragraph, index=len(paragraphs), note=note.id))
        found.append(replace(note, paragraphs=tuple(range(first, len(paragraphs)))))
    sections = tuple(
        replace(s, start=min((new for old, new in place.items() if old >= s.start), default=end))
        for s in document.sections
    )
    return replace(document, paragraphs=tuple(paragraphs), notes=tuple(found), sections=sections)
