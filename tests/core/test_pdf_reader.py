"""The PDF reader, on PDFs that a word processor made of the demo essays."""

from __future__ import annotations

import io
import random
import unittest
from pathlib import Path

from PIL import Image

from demo.essay import Essay, load_essays
from grelt import api
from grelt.document import Document
from grelt.errors import PaperDamaged, PaperScanned, PaperUnreadable
from grelt.readers import read_paper
from grelt.readers.pdf.content import Box, Face, Page, Stretch
from grelt.readers.pdf.lines import Line, page_lines

from .test_papers import is_planted

PAPERS = Path(__file__).parent / "papers"
# What a PDF does not show: a line break or a space typed by hand, shading, whether one line hangs.
UNSEEN = {"list-faked-indent", "list-leading-space", "list-colour", "list-hanging-indent",
          "list-line-spacing"}  # fmt: skip


def essay_of(path: Path) -> Essay:
    return next(e for e in load_essays() if e.name == path.stem)


def read(path: Path) -> Document:
    return read_paper(path.read_bytes(), path.name)


class DemoPapers(unittest.TestCase):
    def papers(self) -> list[Path]:
        found = sorted(PAPERS.glob("*.pdf"))
        self.assertGreaterEqual(len(found), 4)
        return found

    def test_what_can_be_seen_is_found_and_nothing_else(self) -> None:
        for path in self.papers():
            essay = essay_of(path)
            report = api.check(path.read_bytes(), path.name, api.CheckInputs("mla-9"), strict=True)
            left = list(report["findings"])
            missed = []
            for slip in essay.slips:
                found = next((f for f in left if is_planted(report, f, slip)), None)
                if found is not None:
                    left.remove(found)
                elif slip.rule not in UNSEEN:
                    missed.append((slip.rule, slip.found or slip.entry))
            with self.subTest(paper=path.name):
                self.assertEqual(missed, [])
                # Of a fault of the whole list a print may show a part only.
                planted = {s.rule for s in essay.slips} & UNSEEN
                besides = [(f["rule"], f["message"]) for f in left if f["rule"] not in planted]
                self.assertEqual(besides, [])

    def test_paragraphs_words_and_italics_are_those_of_the_essay(self) -> None:
        for path in self.papers():
            essay, got = essay_of(path), read(path)
            wanted = [" ".join(p.text.split()) for p in essay.document.paragraphs if p.text.strip()]
            found = [" ".join(p.text.split()) for p in got.paragraphs if p.text.strip()]
            alike = len(set(wanted) & set(found)) / len(wanted)
            with self.subTest(paper=path.name):
                self.assertGreaterEqual(alike, 0.9)
                italics = {s.of(p.text).strip(" ,.") for p in got.paragraphs for s in p.italics}
                own = {
                    s.of(p.text).strip(" ,.") for p in essay.document.paragraphs for s in p.italics
                }
                self.assertGreaterEqual(len(italics & own), 0.85 * len(own))

    def test_running_heads_are_no_text_and_pages_are_real(self) -> None:
        for path in self.papers():
            got = read(path)
            with self.subTest(paper=path.name):
                self.assertFalse([p for p in got.paragraphs if p.text.startswith("Marlowe 1")])
                self.assertTrue(got.page_breaks_known)
                self.assertTrue(got.sections[0].numbered)

    def test_indents_and_spacing_are_measured(self) -> None:
        got = read(PAPERS / "1-marlowe-slack-water.pdf")
        prose = next(p for p in got.paragraphs if p.text.startswith("Twice a day"))
        self.assertEqual((prose.format.left, prose.format.first_line), (0, 36))
        self.assertAlmostEqual(
            prose.format.line_spacing.value if prose.format.line_spacing else 0, 2, 1
        )
        title = next(p for p in got.paragraphs if p.text == "The Mill at Slack Water")
        self.assertEqual(title.format.alignment, "center")
        quote = next(p for p in read(PAPERS / "8-castellan-short-crossing.pdf").paragraphs
                     if p.text.startswith("We row, says the woman"))  # fmt: skip
        self.assertEqual(quote.format.left, 36)

    def test_a_footnote_is_told_from_the_text(self) -> None:
        got = read(PAPERS / "8-castellan-short-crossing.pdf")
        self.assertEqual(len(got.notes), 1)
        note = got.paragraphs[got.notes[0].paragraphs[0]]
        self.assertIn("sound recording", note.text)
        marked = [p for p in got.paragraphs if p.note_markers]
        self.assertEqual(marked[0].note_markers[0][1], got.notes[0].id)
        self.assertTrue(marked[0].text[: marked[0].note_markers[0][0]].endswith("speaking."))


class BadPdfs(unittest.TestCase):
    def test_a_scan_says_so(self) -> None:

        out = io.BytesIO()
        Image.new("L", (300, 400), 200).save(out, format="PDF")
        with self.assertRaises(PaperScanned):
            read_paper(out.getvalue(), "scan.pdf")

    def test_broken_ones_say_so(self) -> None:
        whole = (PAPERS / "1-marlowe-slack-water.pdf").read_bytes()
        for data in (b"%PDF-1.7", whole[:300]):
            with self.assertRaises(PaperDamaged):
                read_paper(data, "x.pdf")

    def test_mutated_ones_never_crash(self) -> None:
        whole = (PAPERS / "6-quist-horns-bells.pdf").read_bytes()
        chance = random.Random(7)
        for _ in range(12):
            data = bytearray(whole)
            for _ in range(chance.randint(1, 40)):
                data[chance.randrange(len(data))] = chance.randrange(256)
            try:
                read_paper(bytes(data), "x.pdf")
            except PaperUnreadable:
                continue


class Lines(unittest.TestCase):
    def stretch(self, text: str, left: float, base: float = 100, size: float = 12) -> Stretch:
        face = Face("Quay", bold=False, italic=True)
        right = left + 6 * len(text)
        return Stretch(text, left, right, base - size, base, size, face, "000000")

    def line(self, *stretches: Stretch, boxes: tuple[Box, ...] = ()) -> Line:
        (line,) = page_lines(Page(1, 612, 792, stretches, boxes, (), 0))
        return line

    def test_gaps_are_spaces_and_small_raised_figures_are_marked(self) -> None:
        line = self.line(
            self.stretch("ab", 10), self.stretch("c", 30), self.stretch("1", 36, 95, 7)
        )
        self.assertEqual(line.text, "ab c1")
        self.assertEqual([p.format.raised for p in line.pieces], [False, True])
        self.assertEqual((line.pieces[0].format.face, line.pieces[0].format.italic), ("Quay", True))
        self.assertEqual(line.pieces[0].format.colour, "000000")

    def test_a_rule_under_the_letters_is_an_underline_and_a_box_behind_them_shading(self) -> None:
        rule = Box(10, 34, 101, 101.6, "000000")
        shade = Box(60, 90, 88, 104, "FFFF00")
        line = self.line(self.stretch("abcd", 10), self.stretch("efgh", 64), boxes=(rule, shade))
        under, behind = (p.format for p in line.pieces)
        self.assertEqual((under.underline, under.background), (True, "none"))
        self.assertEqual((behind.underline, behind.background), (False, "FFFF00"))

    def test_a_rule_far_below_or_a_narrow_one_is_no_underline(self) -> None:
        for rule in (Box(10, 34, 115, 115.5, None), Box(10, 14, 101, 101.5, None)):
            with self.subTest(rule=rule):
                line = self.line(self.stretch("abcd", 10), boxes=(rule,))
                self.assertFalse(line.pieces[0].format.underline)
