"""Citations in the text and later notes, made of names, title and date."""

from __future__ import annotations

import unittest

from grelt.forms.in_text import Cited, in_text_forms, joined, note_text, short_note, short_title
from grelt.guides import load_guide
from grelt.text.names import PersonName
from grelt.works import DateValue, Group

OKONJO, BRAY, LUND = (PersonName(f, "A.") for f in ("Okonjo", "Bray", "Lund"))


def cited(
    *names: PersonName | Group,
    title: str = "Salt",
    dress: str = "italics",
    date: DateValue | None = None,
    more: bool = False,
) -> Cited:
    return Cited(names, more, title, dress, date)


class ShortTitles(unittest.TestCase):
    def test_what_stays_of_a_title(self) -> None:
        for title, short in {
            "Salt and Slack Water: A History": "Salt and Slack Water",
            "The Keeper and the Fog": "Keeper and the Fog",
            "A": "A",
            "How Thick Is History?": "How Thick Is History",
            # One word more than four is left, two are not.
            "Lamps Fail on Quay Street": "Lamps Fail on Quay Street",
            "Lamps Fail on the Quay Street": "Lamps Fail",
            "Sleep Under Expectation of a Call": "Sleep Under Expectation",
        }.items():
            with self.subTest(title=title):
                self.assertEqual(short_title(title, 4), short)

    def test_a_title_of_small_words_alone_keeps_one(self) -> None:
        self.assertEqual(short_title("Of and by the with for", 4), "Of")


class Names(unittest.TestCase):
    def test_how_they_are_joined(self) -> None:
        for names, more, et_al_from, written in (
            ([], False, 3, ""),
            (["Okonjo"], False, 3, "Okonjo"),
            (["Okonjo"], True, 3, "Okonjo et al."),
            (["Okonjo", "Bray"], False, 3, "Okonjo & Bray"),
            (["Okonjo", "Bray", "Lund"], False, 3, "Okonjo et al."),
            (["Okonjo", "Bray", "Lund"], False, 4, "Okonjo, Bray, & Lund"),
        ):
            with self.subTest(names=names, more=more, et_al_from=et_al_from):
                self.assertEqual(joined(names, more, et_al_from, "&"), written)


class Citations(unittest.TestCase):
    def forms(self, guide: str, source: Cited, locator: str = "") -> list[str]:
        return [html for _, html in in_text_forms(source, load_guide(guide), locator)]

    def test_names_year_and_place(self) -> None:
        source = cited(OKONJO, BRAY, date=DateValue(2021, letter="a"))
        self.assertEqual(
            self.forms("apa-7", source, "23–25"),
            ["(Okonjo &amp; Bray, 2021a, pp. 23–25)", "Okonjo and Bray (2021a, pp. 23–25)"],
        )
        self.assertEqual(
            self.forms("chicago-17-author-date", source, "23"),
            ["(Okonjo and Bray 2021a, 23)", "Okonjo and Bray (2021a, 23)"],
        )
        self.assertEqual(
            self.forms("mla-9", source, "23"), ["(Okonjo and Bray 23)", "Okonjo and Bray … (23)"]
        )
        self.assertEqual(self.forms("chicago-17-notes", source), [])

    def test_how_many_names_differs_between_editions(self) -> None:
        source = cited(OKONJO, BRAY, LUND, date=DateValue(2021))
        self.assertEqual(
            self.forms("chicago-17-author-date", source)[0], "(Okonjo, Bray, and Lund 2021)"
        )
        self.assertEqual(self.forms("chicago-18-author-date", source)[0], "(Okonjo et al. 2021)")

    def test_no_name_and_no_date(self) -> None:
        part = cited(title="Bells Silenced for Repairs", dress="quotes")
        self.assertEqual(
            self.forms("apa-7", part),
            ["(“Bells Silenced for Repairs,” n.d.)", "“Bells Silenced for Repairs” (n.d.)"],
        )
        whole = cited(title="Fog at Low Water", date=DateValue(2017))
        self.assertEqual(self.forms("mla-9", whole)[0], "(<i>Fog at Low Water</i>)")
        law = cited(title="Reach Harbours Act", dress="plain", date=DateValue(1887))
        self.assertEqual(self.forms("apa-7", law)[0], "(Reach Harbours Act, 1887)")

    def test_what_is_typed_in_is_never_markup(self) -> None:
        for source in (cited(Group("<b>Trust</b>")), cited(title="<script>", dress="plain")):
            for html in self.forms("mla-9", source, "<i>"):
                self.assertNotRegex(html, "<(?!/?i>)|<i>.*<i>")
        self.assertNotIn(
            "<b>", short_note(cited(Group("<b>")), load_guide("chicago-17-notes"), "<")
        )


class LaterNotes(unittest.TestCase):
    def test_the_marks_stand_where_they_belong(self) -> None:
        for dress, locator, written in (
            ("quotes", "24", "Okonjo, “Salt,” 24."),
            ("quotes", "", "Okonjo, “Salt.”"),
            ("italics", "24", "Okonjo, Salt, 24."),
            ("plain", "", "Okonjo, Salt."),
        ):
            with self.subTest(dress=dress, locator=locator):
                self.assertEqual(note_text("Okonjo", "Salt", dress, locator), written)
        self.assertEqual(note_text("", "Salt", "plain", "3"), "Salt, 3.")

    def test_italics_and_names(self) -> None:
        guide = load_guide("chicago-17-notes")
        self.assertEqual(
            short_note(cited(OKONJO, BRAY, more=True), guide, "5"), "Okonjo et al., <i>Salt</i>, 5."
        )
