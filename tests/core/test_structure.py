"""Roles of paragraphs, where the list is, pages."""

from __future__ import annotations

import unittest

from grelt.document import Document
from grelt.document.fragment import parse_fragment
from grelt.readers import read_paper
from grelt.structure import paginate, structure_of

from .docx_files import docx, paragraph

PROSE = (
    "The pond filled only while the gate stood open to the flood, and so grinding began twice a day "
    "and never at the same hour, which the parish took for granted and the visitors for idleness."
)
ENTRY = "Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021."
OTHER = "Bray, Tomas. “Gates That Open Inward.” *Reach Quarterly*, vol. 8, no. 2, 2019, pp. 14-29."
HANGING = "{left=36, first_line=-36} "


def roles(text: str) -> list[str]:
    return [str(r) for r in structure_of(parse_fragment(text)).roles]


class Roles(unittest.TestCase):
    def test_an_essay_from_top_to_bottom(self) -> None:
        text = f"""
@ Ines Marlowe
@ Professor Tamsin Vale
@ Writing the Shore
@ 14 October 2026
= The Mill at Slack Water
{PROSE}
{{bold, first_line=0}} The Gates
{PROSE}
> Between the flood and the ebb the miller had an hour in which to sleep.
{PROSE}
# Works Cited
{OTHER}
¶
{ENTRY}
"""
        self.assertEqual(
            roles(text),
            ["heading-block"] * 4
            + ["title", "body", "heading", "body", "block-quote", "body"]
            + ["list-heading", "list-entry", "blank", "list-entry"],
        )

    def test_an_essay_without_a_heading_block(self) -> None:
        self.assertEqual(roles(f"= The Mill\n{PROSE}"), ["title", "body"])
        self.assertEqual(roles(f"{PROSE}\n{PROSE}"), ["body", "body"])
        self.assertEqual(roles("It waits.\nIt runs."), ["body", "body"])

    def test_a_title_that_is_not_centred_after_the_date(self) -> None:
        got = roles(f"@ Ines Marlowe\n@ 14 October 2026\n@ The Mill\n{PROSE}")
        self.assertEqual(got, ["heading-block", "heading-block", "title", "body"])

    def test_a_subtitle_belongs_to_the_title(self) -> None:
        self.assertEqual(roles(f"= The Mill\n= A History\n{PROSE}"), ["title", "title", "body"])

    def test_a_block_quotation_is_told_by_its_indent(self) -> None:
        self.assertEqual(
            roles(f"{PROSE}\n{{left=36, first_line=0}} {PROSE}\n{PROSE}"),
            ["body", "block-quote", "body"],
        )

    def test_notes_have_their_own_role(self) -> None:
        self.assertEqual(roles(f"{PROSE}^[See Bray 14.]")[-1], "note")


class Lists(unittest.TestCase):
    def heading(self, text: str) -> str | None:
        document = parse_fragment(text)
        found = structure_of(document).source_list
        if found is None or found.heading is None:
            return None
        return document.paragraphs[found.heading].text

    def test_under_any_usual_heading(self) -> None:
        for words in ("Works Cited", "WORKS CITED", "Work Cited", "References", "Bibliography",
                      "Works Consulted", "Sources", "Works Cited:", "Annotated Bibliography"):  # fmt: skip
            with self.subTest(words=words):
                self.assertEqual(self.heading(f"{PROSE}\n# {words}\n{ENTRY}"), words)

    def test_the_words_in_a_sentence_head_nothing(self) -> None:
        self.assertIsNone(self.heading(f"{PROSE} The works cited are few.\n{PROSE}"))

    def test_the_last_heading_with_entries_counts(self) -> None:
        text = f"{PROSE}\n{{alignment=center}} Sources\n{PROSE}\n# Works Cited\n{ENTRY}"
        self.assertEqual(self.heading(text), "Works Cited")

    def test_without_a_heading_by_the_shape_of_its_entries(self) -> None:
        text = f"{PROSE}\n{HANGING}{OTHER}\n{HANGING}{ENTRY}"
        found = structure_of(parse_fragment(text)).source_list
        self.assertEqual((found.heading, found.paragraphs) if found else None, (None, (1, 2)))

    def test_prose_is_no_list(self) -> None:
        self.assertIsNone(structure_of(parse_fragment(f"{PROSE}\n{PROSE}\n{PROSE}")).source_list)


class Pages(unittest.TestCase):
    def of(self, document: Document) -> tuple[int, str]:
        pages = paginate(document)
        return pages.count, pages.source

    def test_recorded_breaks_are_believed(self) -> None:
        body = paragraph("one") + (
            "<w:p><w:r><w:t>two</w:t></w:r><w:r><w:lastRenderedPageBreak/><w:t>three</w:t></w:r></w:p>"
        )
        document = read_paper(docx(body), "x.docx")
        pages = paginate(document)
        self.assertEqual((pages.count, pages.source), (2, "file"))
        self.assertEqual((pages.of(1, 0), pages.of(1, 3)), (1, 2))
        self.assertEqual(pages.starts_within(1), (3,))

    def test_a_break_made_by_hand_begins_the_next_paragraph(self) -> None:
        body = '<w:p><w:r><w:t>one</w:t><w:br w:type="page"/></w:r></w:p>' + paragraph("two")
        pages = paginate(read_paper(docx(body), "x.docx"))
        self.assertEqual((pages.count, pages.of(1), pages.begins_page(1)), (2, 2, True))

    def test_length_is_estimated_from_size_and_spacing(self) -> None:
        double = "\n".join([PROSE * 3] * 12)
        single = "\n".join(["{spacing=1} " + PROSE * 3] * 12)
        count, source = self.of(parse_fragment(double))
        self.assertEqual(source, "layout")
        self.assertGreater(count, 2)
        self.assertLess(self.of(parse_fragment(single))[0], count)

    def test_pages_never_run_backwards(self) -> None:
        pages = paginate(parse_fragment("\n".join([PROSE * 9] * 9)))
        starts = [pages.start(n) for n in range(1, pages.count + 1)]
        self.assertEqual(starts, sorted(set(starts)))
