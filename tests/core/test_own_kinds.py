"""Kinds of source of the house's own: taken from a worked example; recognised, checked, corrected, composed."""

from __future__ import annotations

import unittest
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from grelt import api
from grelt.composing import read_as_own
from grelt.errors import HouseRuleInvalid
from grelt.guides import Policy, available_guides, load_guide, load_house
from grelt.guides.house import house_toml
from grelt.guides.own_kind import ExampleWrong, OwnKind, kind_id, read_example
from grelt.rules.registry import all_rules

RULES = tuple(all_rules())

REPORT = {
    "name": "company report",
    "like": "report",
    "entry": "{author Quillon Instruments}. *{title Annual Return}*. {database= Tidewater Business}, "
    "{date 14 Mar. 2021}, {url www.tidewater.example/r/81}.",
}
HANDOUT = {
    "name": "handout",
    "like": "report",
    "entry": "{author? Brask, Ines}. “{title Reading a Weir}.” {medium= Class handout}, {event Letters 12}, "
    "{institution Harrow College}, {date 3 May 2024}.",
    "note": "{author? Ines Brask}, “{title Reading a Weir}” ({medium= class handout}, {date May 3, 2024})",
}
READER = {
    "name": "piece in the reader",
    "several": "pieces in the reader",
    "like": "chapter",
    "entry": "{author Okonjo, Adaeze}. “{title The Lower Ferry}.” *{container= Reader of Letters 12}*, chosen by "
    "{editor Tomas Bray}, {publisher Harrow College}, {date 2023}, pp. {pages 41-58}.",
}
APA = {
    "name": "company report",
    "like": "report",
    "entry": "{author Quillon Instruments}. ({date 2021}). *{title Annual return}* [{medium= Tidewater filing}]. "
    "{publisher Tidewater Business}. {url https://www.tidewater.example/r/81}",
}
HOUSE: dict[str, Any] = {"kind": [REPORT, HANDOUT, READER]}

GIVEN_RIGHT = (
    (REPORT, "Quillon Instruments. *Annual Review*. Tidewater Business, 2 Jan. 2020, www.tidewater.example/r/7."),
    (REPORT, "Vale, Orla. *The Weir Company in Its Ninth Year*. Tidewater Business, 2019, www.tidewater.example/r/9."),
    (HANDOUT, "Brask, Ines. “Fog, Salt, and Song.” Class handout, Letters 12, Harrow College, 9 May 2024."),
    (HANDOUT, "“Words for Water.” Class handout, Letters 12, Harrow College, 9 May 2024."),
    (READER, "Hesketh, Orla. “The Upper Mill.” *Reader of Letters 12*, chosen by Tomas Bray, Harrow College, 2023, pp. 9-21."),
)  # fmt: skip
GIVEN_WRONG = (
    ("entry-missing-location", "Quillon Instruments. *Annual Review*. Tidewater Business, 2 Jan. 2020."),
    ("entry-date-form", "Quillon Instruments. *Annual Review*. Tidewater Business, January 2, 2020, www.tidewater.example/r/7."),
    ("entry-title-italic", "Brask, Ines. *Fog and Salt*. Class handout, Letters 12, Harrow College, 9 May 2024."),
    ("entry-missing-date", "Brask, Ines. “Fog and Salt.” Class handout, Letters 12, Harrow College."),
    ("entry-pages-form", "Hesketh, Orla. “The Upper Mill.” *Reader of Letters 12*, chosen by Tomas Bray, Harrow College, 2023, p. 9-21."),
    ("entry-container-italic", "Hesketh, Orla. “The Upper Mill.” Reader of Letters 12, chosen by Tomas Bray, Harrow College, 2023, pp. 9-21."),
)  # fmt: skip


def report_on(
    entry: str, house: dict[str, Any] | None = None, guide: str = "mla-9"
) -> dict[str, Any]:
    other = "Wren, Isolde. *The Glass Orchard*. Lowell and Finch, 2011."
    text = f"The tide did the rest (Wren 9).\n\n# Works Cited\n\n{entry}\n\n{other}\n"
    inputs = api.CheckInputs(guide, HOUSE if house is None else house, "2026-11-28")
    return api.check(text.encode(), "paper.md", inputs, strict=True)


def findings_on(report: dict[str, Any]) -> list[str]:
    """Rules of the findings on the form of the first entry."""
    first = report["entries"][0]["id"]
    return [
        f["rule"]
        for f in report["findings"]
        if f["entry"] == first and f["rule"].startswith("entry-") and f["rule"] != "entry-uncited"
    ]


class InAPaper(unittest.TestCase):
    def test_told_by_its_words_and_right_as_the_example_has_it(self) -> None:
        for kind, entry in GIVEN_RIGHT:
            with self.subTest(entry):
                report = report_on(entry)
                self.assertEqual(report["entries"][0]["kind"], kind_id(kind["name"]))
                self.assertEqual(findings_on(report), [])

    def test_checked_by_the_example(self) -> None:
        for rule, entry in GIVEN_WRONG:
            with self.subTest(entry):
                self.assertEqual(findings_on(report_on(entry)), [rule])

    def test_put_right_is_right(self) -> None:
        for _, entry in GIVEN_WRONG:
            with self.subTest(entry):
                corrected = report_on(entry)["entries"][0]["corrected_html"]
                if "[" in corrected:
                    continue  # a place is held for what only the writer knows
                again = report_on(corrected.replace("<i>", "*").replace("</i>", "*"))
                self.assertEqual(findings_on(again), [])

    def test_nothing_else_is_taken_for_it(self) -> None:
        for entry in (
            "Quillon, Orla. *Tidewater: Business and the Weir*. Lowell and Finch, 2012.",
            "Brask, Ines. “Fog, Salt, and Song.” *Letters*, vol. 12, no. 3, 2020, pp. 4-19.",
            "Hesketh, Orla. *What the Class Handout Left Out*. Harrow UP, 2004.",
        ):
            with self.subTest(entry):
                plain, own = report_on(entry, {}), report_on(entry)
                self.assertEqual(own["entries"][0]["kind"], plain["entries"][0]["kind"])
                self.assertEqual(findings_on(own), findings_on(plain))

    def test_set_by_hand(self) -> None:
        entry = (
            "Vale, Orla. *The Weir Company*. Tidewater Filings, 2019, www.tidewater.example/r/9."
        )
        key = report_on(entry)["entries"][0]["key"]
        text = f"The tide (Vale).\n\n# Works Cited\n\n{entry}\n"
        inputs = api.CheckInputs(
            "mla-9", HOUSE, "2026-11-28", hands={key: {"kind": "company-report", "borders": []}}
        )
        found = api.check(text.encode(), "paper.md", inputs, strict=True)["entries"][0]
        self.assertEqual((found["kind"], found["kind_confidence"]), ("company-report", 1.0))

    def test_in_a_note(self) -> None:
        notes = (
            "“Fog and Salt” (class handout, May 9, 2024)",
            "Ines Brask, *Fog and Salt* (class handout, May 9, 2024)",
            "Quillon Instruments, *Annual Return*, Tidewater Business, 2020",
        )
        text = "".join(f"The tide.[^{n}]\n\n" for n in range(3)) + "".join(
            f"[^{n}]: {note}.\n\n" for n, note in enumerate(notes)
        )
        inputs = api.CheckInputs("chicago-17-notes", HOUSE, "2026-11-28")
        report = api.check(text.encode(), "paper.md", inputs, strict=True)
        found = [f["rule"] for f in report["findings"] if f["rule"].startswith("note-element")]
        self.assertEqual(found, ["note-element-title-italic"])

    def test_with_a_date_in_brackets_behind_the_name(self) -> None:
        house = {"kind": [APA]}
        right = (
            "Quillon Instruments. (2020). *Annual review* [Tidewater filing]. Tidewater Business. "
            "https://www.tidewater.example/r/7"
        )
        report = report_on(right, house, "apa-7")
        self.assertEqual(report["entries"][0]["kind"], "company-report")
        self.assertEqual(findings_on(report), [])
        wrong = right.replace("(2020)", "2020")
        self.assertEqual(len(findings_on(report_on(wrong, house, "apa-7"))), 1)


class Counted(unittest.TestCase):
    def test_as_itself_and_as_what_it_is_like(self) -> None:
        text = f"The weir (Quillon Instruments).\n\n# Works Cited\n\n{GIVEN_RIGHT[0][1]}\n"
        for asked, met in (
            ("1 company-report", True),
            ("2 company-report", False),
            ("1 report", True),
            ("1 handout", False),
        ):
            house = {**HOUSE, "house": {"least_kinds": asked}}
            inputs = api.CheckInputs("mla-9", house, "2026-11-28")
            found = api.check(text.encode(), "paper.md", inputs)["requirements"]
            self.assertEqual([r["met"] for r in found], [met], asked)
        self.assertIn("company report", found[0]["wanted"] + str(api.house_rules(house)))


class OnTheShelf(unittest.TestCase):
    def test_every_guide_composes_the_example_and_reads_it_back(self) -> None:
        house = load_house(api.house_file(HOUSE), RULES)
        for guide in available_guides():
            policy = Policy(load_guide(guide), house)
            shelf = {k["kind"]: k for k in api.guide_shelf(guide, HOUSE)}
            for own in house.kinds:
                with self.subTest(guide=guide, kind=own.id):
                    work = read_as_own(own, policy).work
                    self.assertEqual(
                        set(work.values),
                        {s.element for s in own.shown},
                        "all of the example is read",
                    )
                    composed = shelf[own.id]["example"]["entry"]["html"]
                    report = report_on(
                        composed.replace("<i>", "*").replace("</i>", "*"), HOUSE, guide
                    )
                    first = next(e for e in report["entries"] if e["kind"] != "book")
                    self.assertEqual(first["kind"], own.id)
                    self.assertEqual(first["corrected_html"], composed)

    def test_composed_from_fields_like_any_other(self) -> None:
        shelf = {k["kind"]: k for k in api.guide_shelf("mla-9", HOUSE)}
        fields = shelf["company-report"]["fields"]
        self.assertEqual(fields["type"], "report")
        composed = api.compose_work(fields, "mla-9", "company-report", house=HOUSE)
        self.assertEqual(
            composed["entry"]["text"], shelf["company-report"]["example"]["entry"]["text"]
        )
        self.assertEqual(composed["label"], "company report")
        with self.assertRaises(api.FieldsInvalid):
            api.compose_work(fields, "mla-9", "company-report")


class Refused(unittest.TestCase):
    def test_with_line_and_reason(self) -> None:
        good = '[[kind]]\nname = "handout"\nlike = "report"\nentry = "{title A}. {medium= Class handout}."\n'
        for more, line, reason in (
            ('[[kind]]\nname = "handout"\nlike = "report"\nentry = "{title A}. {medium= Handout}."', 5, "already"),
            ('[[kind]]\nname = "book"\nlike = "book"\nentry = "{title A}. {medium= Handout}."', 5, "already"),
            ('[[kind]]\nname = "x"\nlike = "leaf"\nentry = "{title A}. {medium= Handout}."', 5, "is like one of"),
            ('[[kind]]\nname = "x"\nlike = "book"\nentry = "{author A}. {medium= Handout}."', 5, "needs a title"),
            ('[[kind]]\nname = "x"\nlike = "book"\nentry = "{title A}. {medium Handout}."', 5, "nothing that tells it"),
            ('[[kind]]\nname = "x"\nlike = "book"\nentry = "{title A}. {medium= Of}."', 5, "nothing that tells it"),
            ('[[kind]]\nname = "x"\nlike = "book"\nentry = "{title A}. {titel= Handout}."', 5, "no element “titel”"),
            ('[[kind]]\nname = "x"\nlike = "book"\nentry = "{title A}. {medium= Handout}. {title B}."', 5, "twice"),
            ('[[kind]]\nname = "x"\nlike = "book"\nentry = "{title A}. {medium= Handout."', 5, "a brace"),
            ('[[kind]]\nname = "x"\nlike = "book"\nentry = "{title A} ({medium= Handout}."', 5, "a bracket"),
            ('[[kind]]\nname = "x"\nlike = "book"\nentry = "{title A}. {medium= Handout}, and so on."', 5, "behind its last"),
            ('[[kind]]\nname = ""\nlike = "book"\nentry = ""', 5, "needs a name"),
            ('[[kind]]\nname = "x"\nlike = "book"\nform = "{title A}"', 5, "no “form”"),
            ('[kind]\nname = "x"', None, ""),
        ):  # fmt: skip
            with self.subTest(more), self.assertRaises(HouseRuleInvalid) as caught:
                load_house(good + more, RULES)
            if line is not None:
                self.assertTrue(
                    str(caught.exception).startswith(f"Line {line}: "), caught.exception
                )
                self.assertIn(reason, str(caught.exception))

    def test_a_kind_that_is_counted_must_be_there(self) -> None:
        with self.assertRaises(HouseRuleInvalid):
            load_house('[house]\nleast_kinds = "2 handout"\n', RULES)


_WORDS = st.lists(
    st.sampled_from("Weir Tide Fog Salt Mill Ferry Lock".split()), min_size=1, max_size=4
).map(" ".join)
_MARKS = st.sampled_from([". ", ", ", ": ", " "])


class Laws(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(
        st.lists(st.sampled_from(["container", "publisher", "institution", "event"]), unique=True),
        st.data(),
    )
    def test_any_sound_example_reads_back_from_its_file_and_is_told_by_its_words(
        self, elements: list[str], data: st.DataObject
    ) -> None:
        parts = [f"{{author {data.draw(_WORDS)}}}. *{{title {data.draw(_WORDS)}}}*"]
        parts += [f"{data.draw(_MARKS)}{{{e} {data.draw(_WORDS)}}}" for e in elements]
        entry = "".join(parts) + ". {database= Tidewater Business}."
        own = OwnKind("log", "logs", "report", entry)
        self.assertEqual([s.element for s in own.shown], ["author", "title", *elements, "database"])
        house = load_house(f'[[kind]]\nname = "log"\nlike = "report"\nentry = "{entry}"\n', RULES)
        self.assertEqual(load_house(house_toml(house), RULES), house)
        composed = api.guide_shelf("mla-9", api.house_tables(house_toml(house)))[0]["example"]
        self.assertTrue(composed["entry"]["text"].endswith("Tidewater Business."))

    @given(st.text("{}=?*“” author title medium=.,()", max_size=80))
    def test_anything_is_an_example_or_is_refused(self, text: str) -> None:
        try:
            shown = read_example(text)
        except ExampleWrong as wrong:
            self.assertTrue(str(wrong))
        else:
            self.assertIn("title", [s.element for s in shown])
