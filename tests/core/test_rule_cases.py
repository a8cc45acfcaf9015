"""Every rule against every case: its own must be flagged or left alone, and no other may speak."""

from __future__ import annotations

import unittest
from dataclasses import replace
from html import escape

from grelt.document import Document
from grelt.document.fragment import parse_fragment, with_text_replaced
from grelt.findings import Severity, Slip
from grelt.guides import House, Policy, available_guides, load_guide
from grelt.guides.house import house_from
from grelt.paper import Paper, analyse
from grelt.records import read_records
from grelt.report.engine import Finding, Outcome, run_rules
from grelt.rules.cases import Case, Cases, cases_of
from grelt.rules.registry import Registered, all_rules
from grelt.text.spans import Span


def policies(case: Case, rule: Registered) -> list[Policy]:
    """The case's own guide, or every guide in which the rule is on."""
    house = house_from(case.house, all_rules()) if case.house is not None else House()
    guides = [case.guide] if case.guide else list(available_guides())
    found = [Policy(load_guide(guide), house) for guide in guides]
    return [p for p in found if p.guide.rules[rule.id].severity is not Severity.OFF]


def run(document: Document, policy: Policy, records: str = "") -> tuple[Paper, Outcome]:
    paper = analyse(document, policy, records=read_records(records) if records else None)
    return paper, run_rules(paper, all_rules().values(), strict=True)


def corrected(document: Document, findings: list[Finding]) -> Document:
    """The document with every expected text put in its place, last place first."""
    slips = [f.slip for f in findings if f.slip.place is not None and f.slip.expected is not None]
    for slip in sorted(slips, key=_where, reverse=True):
        place = slip.place
        assert place is not None and slip.expected is not None
        markup = slip.markup or (
            escape(slip.expected, quote=False) if slip.entry is not None else ""
        )
        document = with_text_replaced(
            document, place.paragraph, place.span, slip.expected, markup=markup
        )
    return document


def _where(slip: Slip) -> tuple[int, Span]:
    assert slip.place is not None
    return slip.place.paragraph, slip.place.span


class RuleCases(unittest.TestCase):
    def every(self) -> list[tuple[Registered, Cases]]:
        return [(rule, cases_of(rule)) for rule in all_rules().values()]

    def test_every_rule_has_cases_of_both_kinds_and_a_pair_to_show(self) -> None:
        for rule, cases in self.every():
            with self.subTest(rule=rule.id):
                self.assertTrue(any(c.shown for c in cases.flag))
                self.assertTrue(any(c.shown for c in cases.keep))
                texts = [(c.text, str(c.house), c.records) for c in (*cases.flag, *cases.keep)]
                self.assertEqual(len(texts), len(set(texts)), "a case stands twice")

    def test_flag_cases_are_flagged_at_the_exact_words_and_nowhere_else(self) -> None:
        for rule, cases in self.every():
            for case in cases.flag:
                for policy in policies(case, rule):
                    with self.subTest(rule=rule.id, why=case.why, guide=policy.guide.id):
                        self._flagged(rule, case, policy)

    def _flagged(self, rule: Registered, case: Case, policy: Policy) -> None:
        document = parse_fragment(case.text)
        paper, outcome = run(document, policy, case.records)
        mine = [f for f in outcome.findings if f.rule.id == rule.id]
        self.assertEqual([f.found or "" for f in mine], list(case.marked))
        others = {f.rule.id for f in outcome.findings} - {rule.id, *case.also}
        self.assertEqual(others, set(), "one slip gave findings of other rules")
        for finding in mine:
            if case.expected is not None:
                self.assertEqual(finding.slip.expected, case.expected)
            else:
                self.assertIsNone(finding.slip.expected)
            if case.severity is not None:
                self.assertEqual(finding.severity, case.severity)
            if finding.slip.place is not None:
                self.assertEqual(paper.text_at(finding.slip.place), finding.found)
        self.assertEqual(parse_fragment(case.text), document, "a rule changed the paper")
        if case.expected is not None:
            self._correction_holds(rule, document, policy, list(outcome.findings))

    def _correction_holds(
        self, rule: Registered, document: Document, policy: Policy, findings: list[Finding]
    ) -> None:
        better = corrected(document, [f for f in findings if f.rule.id == rule.id])
        _, outcome = run(better, policy)
        # What the rule outranked may show once its own slip is gone.
        before = {f.rule.id for f in findings} | set(rule.rule.outranks)
        after = [f.rule.id for f in outcome.findings]
        if "[" in str([f.slip.expected for f in findings]):
            return  # a place held for what is missing stays a finding
        self.assertNotIn(rule.id, after, "still found after its own correction")
        self.assertEqual([r for r in after if r not in before], [], "a correction broke something")

    def test_keep_cases_are_left_alone(self) -> None:
        for rule, cases in self.every():
            for case in cases.keep:
                for policy in policies(case, rule):
                    with self.subTest(rule=rule.id, why=case.why, guide=policy.guide.id):
                        self._left_alone(rule, case, policy)

    def _left_alone(self, rule: Registered, case: Case, policy: Policy) -> None:
        _, outcome = run(parse_fragment(case.text), policy, case.records)
        said = [(f.rule.id, f.message) for f in outcome.findings if f.rule.id not in case.also]
        self.assertEqual(said, [])
        looked = outcome.chances.get(rule.id)
        if case.not_mine:
            self.assertIsNone(looked, "the rule had a chance after all")
        else:
            self.assertIsNotNone(looked, "silent by oversight: the rule never said “right”")

    def test_turning_a_rule_off_silences_it(self) -> None:
        for rule, cases in self.every():
            case = cases.flag[0]
            for policy in policies(case, rule):
                house = replace(
                    policy.house, severities={**policy.house.severities, rule.id: Severity.OFF}
                )
                _, outcome = run(parse_fragment(case.text), Policy(policy.guide, house))
                self.assertNotIn(rule.id, {f.rule.id for f in outcome.findings})
