"""Notes that writers type themselves, and lists they run together, are what they stand for."""

from __future__ import annotations

import unittest

from grelt.document import Document
from grelt.document.fragment import parse_fragment
from grelt.readers import read_paper
from grelt.structure import Role, prepared, structure_of

PROSE = (
    "The pond filled only while the gate stood open to the flood, and so grinding began twice a "
    "day and never at the same hour,[1]{raised} which the parish took for granted.[2]{raised}"
)
NOTES = """{alignment=center, new_page} Notes
1. Adaeze Okonjo, *Salt and Slack Water* (Reach: Tidemark Press, 2021), 23.
2. Bray, “Gates,” 14."""
LIST = """# Bibliography
Bray, Tomas. “Gates That Open Inward.” *Reach Quarterly* 8, no. 2 (2019): 14–29.
Okonjo, Adaeze. *Salt and Slack Water*. Reach: Tidemark Press, 2021."""


def noted(text: str) -> Document:
    return prepared(parse_fragment(text))


def words(document: Document, number: int) -> str:
    return " ".join(document.paragraphs[i].text for i in document.notes[number].paragraphs)


class TypedNotes(unittest.TestCase):
    def test_under_a_heading_before_the_list(self) -> None:
        document = noted(f"{PROSE}\n{NOTES}\n{LIST}")
        self.assertEqual([n.number for n in document.notes], [1, 2])
        self.assertTrue(all(n.typed for n in document.notes))
        self.assertEqual(words(document, 1), "Bray, “Gates,” 14.")
        first = document.paragraphs[0]
        self.assertNotIn("1", first.text)
        self.assertEqual(
            [(first.text[o - 1], n) for o, n in first.note_markers],
            [(",", "typed:1"), (".", "typed:2")],
        )
        structure = structure_of(document)
        self.assertEqual(len(structure.indexes(Role.NOTE)), 2)
        self.assertEqual(len(structure.indexes(Role.LIST_ENTRY)), 2)

    def test_italics_stay_where_they_were(self) -> None:
        document = noted(f"{PROSE}\n{NOTES}")
        note = document.paragraphs[document.notes[0].paragraphs[0]]
        self.assertEqual([s.of(note.text) for s in note.italics], ["Salt and Slack Water"])

    def test_a_note_of_two_paragraphs(self) -> None:
        more = NOTES.replace("23.", "23.\nHe says the same of the upper pond.")
        self.assertEqual(len(noted(f"{PROSE}\n{more}").notes[0].paragraphs), 2)

    def test_without_a_heading_at_the_end(self) -> None:
        bare = NOTES.split("\n", 1)[1]
        self.assertEqual(len(noted(f"{PROSE}\n{bare}").notes), 2)

    def test_small_figures_of_plain_text(self) -> None:
        text = (
            "The gate stood open.¹ The parish slept.²\n\nNotes\n\n1. Okonjo, Salt, 23.\n\n2. Ibid."
        )
        document = prepared(read_paper(text.encode(), "x.txt"))
        self.assertEqual(document.paragraphs[0].text, "The gate stood open. The parish slept.")
        self.assertEqual(len(document.notes), 2)

    def test_figures_glued_to_the_text_where_nothing_can_be_raised(self) -> None:
        text = "The gate stood open.1 In 1849 the parish slept.2\n\nNotes\n\n1. Okonjo, Salt, 23.\n\n2. Ibid."
        document = prepared(read_paper(text.encode(), "x.txt"))
        self.assertEqual(
            document.paragraphs[0].text, "The gate stood open. In 1849 the parish slept."
        )

    def test_what_is_no_note(self) -> None:
        for why, text in (
            (
                "a numbered list of sources",
                f"{PROSE}\n# References\n1. Okonjo, *Salt*, 2021.\n2. Bray.",
            ),
            (
                "numbered steps in the text",
                "First do this.\n1. Open the gate.\n2. Shut it.\nThen rest.",
            ),
            (
                "a heading and prose",
                f"{PROSE}\nNotes\nThese notes are prose, and no figure opens them.",
            ),
            ("a power of ten", "It held 10[6]{raised} gallons.\nAnother line of the text."),
        ):
            with self.subTest(why=why):
                self.assertEqual(noted(text).notes, ())

    def test_notes_of_the_file_itself_are_left_alone(self) -> None:
        document = parse_fragment("A gate.^[Okonjo 23.]\nNotes\n1. Something else.")
        self.assertIs(prepared(document), document)


class PartedEntries(unittest.TestCase):
    def test_entries_parted_by_line_breaks_alone(self) -> None:
        text = f"""{PROSE}
# Works Cited
Bray, Tomas. “Gates That Open Inward.” *Reach Quarterly*, vol. 8, 2019, pp. 14-29.⏎Okonjo, Adaeze. *Salt and Slack Water*.⏎⇥Tidemark Press, 2021.⏎Soames, Walter. *Air*. Tidemark Press, 1988."""
        document = noted(text)
        listed = [p for p in document.paragraphs if p.index >= 2]
        self.assertEqual([p.text.split(",")[0] for p in listed], ["Bray", "Okonjo", "Soames"])
        self.assertEqual([p.parted for p in listed], [False, True, True])
        self.assertEqual(
            [s.of(listed[1].text) for s in listed[1].italics], ["Salt and Slack Water"]
        )

    def test_a_line_broken_inside_an_entry_parts_nothing(self) -> None:
        document = parse_fragment(
            f"{PROSE}\n# Works Cited\nOkonjo, Adaeze. *Salt and Slack Water*.⏎Tidemark Press, 2021."
        )
        self.assertEqual(len(prepared(document).paragraphs), len(document.paragraphs))
