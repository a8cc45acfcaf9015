"""Readers of .odt, web pages, Markdown and plain text: what they tell is told truly, and what
they cannot tell stays unknown, so that rules are silent on it."""

from __future__ import annotations

import contextlib
import unittest
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from demo.essay import Essay, load_essays
from demo.write_odt import write_odt
from grelt import api
from grelt.document import Document, LineSpacing, ParagraphFormat
from grelt.readers import read_paper

from .docx_files import zipped
from .test_papers import is_planted

MLA = api.CheckInputs("mla-9")
# Rules that only look at words: every format has them.
WORDS = {"cite-unlisted", "entry-uncited", "cite-first-element", "cite-name-spelling", "cite-ambiguous",
         "cite-no-source", "list-duplicate", "list-order", "list-order-same-author",
         "list-repeated-author", "list-heading-word"}  # fmt: skip


def markdown(essay: Essay) -> str:
    """An essay as its writer would type it in Markdown."""
    lines = []
    notes = []
    for paragraph in essay.document.paragraphs:
        text = ""
        markers = dict(paragraph.note_markers)
        for run in paragraph.runs:
            words = run.span.of(paragraph.text).replace("\n\t", " ")
            text += f"*{words}*" if run.format.italic and words.strip() else words
            if run.span.end in markers:
                text += f"[^{markers[run.span.end][-1]}]"
        if paragraph.note is not None:
            notes.append(f"[^{paragraph.note[-1]}]: {text}")
        elif paragraph.format.page_break_before:
            lines.append(f"## {text.strip()}")
        elif paragraph.format.alignment == "center":
            lines.append(f"# {text}")
        elif paragraph.format.left == 36 and paragraph.format.first_line == 0:
            lines.append(f"> {text}")
        elif text.strip():
            lines.append(text.strip().replace("---.", r"\-\-\-."))
    return "\n\n".join(lines + notes)


def plain(essay: Essay) -> str:
    """The words alone, a line a paragraph."""
    return "\n".join(
        p.text.replace("\n\t", " ").strip()
        for p in essay.document.paragraphs
        if p.text.strip() and p.note is None
    )


def page(essay: Essay) -> str:
    """A web page as an online editor exports it."""
    lines = ["<html><head><style>p{margin:0} .b{text-indent:0.5in;line-height:2}"
             " .e{margin-left:36pt;text-indent:-36pt;line-height:2}</style></head><body>"]  # fmt: skip
    for paragraph in essay.document.paragraphs:
        if paragraph.note is not None:
            continue
        inner = ""
        for run in paragraph.runs:
            words = run.span.of(paragraph.text).replace("&", "&amp;").replace("\n\t", "<br>")
            inner += f"<i>{words}</i>" if run.format.italic and words.strip() else words
        layout = paragraph.format
        if layout.alignment == "center":
            lines.append(f'<p style="text-align:center">{inner}</p>')
        elif (layout.left or 0) and not (layout.first_line or 0):
            lines.append(f"<blockquote><p>{inner}</p></blockquote>")
        else:
            lines.append(f'<p class="{"e" if (layout.first_line or 0) < 0 else "b"}">{inner}</p>')
    return "\n".join([*lines, "</body></html>"])


class TheSameEssayInEveryFormat(unittest.TestCase):
    def compare(self, essay: Essay, data: bytes, name: str, rules: set[str] | None) -> None:
        report = api.check(data, name, MLA, strict=True)
        left: list[dict[str, Any]] = list(report["findings"])
        missed = []
        for slip in essay.slips:
            found = next((f for f in left if is_planted(report, f, slip)), None)
            if found is not None:
                left.remove(found)
            elif rules is None or slip.rule in rules:
                missed.append((slip.rule, slip.found or slip.entry))
        self.assertEqual(missed, [], "planted and not found")
        self.assertEqual([(f["rule"], f["message"]) for f in left], [], "false alarms")

    def test_odt_tells_all_that_docx_does(self) -> None:
        for essay in load_essays():
            with self.subTest(essay=essay.name):
                data = write_odt(essay.document, running_head=essay.running_head)
                self.compare(essay, data, "essay.odt", None)

    def test_markdown_pages_and_plain_text_tell_the_words_and_raise_no_false_alarm(self) -> None:
        for essay in load_essays():
            for name, text in (
                ("essay.md", markdown(essay)),
                ("essay.txt", plain(essay)),
                ("essay.html", page(essay)),
            ):
                with self.subTest(essay=essay.name, format=name):
                    self.compare(essay, text.encode(), name, WORDS)


def read(text: str, name: str) -> Document:
    return read_paper(text.encode(), name)


class Markdown(unittest.TestCase):
    def test_what_it_tells_and_what_it_does_not(self) -> None:
        got = read(
            "# Title\n\nThe *tide* is\nlate.[^1]\n\n> Wait  \n> here.\n\n- a\n\n[^1]: See Bray.",
            "x.md",
        )
        self.assertEqual(
            [p.text for p in got.paragraphs],
            ["Title", "The tide is late.", "Wait\nhere.", "a", "See Bray."],
        )
        title, prose, quote, item, note = got.paragraphs
        self.assertEqual(title.format.outline, 0)
        self.assertEqual([s.of(prose.text) for s in prose.italics], ["tide"])
        self.assertEqual(prose.note_markers, ((17, "footnote:1"),))
        self.assertEqual(
            (quote.format.left, item.format.marker, note.note), (36, "bullet", "footnote:1")
        )
        self.assertEqual(prose.format, ParagraphFormat())
        self.assertIsNone(prose.runs[0].format.face)


class PlainText(unittest.TestCase):
    def test_lines_broken_to_a_width_are_joined(self) -> None:
        text = "The pond filled only while the gate stood\nopen to the flood, and grinding began\ntwice a day at no set hour.\n\n"
        got = read(text * 3, "x.txt")
        self.assertEqual(len(got.paragraphs), 3)
        self.assertNotIn("\n", got.paragraphs[0].text)

    def test_long_lines_are_paragraphs(self) -> None:
        line = "The pond filled only while the gate stood open to the flood. " * 4
        self.assertEqual(len(read(f"{line}\n{line}\n\n{line}\n\n{line}", "x.txt").paragraphs), 4)

    def test_other_encodings(self) -> None:
        for encoding in ("utf-8", "utf-8-sig", "utf-16", "cp1252"):
            with self.subTest(encoding=encoding):
                got = read_paper("“Peña” waits.".encode(encoding), "x.txt")
                self.assertEqual(got.paragraphs[0].text, "“Peña” waits.")


class Pages(unittest.TestCase):
    def test_style_sheets_inline_styles_and_tags(self) -> None:
        got = read(
            "<html><style>.c1{font-family:'Quay Text', serif;font-size:12pt} p.c2{margin:0 0 8pt 36pt;"
            "text-indent:-0.5in;line-height:2}</style><body><p class='c1 c2'>Salt <em>and</em>"
            "<span style='background-color:#ff0'> slack</span> <a href='http://pond.example/'>x</a></p>"
            "<script>alert(1)</script></body></html>",
            "x.html",
        )
        (entry,) = got.paragraphs
        self.assertEqual(entry.text, "Salt and slack x")
        self.assertEqual((entry.format.left, entry.format.first_line), (36, -36))
        self.assertEqual(entry.format.line_spacing, LineSpacing("multiple", 2.0))
        self.assertEqual((entry.format.space_before, entry.format.space_after), (0, 8))
        self.assertEqual([s.of(entry.text) for s in entry.italics], ["and"])
        formats = [r.format for r in entry.runs]
        self.assertEqual((formats[0].face, formats[0].size), ("Quay Text", 12))
        self.assertEqual(formats[2].background, "FFFF00")
        self.assertEqual(formats[-1].link, "http://pond.example/")

    def test_what_is_not_said_is_unknown(self) -> None:
        (prose,) = read("<html><body><p>Tide</p></body></html>", "x.html").paragraphs
        # A browser sets a heading in bold unasked: how it is to be, nobody has said.
        for style, bold in (("", None), ("font-weight:normal", False), ("font-weight:bold", True)):
            heading = read(f"<h2 style='{style}'>References</h2>", "x.html").paragraphs[0]
            self.assertIs(heading.runs[0].format.bold, bold)
        self.assertEqual(
            (prose.format.alignment, prose.format.left, prose.format.line_spacing),
            (None, None, None),
        )

    def test_notes_lists_tables_and_hidden_text(self) -> None:
        got = read(
            "<html><body><p>Tide<a href='#sdfootnote1sym'><sup>1</sup></a><span style='display:none'>no"
            "</span>.</p><ol><li>one</li></ol><table><tr><td>cell</td></tr></table>"
            "<div id='sdfootnote1'><p><a name='sdfootnote1sym'>1</a> See Bray.</p></div></body></html>",
            "x.html",
        )
        self.assertEqual([p.text for p in got.paragraphs], ["Tide.", "one", "cell", "1 See Bray."])
        self.assertEqual(got.paragraphs[1].format.marker, "number")
        self.assertTrue(got.paragraphs[2].in_table)
        self.assertEqual(got.notes[0].paragraphs, (3,))
        self.assertEqual(got.paragraphs[0].note_markers, ((4, "sdfootnote1sym"),))


class OpenDocument(unittest.TestCase):
    def content(self, body: str) -> bytes:
        space = " ".join(
            f'xmlns:{p}="urn:oasis:names:tc:opendocument:xmlns:{n}:1.0"'
            for p, n in (("office", "office"), ("text", "text"), ("style", "style"),
                         ("fo", "xsl-fo-compatible"), ("table", "table"))
        )  # fmt: skip
        xml = f"<office:document-content {space}><office:body><office:text>{body}</office:text></office:body></office:document-content>"
        return zipped(
            {"mimetype": b"application/vnd.oasis.opendocument.text", "content.xml": xml.encode()}
        )

    def test_the_margin_of_the_page_is_no_indent(self) -> None:
        listed = "".join(
            f'<p style="margin-left:.5in;text-indent:-.5in">{name}. <i>{"A Long Road and " * 5}Back</i>. Quay, 2008.</p>'
            for name in ("Orrin, Silas", "Pask, Lena")
        )
        for style in ("margin:1in", "padding-left:72pt"):
            page = f'<body style="{style}"><p style="text-indent:.5in">It is so.</p>{listed}</body>'
            got = read_paper(page.encode(), "x.html").paragraphs
            with self.subTest(body=style):
                self.assertEqual(
                    [(p.format.left or 0.0, p.format.first_line) for p in got],
                    [(0.0, 36.0), (36.0, -36.0), (36.0, -36.0)],
                )

    def test_white_space_tabs_and_breaks(self) -> None:
        body = "<text:p>a  b<text:s text:c='2'/>c<text:tab/>d<text:line-break/>e\n f</text:p>"
        got = read_paper(self.content(body), "x.odt")
        self.assertEqual(got.paragraphs[0].text, "a b  c\td\ne f")

    def test_deleted_text_is_out_and_page_breaks_are_believed(self) -> None:
        body = (
            "<text:tracked-changes><text:changed-region><text:deletion><text:p>gone</text:p>"
            "</text:deletion></text:changed-region></text:tracked-changes>"
            "<text:p>one <text:soft-page-break/>two</text:p>"
        )
        got = read_paper(self.content(body), "x.odt")
        self.assertEqual([p.text for p in got.paragraphs], ["one two"])
        self.assertEqual((got.page_breaks_known, got.paragraphs[0].rendered_breaks), (True, (4,)))


class AnyPage(unittest.TestCase):
    @settings(deadline=None, max_examples=120)
    @given(st.lists(st.sampled_from(
        ["<p>", "</p>", "<div style='margin:1in", "'>", "<i>", "</i>", "text", "<br", ">", "<table><td>",
         "&#0;", "<a href='#fn1'>", "<li id=fn1>", "</body>", "<style>p{", "}</style>", "\"", "<!--"]
    ), max_size=25))  # fmt: skip
    def test_no_page_breaks_the_reader(self, pieces: list[str]) -> None:
        with contextlib.suppress(api.PaperUnreadable):
            read_paper(f"<html>{''.join(pieces)}".encode(), "x.html")


class LostNotes(unittest.TestCase):
    def test_a_format_that_loses_notes_makes_nobody_uncited(self) -> None:
        text = (
            "The keeper of the pond, whose name is lost, called it “a clock that anybody could read and "
            "nobody could wind.”1 It stood for a hundred years, and it fell in one night.\n\n"
            "Bibliography\n\nOkonjo, Adaeze. Salt and Slack Water. Reach: Tidemark Press, 2021.\n"
        )
        report = api.check(text.encode(), "x.txt", api.CheckInputs("chicago-17-notes"), strict=True)
        rules = {f["rule"] for f in report["findings"]}
        self.assertFalse(rules & {"entry-uncited", "quote-uncited"})
