"""Guide files refused when wrong, house rules in words, policies, help pages, the summary."""

from __future__ import annotations

import copy
import tomllib
import unittest
from importlib import resources
from typing import Any

from demo.essay import load_essays
from demo.write_docx import write_docx
from grelt import api
from grelt.errors import GuideUnknown, HouseRuleInvalid, RuleUnknown
from grelt.findings import Severity
from grelt.guides import OPTIONS, House, Policy, load_guide, load_house
from grelt.guides.loader import GuideBroken, parse_guide
from grelt.help import rule_help
from grelt.rules.registry import all_rules
from grelt.summary import summary


def tables() -> dict[str, Any]:
    path = resources.files("grelt.guides").joinpath("mla-9", "guide.toml")
    return tomllib.loads(path.read_text(encoding="utf-8"))


class GuideFiles(unittest.TestCase):
    def broken(self, **changes: Any) -> None:
        data = copy.deepcopy(tables())
        for path, value in changes.items():
            table, key = path.split("__")
            if value is None:
                del data[table][key]
            else:
                data[table][key] = value
        with self.assertRaises(GuideBroken):
            parse_guide(data)

    def test_what_is_missing_unknown_or_illegal_is_refused(self) -> None:
        parse_guide(tables())
        self.broken(guide__name=None)
        self.broken(guide__colour="blue")
        self.broken(guide__system="numbers-in-brackets")
        self.broken(list__hanging=None)
        self.broken(list__spacing="triple")
        self.broken(list__ordering="by-mood")
        self.broken(rules__extra={"severity": "loud", "chapter": "1"})
        self.broken(rules__extra={"severity": "error"})
        self.broken(citation__et_al_from=None)

    def test_lengths_become_points(self) -> None:
        self.assertEqual(load_guide("mla-9").list.hanging, 36)

    def test_a_guide_that_is_none(self) -> None:
        with self.assertRaises(GuideUnknown) as caught:
            load_guide("../mla-9")
        self.assertIn("Known: apa-7, chicago-17", caught.exception.message)


class HouseRules(unittest.TestCase):
    def policy(self, text: str) -> Policy:
        return Policy(load_guide("mla-9"), load_house(text, all_rules()))

    def test_every_value_of_every_option_has_a_sentence(self) -> None:
        for option in OPTIONS.values():
            self.assertIn(option.default, option.sentences)
            for value in option.sentences:
                self.assertTrue(option.sentence(value).endswith("."))

    def test_what_differs_is_said_in_words(self) -> None:
        text = '[house]\nlinks = "allow"\nlist_heading = "Sources"\n[severity]\nlist-font = "advice"\nlist-colour = "off"'
        self.assertEqual(
            load_house(text, all_rules()).sentences(),
            (
                "The list is headed “Sources”.",
                "Addresses in the list may be live links.",
                "“list-colour” is off.",
                "“list-font” counts as advice.",
            ),
        )

    def test_a_value_that_is_the_default_says_nothing(self) -> None:
        self.assertEqual(load_house('[house]\nlinks = "plain"', all_rules()).sentences(), ())

    def test_policies(self) -> None:
        plain = Policy(load_guide("mla-9"))
        self.assertEqual(plain.list_headings(1), ("Work Cited",))
        self.assertEqual(plain.list_headings(2), ("Works Cited",))
        self.assertEqual(plain.list_line_spacing, 2.0)
        self.assertEqual(plain.severity("no-such-rule"), Severity.OFF)
        consulted = self.policy('[house]\nlist_scope = "consulted"')
        self.assertEqual(consulted.severity("entry-uncited"), Severity.OFF)
        self.assertIn("Works Consulted", consulted.list_headings(3))
        kept = self.policy(
            '[house]\nlist_scope = "consulted"\n[severity]\nentry-uncited = "advice"'
        )
        self.assertEqual(kept.severity("entry-uncited"), Severity.ADVICE)
        self.assertEqual(self.policy('[house]\nlist_spacing = "single"').list_line_spacing, 1.0)
        self.assertFalse(self.policy('[house]\nfigures_first = "spelled"').figures_first)

    def test_values_of_another_kind_are_refused(self) -> None:
        for text in (
            "[house]\nlinks = 3",
            "[house]\nlist_heading = ''",
            "house = 1",
            "[severity]\nlist-font = 2",
        ):
            with self.subTest(text=text), self.assertRaises(HouseRuleInvalid):
                load_house(text, all_rules())
        self.assertEqual(House().value("links"), "plain")


class HelpPages(unittest.TestCase):
    def test_every_page_is_whole(self) -> None:
        for identity in all_rules():
            page = rule_help(identity)
            with self.subTest(rule=identity):
                for text in (page.looks_for, page.why):
                    self.assertTrue(text.endswith("."), text)
                self.assertNotEqual(page.wrong, page.right)
                self.assertTrue(page.chapters, "no guide has an opinion on it")
                for words in (page.looks_for, page.wrong, page.right, page.right_because):
                    self.assertIn(words.splitlines()[0], page.text())

    def test_house_rules_that_touch_it_are_named(self) -> None:
        self.assertIn("plain, allow, require", rule_help("list-hyperlink").text())
        self.assertNotIn("House rules", rule_help("list-font").text())

    def test_a_rule_that_is_none(self) -> None:
        with self.assertRaises(RuleUnknown):
            rule_help("list-mood")


class Summary(unittest.TestCase):
    def of(self, number: int) -> str:
        essay = load_essays()[number]
        data = write_docx(
            essay.document, running_head=essay.running_head, hand=essay.hand, face=essay.face
        )
        return summary(api.check(data, "essay.docx", api.CheckInputs("mla-9")))

    def test_counts_that_agree_and_that_do_not(self) -> None:
        self.assertIn("7 sources cited = 7 listed · 0 unlisted · 0 uncited", self.of(1))
        self.assertIn("Nothing to point out.", self.of(1))
        self.assertIn("8 sources cited ≠ 8 listed · 1 unlisted · 1 uncited", self.of(0))

    def test_rounds_marks_habits_and_what_would_be_right(self) -> None:
        text = self.of(5)
        self.assertLess(text.index("Match, both ways (2)"), text.index("The list (4)"))
        self.assertIn("[References → Works Cited]", text)
        self.assertIn("list-line-spacing: 5 of 5 chances", text)
        self.assertIn("? entry 2", self.of(2))
        self.assertIn("[⏎⇥ →  ]", self.of(2))

    def test_a_rule_that_failed_is_said(self) -> None:
        report = api.check(b"It waits (Bray 3).", "x.txt", api.CheckInputs("mla-9"))
        report["faults"] = [{"rule": "list-order", "error": "ZeroDivisionError: bang"}]
        self.assertIn("The rule list-order failed", summary(report))
