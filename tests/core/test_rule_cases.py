"""Every rule against every case: its own must be flagged or left alone, and no other may speak.

A class a family, a test a rule: `bin/grelt test rule cite-placement` runs one.
"""

from __future__ import annotations

import unittest
from collections.abc import Callable

from grelt.rules.cases import cases_of
from grelt.rules.registry import Registered, all_rules

from .case_runner import CaseRunner, policies


class RuleCases(unittest.TestCase):
    """The cases of one family; its tests are made below."""

    def holds(self, rule: Registered) -> None:
        runner, cases = CaseRunner(all_rules()), cases_of(rule)
        for case in cases.flag:
            for policy in policies(case, rule):
                with self.subTest(flag=case.why, guide=policy.guide.id):
                    runner.flagged(rule, case, policy)
        for case in cases.keep:
            for policy in policies(case, rule):
                with self.subTest(keep=case.why, guide=policy.guide.id):
                    runner.left_alone(rule, case, policy)
        self.assertTrue(any(c.shown for c in cases.flag))
        self.assertTrue(any(c.shown for c in cases.keep))
        texts = [(c.text, c.guide, str(c.house), c.records) for c in (*cases.flag, *cases.keep)]
        self.assertEqual(len(texts), len(set(texts)), "a case stands twice")


def _test(rule: Registered) -> Callable[[RuleCases], None]:
    def test(self: RuleCases) -> None:
        self.holds(rule)

    return test


def _classes() -> dict[str, type[RuleCases]]:
    """A class for each family; of a large one several, for they run side by side."""
    found: dict[str, dict[str, Callable[[RuleCases], None]]] = {}
    for number, rule in enumerate(all_rules().values()):
        part = f"{rule.family.replace('-', ' ').title().replace(' ', '')}Rules{number // 12}"
        found.setdefault(part, {})[f"test_{rule.id.replace('-', '_')}"] = _test(rule)
    return {name: type(name, (RuleCases,), {"__module__": __name__, **tests}) for name, tests in found.items()}  # fmt: skip


globals().update(_classes())
