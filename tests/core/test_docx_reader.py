"""The .docx reader: effective formatting, and text as it counts."""

from __future__ import annotations

import unittest

from grelt.document import Document, LineSpacing, Paragraph
from grelt.readers import read_paper

from .docx_files import docx, paragraph

THEME = (
    '<a:theme xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main"><a:themeElements>'
    '<a:fontScheme><a:majorFont><a:latin typeface="Quay Display"/></a:majorFont><a:minorFont>'
    '<a:latin typeface="Quay Text"/></a:minorFont></a:fontScheme></a:themeElements></a:theme>'
)
DEFAULTS = (
    '<w:docDefaults><w:rPrDefault><w:rPr><w:rFonts w:asciiTheme="minorHAnsi"/><w:sz w:val="22"/>'
    '</w:rPr></w:rPrDefault><w:pPrDefault><w:pPr><w:spacing w:after="160" w:line="259"'
    ' w:lineRule="auto"/></w:pPr></w:pPrDefault></w:docDefaults>'
)


def style(identity: str, run: str = "", block: str = "", based: str = "", kind: str = "paragraph",
          default: bool = False) -> str:  # fmt: skip
    on = f'<w:basedOn w:val="{based}"/>' if based else ""
    first = ' w:default="1"' if default else ""
    return (
        f'<w:style w:type="{kind}" w:styleId="{identity}"{first}><w:name w:val="{identity}"/>{on}'
        f"<w:pPr>{block}</w:pPr><w:rPr>{run}</w:rPr></w:style>"
    )


def read(data: bytes) -> Document:
    return read_paper(data, "paper.docx")


def first(data: bytes) -> Paragraph:
    return read(data).paragraphs[0]


class EffectiveFormatting(unittest.TestCase):
    def test_defaults_and_theme_face(self) -> None:
        got = first(docx(paragraph("Tide"), styles=DEFAULTS, theme=THEME))
        self.assertEqual(got.runs[0].format.face, "Quay Text")
        self.assertEqual(got.runs[0].format.size, 11)
        self.assertEqual(got.format.space_after, 8)
        self.assertEqual(got.format.line_spacing, LineSpacing("multiple", 1.079))

    def test_a_named_face_displaces_the_theme(self) -> None:
        styles = DEFAULTS + style("Body", '<w:rFonts w:ascii="Quill"/>', default=True)
        self.assertEqual(
            first(docx(paragraph("Tide"), styles=styles, theme=THEME)).runs[0].format.face, "Quill"
        )

    def test_styles_inherit_and_direct_formatting_wins(self) -> None:
        styles = (
            style("Base", '<w:sz w:val="24"/>', '<w:jc w:val="center"/>')
            + style("Child", block='<w:ind w:left="720" w:hanging="720"/>', based="Base")
        )  # fmt: skip
        body = paragraph(
            "Tide", '<w:pStyle w:val="Child"/><w:jc w:val="left"/>', '<w:sz w:val="20"/>'
        )
        got = first(docx(body, styles=styles))
        self.assertEqual((got.format.left, got.format.first_line), (36, -36))
        self.assertEqual(got.format.alignment, "left")
        self.assertEqual(got.runs[0].format.size, 10)

    def test_first_line_indent_replaces_an_inherited_hanging_one(self) -> None:
        styles = style("Entry", block='<w:ind w:left="720" w:hanging="720"/>')
        body = paragraph("Tide", '<w:pStyle w:val="Entry"/><w:ind w:left="0" w:firstLine="360"/>')
        got = first(docx(body, styles=styles))
        self.assertEqual((got.format.left, got.format.first_line), (0, 18))

    def test_toggles_of_paragraph_and_character_style_cancel(self) -> None:
        styles = style("Loud", "<w:i/>") + style("Title", "<w:i/>", kind="character")
        both = paragraph("Salt", '<w:pStyle w:val="Loud"/>', '<w:rStyle w:val="Title"/>')
        self.assertFalse(first(docx(both, styles=styles)).runs[0].format.italic)
        direct = paragraph("Salt", '<w:pStyle w:val="Loud"/>', "<w:i/>")
        self.assertTrue(first(docx(direct, styles=styles)).runs[0].format.italic)
        off = paragraph("Salt", '<w:pStyle w:val="Loud"/>', '<w:i w:val="0"/>')
        self.assertFalse(first(docx(off, styles=styles)).runs[0].format.italic)

    def test_a_style_based_on_itself_ends(self) -> None:
        styles = style("A", "<w:b/>", based="B") + style("B", based="A")
        body = paragraph("Tide", '<w:pStyle w:val="A"/>')
        self.assertTrue(first(docx(body, styles=styles)).runs[0].format.bold)

    def test_contextual_spacing_between_alike_paragraphs(self) -> None:
        styles = style(
            "Entry", block='<w:spacing w:before="200" w:after="200"/><w:contextualSpacing/>'
        )
        body = "".join(paragraph(t, '<w:pStyle w:val="Entry"/>') for t in ("one", "two"))
        got = read(docx(body + paragraph("three"), styles=styles)).paragraphs
        self.assertEqual([p.format.space_after for p in got[:2]], [0, 10])
        self.assertEqual(got[1].format.space_before, 0)

    def test_numbering_gives_marker_and_indent(self) -> None:
        numbering = (
            '<w:abstractNum w:abstractNumId="7"><w:lvl w:ilvl="0"><w:numFmt w:val="decimal"/><w:pPr>'
            '<w:ind w:left="720" w:hanging="360"/></w:pPr></w:lvl></w:abstractNum>'
            '<w:num w:numId="3"><w:abstractNumId w:val="7"/></w:num>'
        )
        body = paragraph("Tide", '<w:numPr><w:ilvl w:val="0"/><w:numId w:val="3"/></w:numPr>')
        got = first(docx(body, numbering=numbering))
        self.assertEqual(
            (got.format.marker, got.format.left, got.format.first_line), ("number", 36, -18)
        )

    def test_shading_highlight_colour(self) -> None:
        body = (
            paragraph("a", run='<w:shd w:val="clear" w:fill="F0EEE6"/>')
            + paragraph("b", run='<w:highlight w:val="yellow"/>')
            + paragraph("c", '<w:shd w:val="clear" w:fill="FFFFFF"/>', '<w:color w:val="767676"/>')
        )
        formats = [p.runs[0].format for p in read(docx(body)).paragraphs]
        self.assertEqual([f.background for f in formats], ["F0EEE6", "FFFF00", "none"])
        self.assertEqual(formats[2].colour, "767676")


class TextThatCounts(unittest.TestCase):
    def test_breaks_tabs_and_hyphens(self) -> None:
        body = (
            "<w:p><w:r><w:t>a</w:t><w:br/><w:tab/><w:t>b</w:t><w:noBreakHyphen/><w:t>c</w:t>"
            "<w:softHyphen/><w:t>d</w:t></w:r></w:p>"
        )
        self.assertEqual(first(docx(body)).text, "a\n\tb\u2011cd")

    def test_tracked_changes_are_read_as_accepted(self) -> None:
        body = (
            "<w:p><w:r><w:t>The </w:t></w:r><w:ins><w:r><w:t>flood </w:t></w:r></w:ins>"
            "<w:del><w:r><w:delText>ebb </w:delText></w:r></w:del><w:r><w:t>ran.</w:t></w:r></w:p>"
        )
        self.assertEqual(first(docx(body)).text, "The flood ran.")

    def test_hidden_text_is_out(self) -> None:
        body = "<w:p><w:r><w:t>seen</w:t></w:r><w:r><w:rPr><w:vanish/></w:rPr><w:t>unseen</w:t></w:r></w:p>"
        self.assertEqual(first(docx(body)).text, "seen")

    def test_of_a_field_only_the_result_counts(self) -> None:
        body = (
            '<w:p><w:r><w:fldChar w:fldCharType="begin"/></w:r><w:r><w:instrText> HYPERLINK '
            '"https://pond.example/a" </w:instrText></w:r><w:r><w:fldChar w:fldCharType="separate"/>'
            '</w:r><w:r><w:t>pond.example/a</w:t></w:r><w:r><w:fldChar w:fldCharType="end"/></w:r>'
            "<w:r><w:t>.</w:t></w:r></w:p>"
        )
        got = first(docx(body))
        self.assertEqual(got.text, "pond.example/a.")
        self.assertEqual(got.runs[0].format.link, "https://pond.example/a")
        self.assertIsNone(got.runs[1].format.link)

    def test_hyperlinks_know_their_address_and_are_not_followed(self) -> None:
        body = '<w:p><w:hyperlink r:id="h1"><w:r><w:t>pond</w:t></w:r></w:hyperlink></w:p>'
        got = first(docx(body, links=(("h1", "http://pond.example/"),)))
        self.assertEqual(got.runs[0].format.link, "http://pond.example/")

    def test_notes_come_after_the_text_with_their_markers(self) -> None:
        notes = (
            '<w:footnote w:type="separator" w:id="0"><w:p/></w:footnote>'
            '<w:footnote w:id="5"><w:p><w:r><w:t>See Bray 9.</w:t></w:r></w:p></w:footnote>'
        )
        body = '<w:p><w:r><w:t>Tide.</w:t></w:r><w:r><w:footnoteReference w:id="5"/></w:r></w:p>'
        got = read(docx(body, footnotes=notes))
        self.assertEqual([p.text for p in got.paragraphs], ["Tide.", "See Bray 9."])
        self.assertEqual(got.paragraphs[0].note_markers, ((5, "footnote:5"),))
        self.assertEqual((got.notes[0].number, got.notes[0].paragraphs), (1, (1,)))

    def test_content_controls_count_and_tables_are_told_apart(self) -> None:
        body = (
            "<w:sdt><w:sdtContent><w:p><w:r><w:t>inside</w:t></w:r></w:p></w:sdtContent></w:sdt>"
            "<w:tbl><w:tr><w:tc><w:p><w:r><w:t>cell</w:t></w:r></w:p></w:tc></w:tr></w:tbl>"
        )
        got = read(docx(body)).paragraphs
        self.assertEqual([(p.text, p.in_table) for p in got], [("inside", False), ("cell", True)])

    def test_page_breaks_are_offsets(self) -> None:
        body = (
            '<w:p><w:r><w:t>end</w:t><w:br w:type="page"/></w:r></w:p>'
            "<w:p><w:r><w:lastRenderedPageBreak/><w:t>next</w:t></w:r></w:p>"
        )
        got = read(docx(body))
        self.assertEqual(got.paragraphs[0].hard_breaks, (3,))
        self.assertEqual(got.paragraphs[1].rendered_breaks, (0,))
        self.assertTrue(got.page_breaks_known)

    def test_the_tree_shows_what_was_read(self) -> None:
        body = paragraph("Salt", '<w:jc w:val="center"/>', "<w:i/>")
        self.assertEqual(
            read(docx(body)).tree(),
            "document docx\n  p0 align=center line=multiple:1\n    'Salt' italic",
        )
