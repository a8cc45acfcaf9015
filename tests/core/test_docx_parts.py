"""What else stands in a .docx: text boxes, symbols, tables and their styles, running heads,
languages, paragraphs kept together."""

from __future__ import annotations

import unittest

from grelt.document import Document, Header
from grelt.readers import read_paper
from grelt.text.spans import Span

from .docx_files import SPACE, docx, paragraph, relationships

MC = 'xmlns:mc="http://schemas.openxmlformats.org/markup-compatibility/2006"'
RELS = 'xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"'


def read(data: bytes) -> Document:
    return read_paper(data, "paper.docx")


class Boxes(unittest.TestCase):
    def box(self, words: str) -> str:
        inner = f"<w:txbxContent>{paragraph(words)}</w:txbxContent>"
        return (
            f"<w:r><mc:AlternateContent {MC}><mc:Choice><w:drawing>{inner}</w:drawing></mc:Choice>"
            f"<mc:Fallback><w:pict>{inner}</w:pict></mc:Fallback></mc:AlternateContent></w:r>"
        )

    def test_a_text_box_is_read_once_and_after_its_paragraph(self) -> None:
        body = f"<w:p><w:r><w:t>Before.</w:t></w:r>{self.box('In the box.')}</w:p>" + paragraph(
            "After."
        )
        document = read(docx(body))
        self.assertEqual(
            [(p.text, p.in_box) for p in document.paragraphs],
            [("Before.", False), ("In the box.", True), ("After.", False)],
        )

    def test_boxes_in_boxes_end_somewhere(self) -> None:
        inner = "x"
        for _ in range(8):
            inner = (
                f"<w:p><w:r><w:t>y</w:t></w:r><w:r><w:pict><w:txbxContent>{inner if inner != 'x' else paragraph('x')}"
                "</w:txbxContent></w:pict></w:r></w:p>"
            )
        self.assertLess(len(read(docx(inner)).paragraphs), 8)


class Symbols(unittest.TestCase):
    def text(self, face: str, code: str) -> str:
        sym = f'<w:p><w:r><w:t>a</w:t><w:sym w:font="{face}" w:char="{code}"/></w:r></w:p>'
        return read(docx(sym)).paragraphs[0].text

    def test_symbols_of_faces_with_letters_of_their_own(self) -> None:
        for face, code, letter in (
            ("Symbol", "F061", "α"), ("Symbol", "F0B3", "≥"), ("Wingdings", "F0A7", "•"),
            ("Wingdings", "F04A", "\ufffd"), ("Quill", "00E9", "é"), ("Symbol", "nonsense", ""),
        ):  # fmt: skip
            with self.subTest(face=face, code=code):
                self.assertEqual(self.text(face, code), "a" + letter)


class Tables(unittest.TestCase):
    def table(self, inner: str, style: str = "") -> str:
        own = f'<w:tblPr><w:tblStyle w:val="{style}"/></w:tblPr>' if style else ""
        return f"<w:tbl>{own}<w:tr><w:tc>{inner}</w:tc></w:tr></w:tbl>"

    def test_nested_tables_are_read_once(self) -> None:
        nested = self.table(paragraph("outer") + self.table(paragraph("inner")))
        document = read(docx(nested + paragraph("after")))
        self.assertEqual([p.text for p in document.paragraphs], ["outer", "inner", "after"])
        self.assertEqual([p.in_table for p in document.paragraphs], [True, True, False])

    def test_the_table_style_lies_under_the_paragraph_style(self) -> None:
        styles = (
            '<w:style w:type="table" w:styleId="Grid"><w:name w:val="Grid"/><w:pPr><w:jc '
            'w:val="center"/></w:pPr><w:rPr><w:sz w:val="18"/><w:b/></w:rPr></w:style>'
            '<w:style w:type="paragraph" w:styleId="Cell"><w:name w:val="Cell"/><w:rPr>'
            '<w:sz w:val="20"/></w:rPr></w:style>'
        )
        cells = paragraph("plain") + paragraph("styled", '<w:pStyle w:val="Cell"/>')
        plain, styled = read(docx(self.table(cells, "Grid"), styles=styles)).paragraphs
        self.assertEqual((plain.runs[0].format.size, plain.runs[0].format.bold), (9, True))
        self.assertEqual(plain.format.alignment, "center")
        self.assertEqual(styled.runs[0].format.size, 10)


class RunningHeads(unittest.TestCase):
    def document(self, section: str, heads: dict[str, str], settings: str = "") -> Document:
        extra = {
            f"word/{name}.xml": f"<w:hdr {SPACE}>{inner}</w:hdr>".encode()
            for name, inner in heads.items()
        }
        items = [(name, "header", f"{name}.xml") for name in heads]
        if settings:
            extra["word/settings.xml"] = f"<w:settings {SPACE}>{settings}</w:settings>".encode()
            items.append(("set", "settings", "settings.xml"))
        extra["word/_rels/document.xml.rels"] = relationships(*items).encode()
        return read(docx(paragraph("Text.") + section, extra=extra))

    def heads(self, section: str, settings: str = "") -> dict[str, Header]:
        right = '<w:p><w:pPr><w:jc w:val="right"/></w:pPr><w:r><w:t>Vale </w:t></w:r><w:fldSimple w:instr=" PAGE "/></w:p>'
        tabbed = "<w:p><w:r><w:tab/><w:tab/><w:t>Even</w:t></w:r></w:p>"
        document = self.document(section, {"h1": right, "h2": tabbed}, settings)
        return {head.kind: head for head in document.sections[0].headers}

    SECTION = (
        f'<w:sectPr {RELS}><w:headerReference w:type="default" r:id="h1"/>'
        '<w:headerReference w:type="{kind}" r:id="h2"/>{title}</w:sectPr>'
    )

    def test_only_heads_in_force_count(self) -> None:
        first = self.SECTION.format(kind="first", title="")
        self.assertEqual(list(self.heads(first)), ["default"])
        first = self.SECTION.format(kind="first", title="<w:titlePg/>")
        self.assertEqual(sorted(self.heads(first)), ["default", "first"])
        even = self.SECTION.format(kind="even", title="")
        self.assertEqual(list(self.heads(even)), ["default"])
        self.assertEqual(sorted(self.heads(even, "<w:evenAndOddHeaders/>")), ["default", "even"])

    def test_place_words_and_number(self) -> None:
        heads = self.heads(self.SECTION.format(kind="first", title="<w:titlePg/>"))
        self.assertEqual(heads["default"], Header("default", "Vale", "right", True, foot=False))
        self.assertEqual((heads["first"].alignment, heads["first"].page_number), ("right", False))


class Details(unittest.TestCase):
    def test_a_language_that_is_not_the_files_own_is_kept(self) -> None:
        defaults = '<w:docDefaults><w:rPrDefault><w:rPr><w:lang w:val="en-US"/></w:rPr></w:rPrDefault></w:docDefaults>'
        body = (
            '<w:p><w:r><w:rPr><w:lang w:val="en-GB"/></w:rPr><w:t>See </w:t></w:r>'
            '<w:r><w:rPr><w:lang w:val="fr-FR"/></w:rPr><w:t>Le Sel</w:t></w:r></w:p>'
        )
        self.assertEqual(
            read(docx(body, styles=defaults)).paragraphs[0].languages, ((Span(4, 10), "fr"),)
        )

    def test_small_capitals_raised_by_hand_and_spaces_in_lines(self) -> None:
        properties = (
            '<w:spacing w:beforeLines="100" w:after="40"/><w:keepNext/><w:widowControl w:val="0"/>'
        )
        got = read(
            docx(paragraph("x", properties, '<w:smallCaps/><w:position w:val="6"/>'))
        ).paragraphs[0]
        self.assertTrue(got.runs[0].format.capitals)
        self.assertTrue(got.runs[0].format.raised)
        self.assertEqual((got.format.space_before, got.format.space_after), (12, 2))
        self.assertEqual(
            (got.format.keep_with_next, got.format.keep_together, got.format.widow_control),
            (True, False, False),
        )
