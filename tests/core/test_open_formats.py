"""Works in and out of the open formats: what comes back, what others write, what is refused."""

from __future__ import annotations

import json
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from grelt.exchange import FieldsInvalid, csl_of, work_of, works_from, works_to
from grelt.text.names import PersonName
from grelt.works import DateValue, Group, TextValue, Value, Work

from .works_made import works

# What a student may have typed, and what means something to one of the formats.
_PIECES = (
    *"abÉñ李 09.:&%$#_^~@\\{}\"'`-–,;/<>=?!",
    "\n",
    "\nER  - \n",
    "\nTY  - BOOK\n",
    "\n@misc{q, ",
)
_ANY = st.lists(st.sampled_from(_PIECES), max_size=14).map("".join)


class OpenFormats(unittest.TestCase):
    @settings(derandomize=True, deadline=None, max_examples=60)
    @given(works())
    def test_csl_gives_a_work_back(self, work: Work) -> None:
        self.assertEqual(work_of(json.loads(json.dumps(csl_of(work)))), work)

    @settings(derandomize=True, deadline=None, max_examples=60)
    @given(works(), st.sampled_from(("bibtex", "ris")))
    def test_other_formats_give_back_what_they_can_hold(self, work: Work, format: str) -> None:
        (read,) = works_from(works_to([work], format), format)
        self.assertEqual(read.text("title"), work.text("title"))
        self.assertEqual(read.names("author"), work.names("author"))
        date, own = read.date(), work.date()
        assert date is not None and own is not None
        self.assertEqual(date.year, own.year)
        for element in ("volume", "issue", "doi", "url"):
            self.assertEqual(read.text(element), work.text(element))

    @settings(derandomize=True, deadline=None, max_examples=400)
    @given(_ANY, _ANY, st.sampled_from(("csl", "bibtex", "ris")))
    def test_whatever_a_title_or_a_group_is_made_of(
        self, title: str, group: str, format: str
    ) -> None:
        title, group = f"Salt {title} mud", f"Reach {group} Trust".replace(",", "")
        made = Work(
            "book",
            {"author": (Group(group),), "title": TextValue(title), "date": DateValue(2021)},
        )
        read = works_from(works_to([made, made], format), format)
        self.assertEqual(len(read), 2)
        for work in read:
            (name,) = work.names("author")
            assert isinstance(name, Group)
            self.assertEqual(_one_line(work.text("title")), _one_line(title))
            self.assertEqual(_one_line(name.literal), _one_line(group))

    @settings(derandomize=True, deadline=None, max_examples=100)
    @given(
        st.sampled_from(("李", "de la Cruz y Mar", "Sand and Gravel", "O’Rourke", "ʻAkana", "Ng")),
        st.sampled_from(("明", "Ana María de los Ángeles", "W. E.", "and", "Jean-Paul")),
        st.sampled_from(("", "Jr.", "III")),
        st.sampled_from(("csl", "bibtex", "ris")),
    )
    def test_a_name_in_parts_stays_in_parts(
        self, family: str, given_name: str, suffix: str, format: str
    ) -> None:
        names = (PersonName(family, given_name, suffix), PersonName("Bray", "Tomas"))
        made = Work("book", {"author": names, "title": TextValue("Salt")})
        (read,) = works_from(works_to([made], format), format)
        self.assertEqual(read.names("author"), names)

    def test_a_day_that_is_not_known_is_not_made_up(self) -> None:
        for accessed, written in (
            (DateValue(2021), "urldate = {2021}"),
            (DateValue(2021, 3), "urldate = {2021-03}"),
            (DateValue(2021, 3, "9"), "urldate = {2021-03-09}"),
        ):
            made = Work("web-page", {"title": TextValue("Salt"), "accessed": accessed})
            text = works_to([made], "bibtex")
            self.assertIn(written, text)
            (read,) = works_from(text, "bibtex")
            self.assertEqual(read.date("accessed"), accessed)

    def test_the_day_and_a_reports_number_come_back(self) -> None:
        values: dict[str, Value] = {
            "title": TextValue("Depths of the Reach"),
            "number": TextValue("TR-14"),
            "date": DateValue(2021, 4, "22"),
        }
        for format in ("bibtex", "ris"):
            (read,) = works_from(works_to([Work("report", values)], format), format)
            self.assertEqual(read.text("number"), "TR-14")
            self.assertEqual(read.date(), DateValue(2021, 4, "22"))

    def test_bibtex_marked_up_for_tex(self) -> None:
        for written, read in {
            r"{\O}re {\ss} \c{c} \v{s} {\L} \'{\i} \aa": "Øre ß ç š Ł í å",
            r"\emph{Salicornia} in ``salt'' --- and after": "Salicornia in “salt” — and after",
            r"50% of \#1 \& others~here": "50% of #1 & others here",
            "Two\n   lines": "Two lines",
        }.items():
            (work,) = works_from("@book{k, title = {" + written + "}}", "bibtex")
            self.assertEqual(work.text("title"), read)

    def test_addresses_are_no_tex(self) -> None:
        url = "https://www.mills.example/a_b/~okonjo?x=1&y=%7E#part"
        made = Work("web-page", {"title": TextValue("Mills"), "url": TextValue(url)})
        text = works_to([made], "bibtex")
        self.assertIn(url, text)
        self.assertEqual(works_from(text, "bibtex")[0].text("url"), url)

    def test_one_entry_that_cannot_be_read_is_not_passed_over(self) -> None:
        good = "@book{a, title = {Salt}}\n"
        with self.assertRaises(FieldsInvalid) as caught:
            works_from(good + "@book{b, title = {Mud\n" + good, "bibtex")
        self.assertIn("line 2", caught.exception.message)

    def test_keys_and_fields_that_stand_twice_lose_nothing(self) -> None:
        text = "@comment{mine}\n@book{a, title = {Salt}}\n@book{a, title = {Mud}}\n@book{b, title = {Ebb}, title = {Flow}}"
        self.assertEqual(
            [w.text("title") for w in works_from(text, "bibtex")], ["Salt", "Mud", "Ebb"]
        )

    def test_bibtex_as_others_write_it(self) -> None:
        text = '@article{x, author = {Müller, J{\\"u}rgen and {Estuary Trust}}, title = {The {Tide} Mill}, journal={Estuary Review}, year=2021, month=apr, pages={20--41}}'
        (work,) = works_from(text, "bibtex")
        self.assertEqual(
            work.names("author"), (PersonName("Müller", "Jürgen"), Group("Estuary Trust"))
        )
        self.assertEqual((work.text("title"), work.text("pages")), ("The Tide Mill", "20–41"))
        self.assertEqual(work.date(), DateValue(2021, 4))

    def test_nonsense_is_refused_with_a_message(self) -> None:
        for text, format in (
            ("", "bibtex"),
            ("no records", "ris"),
            ("{", "csl"),
            ("[1]", "csl"),
            ("{}", "csl"),
            ("x", "word"),
        ):
            with self.subTest(format=format, text=text), self.assertRaises(FieldsInvalid) as caught:
                works_from(text, format)
            self.assertTrue(caught.exception.message.endswith("."))

    def test_bad_fields_are_refused(self) -> None:
        for item in (
            {"type": "book", "author": "Okonjo"},
            {"type": "book", "author": [{"given": "Adaeze"}]},
            {"type": "book", "issued": "2021"},
            {"type": "book", "issued": {"date-parts": [["x"]]}},
        ):
            with self.subTest(item=item), self.assertRaises(FieldsInvalid):
                work_of(item)

    def test_italics_within_a_title_go_through_csl(self) -> None:
        work = work_of({"type": "article-journal", "title": "Restoring <i>Salicornia</i> on pans"})
        value = work.values["title"]
        assert isinstance(value, TextValue)
        self.assertEqual([s.of(value.text) for s in value.apart], ["Salicornia"])
        self.assertEqual(csl_of(work)["title"], "Restoring <i>Salicornia</i> on pans")


def _one_line(text: str) -> str:
    return " ".join(text.split())
