"""Running the rules: faults, doubt, precedence, chances, habits, keys."""

from __future__ import annotations

import unittest
from dataclasses import replace
from typing import Any
from unittest import mock

from grelt.document.fragment import parse_fragment
from grelt.findings import NOT_MINE, RIGHT, Place, Severity, Slip, Subject, Verdict
from grelt.guides import House, Policy, load_guide
from grelt.guides.house import house_from
from grelt.paper import Paper, analyse
from grelt.report.build import build_report
from grelt.report.engine import fill, run_rules
from grelt.report.identity import finding_keys
from grelt.rules import registry
from grelt.rules.base import Rule
from grelt.rules.registry import Registered, RuleBroken, all_rules, rule
from grelt.text.spans import Span

TEXT = """
The tide did the rest (Okonjo 9; Bray 14). The grasses took it (Pellow 3).
# Works Cited
Bray, Tomas. “Gates.” *Reach Quarterly*, 2019, pp. 14-29.
Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021.
"""


def paper(text: str = TEXT, house: House | None = None) -> Paper:
    return analyse(parse_fragment(text), Policy(load_guide("mla-9"), house or House()))


def made(check: Any, base: str = "list-order", **more: Any) -> Registered:
    """A rule of ours with another check in it."""
    registered = rule(base)
    own = Rule(
        id=more.get("id", base),
        subject=more.get("subject", Subject.ENTRY),
        label="label",
        mark="mark",
        messages={"one": "Entry {number}."},
        check=check,
        outranks=more.get("outranks", ()),
    )
    return replace(registered, rule=own)


def slip(got: Paper, number: int, **more: Any) -> Slip:
    return Slip("one", (("number", str(number)),), got.entries[number].whole, entry=number, **more)


class Running(unittest.TestCase):
    def test_a_rule_that_crashes_costs_its_own_findings_only(self) -> None:
        def crash(got: Paper, number: int) -> Verdict:
            raise ZeroDivisionError("bang")

        outcome = run_rules(paper(), [made(crash), rule("cite-unlisted")])
        self.assertEqual([f.rule.id for f in outcome.findings], ["cite-unlisted"])
        self.assertEqual(outcome.faults, (("list-order", "ZeroDivisionError: bang"),))
        with self.assertRaises(ZeroDivisionError):
            run_rules(paper(), [made(crash)], strict=True)

    def test_the_engine_walks_and_counts_chances(self) -> None:
        seen: list[int] = []

        def check(got: Paper, number: int) -> Verdict:
            seen.append(number)
            return (slip(got, number),) if number else RIGHT

        outcome = run_rules(paper(), [made(check)])
        self.assertEqual(seen, [0, 1])
        self.assertEqual(
            (outcome.chances["list-order"].broken, outcome.chances["list-order"].chances), (1, 2)
        )

    def test_what_is_not_mine_is_no_chance(self) -> None:
        outcome = run_rules(paper(), [made(lambda got, number: NOT_MINE)])
        self.assertEqual(outcome.chances, {})

    def test_a_doubtful_error_is_a_caution_with_its_doubt(self) -> None:
        def check(got: Paper, number: int) -> Verdict:
            return (slip(got, number, confidence=0.5, doubt="the light is bad"),)

        finding = run_rules(paper(), [made(check)]).findings[0]
        self.assertEqual(finding.severity, Severity.CAUTION)
        self.assertEqual(finding.message, "Entry 0. Not sure: the light is bad.")

    def test_house_severity_counts(self) -> None:
        house = house_from({"severity": {"cite-unlisted": "advice"}}, all_rules())
        finding = run_rules(paper(house=house), [rule("cite-unlisted")]).findings[0]
        self.assertEqual(finding.severity, Severity.ADVICE)

    def test_turning_a_rule_off_silences_it(self) -> None:
        for name in all_rules():
            house = house_from({"severity": {name: "off"}}, all_rules())
            self.assertEqual(Policy(load_guide("mla-9"), house).severity(name), Severity.OFF)
        house = house_from({"severity": {"cite-unlisted": "off"}}, all_rules())
        self.assertEqual(run_rules(paper(house=house), [rule("cite-unlisted")]).findings, ())

    def test_the_more_specific_rule_stays_whatever_the_order(self) -> None:
        def check(got: Paper, number: int) -> Verdict:
            return (slip(got, number),)

        general = made(check)
        special = made(check, base="list-duplicate", id="list-duplicate", outranks=("list-order",))
        for order in ([general, special], [special, general]):
            found = {f.rule.rule.id for f in run_rules(paper(), order).findings}
            self.assertEqual(found, {"list-duplicate"})

    def test_other_characters_of_the_same_entry_are_another_slip(self) -> None:
        def first(got: Paper, number: int) -> Verdict:
            where = got.entries[number].whole
            return (replace(slip(got, number), place=Place(where.paragraph, Span(0, 4))),)

        def later(got: Paper, number: int) -> Verdict:
            where = got.entries[number].whole
            return (replace(slip(got, number), place=Place(where.paragraph, Span(9, 12))),)

        special = made(first, base="list-duplicate", id="list-duplicate", outranks=("list-order",))
        self.assertEqual(len(run_rules(paper(), [special, made(later)]).findings), 4)

    def test_a_hole_that_nothing_fills_is_an_error_of_ours(self) -> None:
        self.assertEqual(fill("{a} and {b}", {"a": "x", "b": "y", "c": "z"}), "x and y")
        with self.assertRaises(KeyError):
            fill("{missing}", {})


class Keys(unittest.TestCase):
    def test_equal_slips_are_told_apart_by_their_order(self) -> None:
        text = TEXT.replace("# Works", "It grew (Quill 3). It grew (Quill 3).\n# Works")
        got = paper(text)
        keys = finding_keys(got, run_rules(got, all_rules().values()).findings)
        self.assertEqual(len(keys), len(set(keys)))

    def test_citation_keys_outlive_a_changed_list(self) -> None:
        before = paper()
        after = paper(TEXT + "Quill, Martha. *Harbour Letters*. Pond House, 2011.\n")
        self.assertEqual(before.citation_keys, after.citation_keys)
        self.assertEqual(before.entry_keys, after.entry_keys[:2])


class Habits(unittest.TestCase):
    def report(self, singles: int) -> dict[str, Any]:
        entries = "".join(
            f"{'{spacing=1} ' if n < singles else ''}{name}, Ada. *Gate*. Pond House, 1999.\n"
            for n, name in enumerate(("Abery", "Bray", "Carrow", "Dray", "Eade", "Finch"))
        )
        got = paper(
            f"All (Abery 1; Bray 1; Carrow 1; Dray 1; Eade 1; Finch 1).\n# Works Cited\n{entries}"
        )
        outcome = run_rules(got, all_rules().values(), strict=True)
        return build_report(got, outcome, file="x", guide={}, inputs={})

    def test_three_times_and_half_of_the_chances_make_a_habit(self) -> None:
        for singles, habit in ((1, False), (2, False), (3, True), (6, True)):
            with self.subTest(singles=singles):
                (found,) = self.report(singles)["habits"]
                self.assertEqual((found["broken"], found["chances"]), (singles, 6))
                self.assertEqual(found["habit"], habit)


class Registering(unittest.TestCase):
    def test_what_is_incomplete_is_refused(self) -> None:
        for name in ("grelt.rules.base", "grelt.rules.match"):
            with self.assertRaises(RuleBroken):
                registry._register(name, "match")
        with (
            mock.patch.object(registry, "catalogue", return_value={"cite-unlisted": "list"}),
            self.assertRaises(RuleBroken),
        ):
            registry._register("grelt.rules.match.cite_unlisted", "match")
