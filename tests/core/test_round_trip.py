"""What is written into a file is what is read out of it: every essay and many made-up paragraphs,
in both hands and both full formats."""

from __future__ import annotations

import unittest
from dataclasses import replace

from hypothesis import given, settings
from hypothesis import strategies as st

from demo.essay import load_essays
from demo.write_docx import write_docx
from demo.write_odt import write_odt
from grelt.document import Document, LineSpacing, Paragraph, ParagraphFormat, RunFormat
from grelt.document.fragment import parse_fragment, with_text_replaced
from grelt.readers import read_paper
from grelt.text.spans import Span

FACE = "Times New Roman"


def shape(paragraph: Paragraph) -> tuple[object, ...]:
    """How a paragraph is set, as far as every full format keeps it."""
    layout = paragraph.format
    spacing = layout.line_spacing
    return (
        layout.alignment,
        round(layout.left or 0),
        round(layout.first_line or 0),
        round(layout.space_before or 0),
        round(layout.space_after or 0),
        (spacing.kind, round(spacing.value, 2)) if spacing else None,
    )


def dress(paragraph: Paragraph) -> list[tuple[str, object]]:
    """Its stretches set alike, white space aside."""
    found: list[tuple[str, object]] = []
    for run in paragraph.runs:
        words = run.span.of(paragraph.text)
        f = run.format
        background = None if f.background == "none" else f.background
        look = (f.face, f.size, f.bold, f.italic, f.underline, background, bool(f.link))
        if not words.strip():
            continue
        if found and found[-1][1] == look:
            found[-1] = (found[-1][0] + words, look)
        else:
            found.append((words, look))
    return [(words.strip(), look) for words, look in found]


class Essays(unittest.TestCase):
    def same(self, wrote: Document, read: Document, *, layout: bool = True) -> None:
        mine = [p for p in wrote.paragraphs if p.note is None]
        theirs = [p for p in read.paragraphs if p.note is None]
        self.assertEqual([p.text for p in mine], [p.text for p in theirs])
        for one, other in zip(mine, theirs, strict=True):
            if one.is_blank:
                continue
            with self.subTest(paragraph=one.text[:40]):
                self.assertEqual(dress(one), dress(other))
                if layout:
                    self.assertEqual(shape(one), shape(other))
        self.assertEqual([len(p.note_markers) for p in mine], [len(p.note_markers) for p in theirs])
        self.assertEqual(len(wrote.notes), len(read.notes))

    def test_docx_set_by_hand(self) -> None:
        for essay in load_essays():
            data = write_docx(
                essay.document, running_head=essay.running_head, hand="direct", face=essay.face
            )
            self.same(essay.document, read_paper(data, "x.docx"))

    def test_docx_set_in_styles(self) -> None:
        for essay in load_essays():
            if essay.hand != "styles":
                continue  # slips of layout are set by hand
            data = write_docx(
                essay.document, running_head=essay.running_head, hand="styles", face=essay.face
            )
            self.same(essay.document, read_paper(data, "x.docx"))

    def test_odt(self) -> None:
        for essay in load_essays():
            data = write_odt(essay.document, running_head=essay.running_head)
            self.same(essay.document, read_paper(data, "x.odt"))

    def test_the_running_head_and_the_page(self) -> None:
        essay = load_essays()[0]
        for name, data in (
            (
                "x.docx",
                write_docx(essay.document, running_head="Marlowe ", hand="direct", face=FACE),
            ),
            ("x.odt", write_odt(essay.document, running_head="Marlowe ")),
        ):
            section = read_paper(data, name).sections[0]
            with self.subTest(format=name):
                self.assertTrue(section.numbered)
                self.assertIn("Marlowe", section.headers[0].text)
                self.assertEqual((section.width, section.height), (612, 792))
                self.assertEqual((section.left, section.right), (72, 72))


LAYOUTS = st.builds(
    ParagraphFormat,
    alignment=st.sampled_from(["left", "center", "right"]),
    left=st.sampled_from([0.0, 18.0, 36.0, 72.0]),
    right=st.just(0.0),
    first_line=st.sampled_from([0.0, 36.0, -36.0, 18.0]),
    line_spacing=st.sampled_from([1.0, 1.5, 2.0]).map(lambda v: LineSpacing("multiple", v)),
    space_before=st.sampled_from([0.0, 6.0, 12.0]),
    space_after=st.sampled_from([0.0, 10.0]),
    page_break_before=st.just(False),
)
LOOKS = st.builds(
    RunFormat,
    face=st.sampled_from([FACE, "Quay Sans"]),
    size=st.sampled_from([10.0, 12.0, 14.5]),
    bold=st.booleans(),
    italic=st.booleans(),
    underline=st.booleans(),
    capitals=st.just(False),
    colour=st.sampled_from(["auto", "1F3864"]),
    background=st.sampled_from(["none", "FFFF00"]),
    raised=st.just(False),
)
WORDS = st.text(alphabet="abcÄé“”’ .,&<>\t\n", min_size=1, max_size=30).filter(
    lambda t: bool(t.strip()) and t == t.strip(" ") and "  " not in t
)


class AnyParagraph(unittest.TestCase):
    @settings(deadline=None, max_examples=40)
    @given(st.lists(st.tuples(LAYOUTS, LOOKS, WORDS), min_size=1, max_size=4))
    def test_written_and_read_back(
        self, made: list[tuple[ParagraphFormat, RunFormat, str]]
    ) -> None:
        base = parse_fragment("\n".join("x" for _ in made))
        paragraphs = []
        for number, (layout, look, words) in enumerate(made):
            run = replace(base.paragraphs[number].runs[0], span=Span(0, len(words)), format=look)
            paragraphs.append(
                replace(base.paragraphs[number], text=words, runs=(run,), format=layout)
            )
        document = replace(base, paragraphs=tuple(paragraphs))
        for name, data in (
            ("x.docx", write_docx(document, running_head="A ", hand="direct", face=FACE)),
            ("x.odt", write_odt(document, running_head="A ")),
        ):
            read = read_paper(data, name)
            self.assertEqual([p.text for p in read.paragraphs], [p.text for p in paragraphs], name)
            self.assertEqual(
                [shape(p) for p in read.paragraphs], [shape(p) for p in paragraphs], name
            )
            self.assertEqual(
                [dress(p) for p in read.paragraphs], [dress(p) for p in paragraphs], name
            )


class Replacing(unittest.TestCase):
    @given(st.integers(0, 12), st.integers(0, 6), st.sampled_from(["", "x", "long words"]))
    def test_runs_still_cover_the_text(self, start: int, length: int, words: str) -> None:
        document = parse_fragment("ab *cd* ef [gh]{bold} i")
        span = Span(start, min(start + length, len(document.paragraphs[0].text)))
        if span.start > len(document.paragraphs[0].text):
            return
        new = with_text_replaced(document, 0, span, words).paragraphs[0]
        old = document.paragraphs[0].text
        self.assertEqual(new.text, old[: span.start] + words + old[span.end :])
        at = 0
        for run in new.runs:
            self.assertEqual(run.span.start, at)
            at = run.span.end
        if span.start < len(old):
            self.assertEqual(at, len(new.text))
