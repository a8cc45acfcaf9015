"""Title pages with their parts, epigraphs, verse, abstracts, captions, contents, several lists."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.readers import read_paper
from grelt.structure import Detail, Role, Structure, structure_of
from grelt.text.languages import detect_language

PROSE = (
    "The pond filled only while the gate stood open to the flood, and so grinding began twice a day "
    "and never at the same hour, which the parish took for granted and the visitors for idleness."
)
TITLE_PAGE = """{alignment=center, first_line=0, bold} Sleep and the Second Oven: Night Baking at the Reach
¶
{alignment=center, first_line=0} Noor Adeyemi
{alignment=center, first_line=0} Department of Health Studies, Saltmarsh Reach College
{alignment=center, first_line=0} NGT 214: Night Work
{alignment=center, first_line=0} Dr. Tamsin Vale
{alignment=center, first_line=0} October 14, 2026"""
AGAIN = "{alignment=center, first_line=0, bold, new_page} Sleep and the Second Oven: Night Baking at the Reach"


def structure(text: str) -> Structure:
    return structure_of(parse_fragment(text))


def details(text: str) -> list[str]:
    return [str(d) for d in structure(text).details]


class FrontMatter(unittest.TestCase):
    def test_a_title_page_and_its_parts(self) -> None:
        found = structure(f"{TITLE_PAGE}\n{AGAIN}\n{PROSE}\n{PROSE}")
        assert found.front is not None
        self.assertEqual(found.front.kind, "title-page")
        self.assertEqual(
            [name for name, _ in found.front.parts],
            ["title", "writer", "affiliation", "course", "instructor", "date"],
        )
        roles = [r for r in found.roles if r is not Role.BLANK]
        self.assertEqual(roles[:6], [Role.TITLE_PAGE] * 6)
        self.assertEqual(roles[6:], [Role.TITLE, Role.BODY, Role.BODY])

    def test_a_title_may_be_about_a_school_or_a_doctor(self) -> None:
        first = "Sleep and the Second Oven: Night Baking at the Reach"
        for title, again in (
            ("Asleep at the Bell: School Hours at the Reach", True),
            ("Doctor to the Mill: Dr. Vane and the Bakers", False),
            ("The College of the Bakers", True),
        ):
            with self.subTest(title):
                page = TITLE_PAGE.replace(first, title)
                head = AGAIN.replace(first, title) if again else f"{{new_page}} {PROSE}"
                found = structure(f"{page}\n{head}\n{PROSE}\n{PROSE}")
                assert found.front is not None
                self.assertEqual(
                    [name for name, _ in found.front.parts],
                    ["title", "writer", "affiliation", "course", "instructor", "date"],
                )

    def test_a_school_above_the_title_is_none(self) -> None:
        lines = TITLE_PAGE.split("\n")
        school = "{alignment=center, first_line=0} Saltmarsh Reach College"
        course = "{alignment=center, first_line=0} NGT 214: Night Work"
        for above in (school, course):
            found = structure("\n".join([above, *lines, AGAIN, PROSE, PROSE]))
            assert found.front is not None
            self.assertEqual([n for n, _ in found.front.parts][1:3], ["title", "writer"])

    def test_where_the_format_knows_no_pages_the_title_twice_tells(self) -> None:
        text = (
            "# Night Baking at the Reach\n\nNoor Adeyemi\n\nSaltmarsh Reach College\n\n"
            f"October 14, 2026\n\n# Night Baking at the Reach\n\n{PROSE}\n\n{PROSE}\n"
        )
        found = structure_of(read_paper(text.encode(), "x.md"))
        assert found.front is not None
        self.assertEqual(found.front.kind, "title-page")
        self.assertEqual(found.roles[4], Role.TITLE)

    def test_a_heading_block_and_its_parts(self) -> None:
        found = structure(
            f"@ Ines Marlowe\n@ Tamsin Vale\n@ Writing the Shore\n@ 14 October 2026\n= Slack\n{PROSE}"
        )
        assert found.front is not None
        self.assertEqual(
            [name for name, _ in found.front.parts],
            ["writer", "instructor", "course", "date", "title"],
        )

    def test_a_first_page_of_prose_is_no_title_page(self) -> None:
        found = structure(
            f"@ Ines Marlowe\n@ 14 October 2026\n= Slack\n{PROSE}\n{{new_page}} {PROSE}"
        )
        assert found.front is not None
        self.assertEqual(found.front.kind, "heading-block")

    def test_short_lines_of_prose_are_no_front_matter(self) -> None:
        self.assertIsNone(structure("A gate.\nA pond.\nA wheel.").front)


class Blocks(unittest.TestCase):
    def test_verse_broken_by_hand_and_line_by_line(self) -> None:
        by_hand = (
            f"= Slack\n{PROSE}\n> The gates are shut,⏎the pond is full,⏎the miller sleeps.\n{PROSE}"
        )
        self.assertEqual(details(by_hand)[2], "verse")
        lines = f"= Slack\n{PROSE}\n> The gates are shut,\n> the pond is full.\n{PROSE}\n{PROSE}"
        self.assertEqual(details(lines)[2:4], ["verse", "verse"])

    def test_one_short_quotation_is_no_verse(self) -> None:
        self.assertEqual(details(f"{PROSE}\n> The gates are shut.\n{PROSE}")[1], "")

    def test_many_lines_of_verse_do_not_make_the_prose_set_out(self) -> None:
        verse = "\n".join(f"> A line of verse, number {n}" for n in range(6))
        found = structure(f"{PROSE}\n{PROSE}\n{verse}\n{PROSE}\n{PROSE}")
        self.assertEqual(found.roles.count(Role.BLOCK_QUOTE), 6)

    def test_an_epigraph_with_its_line_of_attribution(self) -> None:
        found = structure(
            f"= Slack\n> Wait, and the water will come to you.\n"
            f"{{alignment=right}} —Adaeze Okonjo, *Salt*\n{PROSE}\n{PROSE}"
        )
        self.assertEqual(found.details[1:4], (Detail.EPIGRAPH, Detail.EPIGRAPH, Detail.NONE))
        self.assertEqual(found.roles[1], Role.BLOCK_QUOTE)

    def test_a_quotation_after_prose_is_no_epigraph(self) -> None:
        self.assertNotIn("epigraph", details(f"= Slack\n{PROSE}\n> The water will come.\n{PROSE}"))

    def test_abstract_and_keywords(self) -> None:
        found = structure(
            f"= Slack\n{{bold, alignment=center}} Abstract\n{{first_line=0}} {PROSE}\n"
            f"*Keywords:* sleep, ovens\n{{bold, alignment=center}} Method\n{PROSE}"
        )
        self.assertEqual([str(d) for d in found.details], ["", "", "abstract", "keywords", "", ""])
        self.assertEqual(found.roles[2], Role.BODY)

    def test_captions_and_the_sentence_that_only_begins_like_one(self) -> None:
        found = details(
            f"{PROSE}\n{{first_line=0, bold}} Table 1\n{{first_line=0}} *Hours of Sleep by Shift*\n"
            f"Figure 2. The second oven at four in the morning.\n"
            f"Table 1 shows that the bakers of the second oven slept least. {PROSE}"
        )
        self.assertEqual(found, ["", "caption", "caption", "caption", ""])

    def test_a_table_of_contents(self) -> None:
        lines = "\n".join(f"{{first_line=0}} Chapter {n}⇥{n * 7}" for n in range(1, 5))
        self.assertEqual(details(f"{lines}\n{PROSE}")[:4], ["contents"] * 4)


class SeveralLists(unittest.TestCase):
    ONE = "Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021."
    TWO = "Soames, Walter. *Air, Water, Echo*. Tidemark Press, 1988."
    THREE = "Amara, Lise. *The Last Low Note*. Tidemark Films, 2019."

    def test_works_cited_and_works_consulted(self) -> None:
        found = structure(
            f"{PROSE}\n# Works Cited\n{self.ONE}\n{{alignment=center, new_page}} Works Consulted\n{self.TWO}"
        )
        self.assertEqual([x.consulted for x in found.lists], [False, True])
        self.assertEqual(found.roles[1:], (
            Role.LIST_HEADING, Role.LIST_ENTRY, Role.LIST_HEADING, Role.LIST_ENTRY,
        ))  # fmt: skip
        assert found.source_list is not None
        self.assertEqual(found.source_list.heading, 1)

    def test_a_bibliography_in_divisions_is_one_list(self) -> None:
        found = structure(
            f"{PROSE}\n# Bibliography\n{{bold}} Primary Sources\n{self.ONE}\n{{bold}} Secondary Sources\n{self.TWO}"
        )
        self.assertEqual(len(found.lists), 1)
        self.assertEqual(found.lists[0].paragraphs, (2, 3, 4, 5))

    def test_each_chapter_with_its_own(self) -> None:
        found = structure(
            f"{PROSE}\n{{alignment=center}} References\n{{left=36, first_line=-36}} {self.ONE}\n"
            f"{PROSE * 2}\n{PROSE * 2}\n{{alignment=center}} References\n{self.THREE}\n{self.TWO}"
        )
        self.assertEqual([x.paragraphs for x in found.lists], [(2,), (6, 7)])
        self.assertEqual(found.roles[3], Role.BODY)

    def test_a_section_called_sources_is_prose(self) -> None:
        found = structure(f"{{bold}} Sources\n{PROSE}\n{PROSE}\n# Works Cited\n{self.ONE}")
        self.assertEqual(len(found.lists), 1)
        self.assertEqual(found.roles[1], Role.BODY)


class Languages(unittest.TestCase):
    def test_small_words_tell(self) -> None:
        for words, language in (
            ("The Pilots of the Estuary", "en"),
            ("Le Sel et les marées dans les ports", "fr"),
            ("Die Müller und das Wasser", "de"),
            ("Los molinos de marea del norte", "es"),
            ("Il mulino e la marea nella laguna", "it"),
            ("Het water van de molen", "nl"),
            ("Salt", None),
            ("Okonjo 23", None),
        ):
            with self.subTest(words=words):
                self.assertEqual(detect_language(words), language)
