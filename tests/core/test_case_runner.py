"""The runner of cases itself: rules that misbehave are planted among ours, and it must notice each."""

from __future__ import annotations

import unittest
from dataclasses import replace

from grelt.errors import RuleMisbehaved
from grelt.findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from grelt.guides import Policy, load_guide
from grelt.paper import Paper
from grelt.report.engine import run_rules
from grelt.rules.base import Check, Rule
from grelt.rules.cases import Case
from grelt.rules.registry import Registered, all_rules, rule
from grelt.text.spans import Span

from .case_runner import CaseFailed, CaseRunner, analysed, corrected

POLICY = Policy(load_guide("mla-9"))
RIGHT_TEXT = "Salt keeps (Okonjo 9).\n# Work Cited\nOkonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021."
SLIP_TEXT = RIGHT_TEXT.replace("(Okonjo 9)", "(Okonjo, 9)")
COMMA = rule("cite-comma-before-page")


def planted(check: Check, *, base: str = "list-order", **more: object) -> CaseRunner:
    """All our rules, and in the place of one of them a rule with another check."""
    registered = rule(base)
    bad = Rule(
        id=base, subject=Subject.ENTRY, label="label", mark="mark", messages={"one": "Said."},
        check=check,
    )  # fmt: skip
    rules = dict(all_rules())
    rules[base] = replace(registered, rule=replace(bad, **more))  # type: ignore[arg-type]
    return CaseRunner(rules)


def flagging(words: str, expected: str | None) -> Check:
    """A check that flags words of the entry."""

    def check(paper: Paper, number: int) -> Verdict:
        entry = paper.entries[number]
        at = entry.text.find(words)
        if at < 0:
            return RIGHT
        place = entry.place(Span(at, at + len(words)))
        return (Slip("one", (), place, expected=expected, entry=number),)

    return check


def case(words: str, expected: str | None, text: str = RIGHT_TEXT, **more: object) -> Case:
    made = Case(text, "planted", (words,), expected, guide="mla-9")
    return replace(made, **more)  # type: ignore[arg-type]


class ABadRule(unittest.TestCase):
    def fails(self, runner: CaseRunner, bad: Registered, what: Case, why: str) -> None:
        with self.assertRaisesRegex(CaseFailed, why):
            runner.flagged(runner.rules[bad.id], what, POLICY)

    def test_a_correction_that_leaves_its_slip_is_noticed(self) -> None:
        runner = planted(flagging("2021", "c. 2021"))
        self.fails(runner, rule("list-order"), case("2021", "c. 2021"), "after its own correction")

    def test_brackets_elsewhere_in_the_correction_excuse_nothing(self) -> None:
        # Only a place held for what is missing may stay.
        runner = planted(flagging("2021", "[in] 2021"))
        bad = rule("list-order")
        self.fails(runner, bad, case("2021", "[in] 2021"), "after its own correction")

    def test_a_correction_that_breaks_something_is_noticed(self) -> None:
        runner = planted(flagging("Tidemark Press, 2021", "2021, Tidemark Press"))
        bad = case("Tidemark Press, 2021", "2021, Tidemark Press")
        self.fails(runner, rule("list-order"), bad, "broke something")

    def test_a_finding_that_expects_what_stands_there_is_noticed(self) -> None:
        runner = planted(flagging("2021", "2021"))
        with self.assertRaisesRegex(RuleMisbehaved, "expects what stands there"):
            runner.flagged(runner.rules["list-order"], case("2021", "2021"), POLICY)

    def test_a_finding_over_an_empty_stretch_is_noticed(self) -> None:
        def check(paper: Paper, number: int) -> Verdict:
            place = paper.entries[number].place(Span(4, 4))
            return (Slip("one", (), place, expected="x", entry=number),)

        runner = planted(check)
        with self.assertRaisesRegex(RuleMisbehaved, "no characters"):
            runner.flagged(runner.rules["list-order"], case("", "x"), POLICY)

    def test_two_rules_for_one_slip_are_noticed(self) -> None:
        def check(paper: Paper, number: int) -> Verdict:
            citation = paper.citations[number]
            if citation.text != "(Okonjo, 9)":
                return NOT_MINE
            place = Place(citation.paragraph, citation.span)
            return (Slip("one", (), place, citation=number),)

        runner = planted(check, subject=Subject.CITATION, any_system=True)
        comma = case(", ", " ", SLIP_TEXT)
        self.fails(runner, COMMA, comma, "findings of other rules")
        CaseRunner(all_rules()).flagged(COMMA, comma, POLICY)

    def test_other_words_and_another_text_are_noticed(self) -> None:
        runner = CaseRunner(all_rules())
        self.fails(runner, COMMA, case(",", " ", SLIP_TEXT), "marked")
        self.fails(runner, COMMA, case(", ", "; ", SLIP_TEXT), "expected")
        self.fails(runner, COMMA, case(", ", " ", SLIP_TEXT, severity="advice"), "severity")

    def test_a_right_case_that_is_flagged_is_noticed(self) -> None:
        with self.assertRaisesRegex(CaseFailed, "called wrong"):
            CaseRunner(all_rules()).left_alone(COMMA, case("", None, SLIP_TEXT), POLICY)

    def test_silence_by_oversight_is_noticed(self) -> None:
        runner = planted(lambda paper, number: NOT_MINE, base=COMMA.id)
        with self.assertRaisesRegex(CaseFailed, "never said"):
            runner.left_alone(COMMA, case("", None), POLICY)
        with self.assertRaisesRegex(CaseFailed, "had a chance"):
            CaseRunner(all_rules()).left_alone(COMMA, case("", None, not_mine=True), POLICY)


class TheEngine(unittest.TestCase):
    """Outside of tests an idle finding is dropped, and said to be a fault of ours."""

    def test_it_drops_what_nobody_could_act_on(self) -> None:
        runner = planted(flagging("2021", "2021"))
        outcome = run_rules(analysed(RIGHT_TEXT, POLICY), [runner.rules["list-order"]])
        self.assertEqual(outcome.findings, ())
        self.assertEqual(outcome.faults, (("list-order", "expects what stands there"),))

    def test_italics_alone_are_a_change(self) -> None:
        def check(paper: Paper, number: int) -> Verdict:
            entry = paper.entries[number]
            at = entry.text.index("Salt and Slack Water")
            place = entry.place(Span(at, at + 20))
            return (Slip("one", (), place, expected="Salt and Slack Water",
                         markup="Salt and Slack Water", entry=number),)  # fmt: skip

        outcome = run_rules(analysed(SLIP_TEXT, POLICY), [planted(check).rules["list-order"]])
        self.assertEqual(len(outcome.findings), 1)


class PuttingRight(unittest.TestCase):
    def test_every_expected_text_goes_to_its_place(self) -> None:
        bare = SLIP_TEXT.replace("*Salt", "Salt").replace("Water*", "Water")
        paper = analysed(bare, POLICY)
        outcome = CaseRunner(all_rules()).outcome(paper)
        better = corrected(paper.document, outcome.findings)
        self.assertEqual(better.paragraphs[0].text, "Salt keeps (Okonjo 9).")
        self.assertEqual([s.of(better.paragraphs[2].text) for s in better.paragraphs[2].italics],
                         ["Salt and Slack Water"])  # fmt: skip
