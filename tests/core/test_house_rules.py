"""House rules: read, said, written and read again; refused with line and reason; points and verdicts."""

from __future__ import annotations

import tomllib
import unittest
from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from grelt import api
from grelt.errors import HouseRuleInvalid
from grelt.findings import Severity
from grelt.guides import OPTIONS, House, available_guides, load_house
from grelt.guides.house import house_from, house_toml
from grelt.guides.option import KIND_NAMES, Option
from grelt.guides.options import GROUPS
from grelt.rules.registry import all_rules
from grelt.works import KINDS

RULES = tuple(all_rules())


def _stripped(words: str) -> str:
    return words.strip()


def values_of(option: Option) -> st.SearchStrategy[str]:
    """Any legal value of an option, as it is kept."""
    choices = st.sampled_from(list(option.sentences))
    if option.number:
        numbers = st.integers(int(option.least + 1), int(option.most)).map(str)
        return choices | numbers
    if option.kinds:
        counts = st.dictionaries(
            st.sampled_from(list(KIND_NAMES)), st.integers(0, 99), min_size=1, max_size=4
        )
        return choices | counts.map(lambda c: ", ".join(f"{n} {kind}" for kind, n in c.items()))
    if option.free_text:
        words = st.text(
            st.characters(codec="utf-8", exclude_characters="{}"), min_size=1, max_size=40
        )
        return choices | words.map(_stripped).filter(bool)
    return choices


HOUSES = st.builds(
    House,
    st.fixed_dictionaries({}, optional={k: values_of(o) for k, o in OPTIONS.items()}).map(
        lambda found: {k: v for k, v in found.items() if v != OPTIONS[k].default}
    ),
    st.dictionaries(st.sampled_from(RULES), st.sampled_from(Severity), max_size=3),
    st.dictionaries(st.sampled_from(RULES), st.integers(0, 100).map(float), max_size=3),
    st.dictionaries(
        st.sampled_from(RULES),
        st.text(st.characters(codec="utf-8"), min_size=1, max_size=60).map(_stripped).filter(bool),
        max_size=3,
    ),
)


# A house of fifty options takes a while to make up.
SLOW = settings(max_examples=60, deadline=None, suppress_health_check=list(HealthCheck))


class InAndOut(unittest.TestCase):
    @SLOW
    @given(HOUSES)
    def test_what_is_written_reads_back_to_the_same(self, house: House) -> None:
        text = house_toml(house, "Tide, fog, salt\nand song")
        self.assertEqual(load_house(text, RULES), house)
        tomllib.loads(text)

    @SLOW
    @given(HOUSES)
    def test_every_setting_is_said_in_words(self, house: House) -> None:
        said = house.sentences()
        settings = (house.options, house.severities, house.points, house.remarks)
        self.assertEqual(len(said), sum(len(table) for table in settings))
        self.assertTrue(all(s.endswith(".") for s in said), said)

    def test_a_file_explains_itself(self) -> None:
        house = house_from({"house": {"ibid": "forbid", "size": 11}}, RULES)
        self.assertEqual(
            house_toml(house, "Night Work"),
            "# House rules of “Night Work”, over the guide.\n\n[house]\n# Type is 11 points.\nsize = 11\n\n"
            '# “Ibid.” is not used.\nibid = "forbid"\n',
        )

    def test_tables_of_a_file(self) -> None:
        text = '[house]\nleast_kinds = "1 book,  2 thesis"\n[points]\nlist-order = 2\n'
        tables = api.house_tables(text)
        self.assertEqual(
            tables, {"house": {"least_kinds": "1 book, 2 thesis"}, "points": {"list-order": 2.0}}
        )
        self.assertEqual(api.house_tables(api.house_file(tables)), tables)


class Refused(unittest.TestCase):
    def test_with_line_and_reason(self) -> None:
        for text, line, reason in (
            ('[house]\n\nibid = "seldom"', 3, "allow, discourage, forbid, require"),
            ("[house]\nsize = 90", 2, "a number from 6 to 24"),
            ("[house]\nsize = true", 2, "a number"),
            ('[house]\nleast_kinds = "two books"', 2, "2 journal-article, 1 book"),
            ("[house]\nmargin = 1", 2, "There is no house rule “margin”"),
            ('# mine\n[severity]\nlist-order = "loud"', 3, "off, advice, caution, error"),
            ('[severity]\nlist-mood = "off"', 2, "There is no rule “list-mood”"),
            ("[points]\nlist-order = -1", 2, "from 0 to 100"),
            ('[points]\nlist-order = "two"', 2, "are a number"),
            ('[house]\nibid = "allow"\n[remarks]\nlist-order = ""', 4, "some words"),
            ("[hause]\nibid = 1", 1, "no table [hause]"),
        ):
            with self.subTest(text), self.assertRaises(HouseRuleInvalid) as caught:
                load_house(text, RULES)
            self.assertTrue(str(caught.exception).startswith(f"Line {line}: "), caught.exception)
            self.assertIn(reason, str(caught.exception))

    def test_what_is_no_toml(self) -> None:
        with self.assertRaisesRegex(HouseRuleInvalid, "line 1"):
            load_house("[house\n", RULES)


class TheTable(unittest.TestCase):
    def test_every_option_stands_in_one_group(self) -> None:
        keys = [key for _, keys in GROUPS for key in keys]
        self.assertEqual(sorted(keys), sorted(OPTIONS))

    def test_it_has_what_is_needed_to_draw_it_for_every_guide(self) -> None:
        for guide in available_guides():
            table = api.house_table(guide)
            options = [o for group in table["groups"] for o in group["options"]]
            self.assertEqual({o["key"] for o in options}, set(OPTIONS))
            for option in options:
                self.assertIn(option["default"], [c["value"] for c in option["choices"]])
                self.assertEqual(
                    bool(option["before"] or option["after"]), option["kind"] != "choice"
                )
            self.assertEqual({r["id"] for r in table["rules"]}, set(RULES))

    def test_kinds_are_named_when_they_are_counted(self) -> None:
        self.assertEqual(set(KIND_NAMES), set(KINDS))

    def test_a_rule_touches_options_that_there_are(self) -> None:
        for rule in all_rules().values():
            self.assertLessEqual(set(rule.rule.house), set(OPTIONS), rule.id)


PAPER = """The tide did the rest (Okonjo p. 9). The gates held (Okonjo p. 14), and so did the mill (Okonjo p. 16).
Nobody wrote of it (Fitch 4).

# Works Cited

Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021.

Hale, Sunniva. *A Clock Made of Water*. Reach UP, 2011.
"""


def report_of(**house: Any) -> dict[str, Any]:
    tables = {"points": house.pop("rule_points", {}), "house": house}
    inputs = api.CheckInputs("mla-9", {k: v for k, v in tables.items() if v}, "2026-11-27")
    return api.check(PAPER.encode(), "paper.md", inputs)


class Remarks(unittest.TestCase):
    def test_a_rules_own_remark_comes_with_its_findings(self) -> None:
        inputs = api.CheckInputs("mla-9", {"remarks": {"cite-unlisted": "See week three."}})
        findings = api.check(PAPER.encode(), "paper.md", inputs)["findings"]
        said = {f["rule"]: f["remark"] for f in findings}
        self.assertEqual(said.pop("cite-unlisted"), "See week three.")
        self.assertEqual(set(said.values()), {None})


class Points(unittest.TestCase):
    """Three prefixes of pages (a habit), a source not listed, one not cited, an entry out of order."""

    def test_off_is_the_default(self) -> None:
        self.assertIsNone(report_of()["points"])

    def lost(self, **house: Any) -> dict[str, tuple[float, int]]:
        points = report_of(**house)["points"]
        return {p["rule"]: (p["points"], p["times"]) for p in points["lost"]}

    def test_once_a_rule_once_a_habit_each_place(self) -> None:
        self.assertEqual(self.lost(points="rule")["cite-page-prefix"], (1.0, 1))
        self.assertEqual(self.lost(points="habit")["cite-page-prefix"], (1.0, 1))
        self.assertEqual(self.lost(points="place")["cite-page-prefix"], (3.0, 3))

    def test_a_rule_has_points_of_its_own(self) -> None:
        lost = self.lost(points="place", rule_points={"cite-unlisted": 4, "cite-page-prefix": 0})
        self.assertEqual(lost["cite-unlisted"], (4.0, 1))
        self.assertNotIn("cite-page-prefix", lost)

    def test_ceilings(self) -> None:
        whole = report_of(points="place")["points"]
        self.assertEqual(whole["whole"], sum(p["points"] for p in whole["lost"]))
        bounded = report_of(points="place", points_round=2)["points"]
        self.assertTrue(all(points <= 2 for points in bounded["by_round"].values()))
        self.assertEqual(report_of(points="place", points_whole=1)["points"]["whole"], 1)


class Verdicts(unittest.TestCase):
    def verdict(self, **house: Any) -> tuple[str, list[str]]:
        found = report_of(**house)["verdict"]
        return found["verdict"], found["reasons"]

    def test_none_without_a_threshold(self) -> None:
        self.assertIsNone(report_of()["verdict"])

    def test_the_gravest_with_its_reason_in_figures(self) -> None:
        verdict, reasons = self.verdict(send_back_unlisted=1, mend_slips=1)
        self.assertEqual((verdict, reasons), ("send back", ["1 cited and not listed (from 1 on)"]))
        verdict, reasons = self.verdict(send_back_unlisted=2, mend_slips=3)
        self.assertEqual(verdict, "mend")
        self.assertRegex(reasons[0], r"\d+ slips, habits counted once \(from 3 on\)")
        self.assertEqual(self.verdict(send_back_unlisted=2, send_back_slips=90)[0], "read on")

    def test_requirements_count_where_the_house_says_so(self) -> None:
        self.assertEqual(self.verdict(least_sources=5, unmet="send back")[0], "send back")
        self.assertEqual(
            self.verdict(least_sources=5, unmet="mend"), ("mend", ["asked: 5 sources; there: 2"])
        )
        self.assertEqual(self.verdict(least_sources=2, unmet="mend")[0], "read on")


if __name__ == "__main__":
    unittest.main()
