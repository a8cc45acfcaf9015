"""Runs a case of a rule: every rule looks at the fragment, the one under test must flag it or leave it
alone, no other may speak, and what it expects is put in its place and looked at again.

`test_rule_cases` runs it over every rule; `test_case_runner` over planted bad ones, to see that it notices.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from html import escape

from grelt.document import Document
from grelt.document.fragment import parse_fragment, with_text_replaced
from grelt.findings import Severity, Slip
from grelt.forms.compose import holds_gap
from grelt.guides import House, Policy, available_guides, load_guide
from grelt.guides.house import house_from
from grelt.paper import Paper, analyse
from grelt.records import read_records
from grelt.report.engine import Finding, Outcome, run_rules
from grelt.rules.cases import Case
from grelt.rules.registry import Registered, all_rules
from grelt.structure import prepared
from grelt.text.spans import Span


class CaseFailed(AssertionError):
    """A case that does not hold, in words."""


@dataclass(frozen=True)
class CaseRunner:
    """Runs cases with a set of rules (all of ours, unless others are planted among them)."""

    rules: Mapping[str, Registered]

    def flagged(self, rule: Registered, case: Case, policy: Policy) -> Outcome:
        """The case's words are flagged, exactly they and by this rule alone, and its correction holds.
        Raises `CaseFailed`."""
        paper, outcome = self._run(case.text, policy, case.records)
        mine = [f for f in outcome.findings if f.rule.id == rule.id]
        _same([f.found or "" for f in mine], list(case.marked), "marked")
        others = sorted({f.rule.id for f in outcome.findings} - {rule.id, *case.also})
        _same(others, [], "one slip gave findings of other rules")
        for finding in mine:
            _same(finding.slip.expected, case.expected, "expected")
            if case.severity is not None:
                _same(str(finding.severity), case.severity, "severity")
        if prepared(parse_fragment(case.text)) != paper.document:
            raise CaseFailed("a rule changed the paper")
        if case.expected is not None:
            self._correction_holds(rule, paper.document, policy, outcome)
        return outcome

    def left_alone(self, rule: Registered, case: Case, policy: Policy) -> Outcome:
        """Nothing is said of the case, and the rule looked at it. Raises `CaseFailed`."""
        _, outcome = self._run(case.text, policy, case.records)
        said = [(f.rule.id, f.message) for f in outcome.findings if f.rule.id not in case.also]
        _same(said, [], "a right case is called wrong")
        looked = rule.id in outcome.chances
        if looked == case.not_mine:
            why = "the rule had a chance after all" if looked else "the rule never said “right”"
            raise CaseFailed(why)
        return outcome

    def _run(self, text: str, policy: Policy, records: str) -> tuple[Paper, Outcome]:
        paper = analysed(text, policy, records)
        return paper, self.outcome(paper)

    def outcome(self, paper: Paper) -> Outcome:
        return run_rules(paper, self.rules.values(), strict=True)

    def _correction_holds(
        self, rule: Registered, document: Document, policy: Policy, outcome: Outcome
    ) -> None:
        mine = [f for f in outcome.findings if f.rule.id == rule.id]
        after = self.outcome(analyse(corrected(document, mine), policy))
        # What the rule outranked may show once its own slip is gone.
        before = {f.rule.id for f in outcome.findings} | set(rule.rule.outranks)
        # A place held for what is missing stays a finding, and leads no citation home.
        gaps = any(holds_gap(f.slip.expected or "") for f in mine)
        left = [f.rule.id for f in after.findings if not (gaps and f.rule.family == "match")]
        if rule.id in left and not gaps:
            raise CaseFailed(f"still found after its own correction: {_said(after)}")
        new = [r for r in left if r not in before]
        if new:
            raise CaseFailed(f"the correction broke something: {_said(after)}")


def _same(got: object, wanted: object, what: str) -> None:
    if got != wanted:
        raise CaseFailed(f"{what}: {got!r}, wanted {wanted!r}")


def _said(outcome: Outcome) -> list[tuple[str, str | None, str | None]]:
    return [(f.rule.id, f.found, f.slip.expected) for f in outcome.findings]


def policies(case: Case, rule: Registered) -> list[Policy]:
    """The case's own guide, or every guide in which the rule is on."""
    house = house_from(case.house, all_rules()) if case.house is not None else House()
    guides = [case.guide] if case.guide else list(available_guides())
    found = [Policy(load_guide(guide), house) for guide in guides]
    return [p for p in found if p.guide.rules[rule.id].severity is not Severity.OFF]


def analysed(text: str, policy: Policy, records: str = "") -> Paper:
    """A fragment as a paper; it is analysed once a process, whoever looks at it."""
    return _analysed(text, policy.guide.id, _frozen(policy.house), policy.date, records)


_Frozen = tuple[tuple[tuple[str, str], ...], tuple[tuple[str, Severity], ...]]


def _frozen(house: House) -> _Frozen:
    return tuple(sorted(house.options.items())), tuple(sorted(house.severities.items()))


@lru_cache(maxsize=4000)
def _analysed(text: str, guide: str, house: _Frozen, date: str, records: str) -> Paper:
    options, severities = house
    policy = Policy(load_guide(guide), House(dict(options), dict(severities)), date)
    return analyse(parse_fragment(text), policy, records=read_records(records) if records else None)


def corrected(document: Document, findings: Iterable[Finding]) -> Document:
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
