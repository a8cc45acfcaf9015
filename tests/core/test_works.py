"""Values of works: dates read and written, names, numbers, capitals, open formats."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from grelt.forms.casing import case_changes
from grelt.forms.names import initials_of, name_parts, written_name
from grelt.forms.numbers import edition_value, number_forms
from grelt.forms.title_words import Vocabulary
from grelt.guides.kinds import NamesForm, NumberForm, load_kinds
from grelt.guides.pattern import PatternBroken, parse_pattern
from grelt.text.lexicon import is_common, is_forename
from grelt.text.names import PersonName
from grelt.works import DateValue, Group, read_date, write_date

ORDERS = (("day month year", "short"), ("month day, year", "whole"), ("year, month day", "whole"))


class Dates(unittest.TestCase):
    def test_read_in_every_form(self) -> None:
        for text, value in {
            "2021": DateValue(2021),
            "(2021, April 22)": DateValue(2021, 4, "22"),
            "22 Apr. 2024": DateValue(2024, 4, "22"),
            "April 22, 2024": DateValue(2024, 4, "22"),
            "2024-04-22": DateValue(2024, 4, "22"),
            "22/04/2024": DateValue(2024, 4, "22"),
            "4/22/2024": DateValue(2024, 4, "22"),
            "Spring 2020": DateValue(2020, season="spring"),
            "Apr.-May 2021": DateValue(2021, 4, until="5"),
            "12-14 May 2021": DateValue(2021, 5, "12-14"),
            "n.d.": DateValue(literal="n.d."),
            "in press": DateValue(literal="in press"),
            "2019a": DateValue(2019, letter="a"),
            "c. 1890": DateValue(1890, circa=True),
            "1998–2004": DateValue(1998, until="2004"),
        }.items():
            with self.subTest(text=text):
                self.assertEqual(read_date(text), value)

    def test_figures_that_can_be_read_two_ways_stay_unread(self) -> None:
        read = read_date("04/05/2024")
        assert read is not None
        self.assertTrue(read.figures)
        self.assertEqual(write_date(read, "day month year", "short"), "")

    def test_no_date_is_no_date(self) -> None:
        for text in ("", "Tidemark Press", "pp. 20-41", "45/45/2020"):
            self.assertIsNone(read_date(text))

    @settings(derandomize=True, deadline=None)
    @given(st.integers(1500, 2080), st.integers(1, 12), st.integers(1, 28), st.sampled_from(ORDERS))
    def test_what_is_written_is_read_back(
        self, year: int, month: int, day: int, order: tuple[str, str]
    ) -> None:
        value = DateValue(year, month, str(day))
        self.assertEqual(read_date(write_date(value, *order)), value)


class Names(unittest.TestCase):
    def test_initials(self) -> None:
        for given_name, initials in {
            "Adaeze Chidi": "A. C.", "Jean-Paul": "J.-P.", "A.C.": "A. C.", "A. C.": "A. C.", "Tomas": "T.",
            "": "",
        }.items():  # fmt: skip
            self.assertEqual(initials_of(given_name), initials)

    def test_orders_and_suffixes(self) -> None:
        name = PersonName("Orme", "Viktor", "Jr")
        self.assertEqual(written_name(name, "inverted", "full"), "Orme, Viktor, Jr.")
        self.assertEqual(written_name(name, "natural", "full"), "Viktor Orme Jr.")
        self.assertEqual(written_name(name, "inverted", "initials"), "Orme, V., Jr.")
        self.assertEqual(
            written_name(Group("Estuary Trust"), "inverted", "initials"), "Estuary Trust"
        )

    def test_lists_of_every_length(self) -> None:
        people = tuple(
            PersonName(f, g)
            for f, g in (("Okonjo", "Adaeze"), ("Bray", "Tomas"), ("Lund", "Ingrid"))
        )
        lead = load_kinds("mla-9").names["lead"]
        self.assertEqual(_whole(people[:1], lead), "Okonjo, Adaeze")
        self.assertEqual(_whole(people[:2], lead), "Okonjo, Adaeze, and Tomas Bray")
        self.assertEqual(_whole(people, lead), "Okonjo, Adaeze, et al.")
        dated = load_kinds("apa-7").names["lead"]
        self.assertEqual(_whole(people, dated), "Okonjo, A., Bray, T., & Lund, I.")
        noted = load_kinds("chicago-17-notes").names["noted"]
        self.assertEqual(_whole(people, noted), "Adaeze Okonjo, Tomas Bray, and Ingrid Lund")
        self.assertEqual(
            _whole(people, load_kinds("chicago-18-notes").names["noted"]), "Adaeze Okonjo et al."
        )

    def test_more_than_twenty_in_initials(self) -> None:
        many = tuple(PersonName(f"Name{chr(97 + n)}", "Ada") for n in range(22))
        written = _whole(many, load_kinds("apa-7").names["lead"])
        self.assertIn(", . . . Namev, A.", written)
        self.assertEqual(written.count("A."), 20)


def _whole(names: tuple[PersonName, ...], form: NamesForm) -> str:
    return "".join(p.text for p in name_parts(names, False, form))


class Numbers(unittest.TestCase):
    def test_ranges_as_each_guide_has_them(self) -> None:
        two = NumberForm("p. {}", "pp. {}", digits="two", dash="-")
        for pages, written in {
            "9": "p. 9", "9-23": "pp. 9-23", "203–215": "pp. 203-15", "98-104": "pp. 98-104", "103-104": "pp. 103-04",
            "vii–xxi": "pp. vii-xxi", "1203-1211": "pp. 1203-11", "A4": "p. A4",
        }.items():  # fmt: skip
            self.assertEqual(number_forms(pages, two)[0], written)
        self.assertEqual(number_forms("203-15", NumberForm(digits="all"))[0], "203–215")
        self.assertIn("203–15", number_forms("203-215", NumberForm()))

    def test_editions(self) -> None:
        for text, value in {
            "Second edition": "2nd", "2nd ed.": "2nd", "Rev. ed.": "rev.", "rev. 3rd ed.": "rev. 3rd",
            "Version 2.1": "Version 2.1",
        }.items():  # fmt: skip
            self.assertEqual(edition_value(text), value)


class Capitals(unittest.TestCase):
    def changed(
        self, text: str, case: str, vocabulary: Vocabulary | None = None, **more: int
    ) -> str:
        for change in reversed(case_changes(text, case, vocabulary or Vocabulary(), **more)):  # type: ignore[arg-type]
            text = text[: change.span.start] + change.text + text[change.span.end :]
        return text

    def test_headlines(self) -> None:
        for text, right in {
            "salt and slack water": "Salt and Slack Water",
            "The Tide Mills Of The Reach": "The Tide Mills of the Reach",
            "Between The Tides: a History of Fog": "Between the Tides: A History of Fog",
            "SALT AND SLACK WATER": "Salt and Slack Water",
            "What is a Tide?": "What Is a Tide?",
            "Turning On the Lights": "Turning On the Lights",
            "Les marées de la baie": "Les marées de la baie",
            "iTide and the eBook": "iTide and the eBook",
            "Misrecognition and the Wrecks of 1866": "Misrecognition and the Wrecks of 1866",
        }.items():
            with self.subTest(text=text):
                self.assertEqual(self.changed(text, "headline"), right)

    def test_long_prepositions_by_the_guide(self) -> None:
        self.assertEqual(self.changed("Sleep Among Bakers", "headline"), "Sleep among Bakers")
        self.assertEqual(
            self.changed("Sleep with Bakers", "headline", headline_from=4), "Sleep With Bakers"
        )

    def test_sentences(self) -> None:
        for text, right in {
            "Sleep Among Night-Shift Bakers": "Sleep among night-shift bakers",
            "Sleep among night-shift bakers": "Sleep among night-shift bakers",
            "Records of the Saltmarsh Harbour Board": "Records of the Saltmarsh Harbour Board",
            "Slack water: a history": "Slack water: A history",
            "Street lighting in Saltmarsh Reach": "Street lighting in Saltmarsh Reach",
            "Proceedings of the Third Tidal Symposium": "Proceedings of the Third Tidal Symposium",
        }.items():
            with self.subTest(text=text):
                self.assertEqual(self.changed(text, "sentence"), right)

    def test_the_papers_own_words_tell_names(self) -> None:
        prose = Vocabulary.of(
            [("The lights of the Reach went out, and the night work went on.", ())]
        )
        self.assertIn("reach", prose.names)
        self.assertEqual(self.changed("Night Work", "sentence", prose), "Night work")
        self.assertEqual(self.changed("Night Work", "sentence"), "Night Work")

    def test_words(self) -> None:
        self.assertTrue(is_common("mills") and is_common("Harbour"))
        self.assertFalse(is_common("Okonjo") or is_common("March"))
        self.assertTrue(is_forename("Dorothea"))
        self.assertFalse(is_forename("Harbour"))


class Patterns(unittest.TestCase):
    def test_broken_patterns_are_refused(self) -> None:
        for text in ("{author", "[{author}", "{author}]", "{Author}"):
            with self.assertRaises(PatternBroken):
                parse_pattern(text)
