"""Cases of the page's rules as files: what is told of a fragment is told of the same paper in each format that
can tell it, and of no format that cannot."""

from __future__ import annotations

import unittest
from collections.abc import Iterator

from demo.essay import Essay
from demo.write import file_of
from grelt.document import Document
from grelt.document.fragment import parse_fragment
from grelt.guides import Policy
from grelt.paper import analyse
from grelt.readers import read_paper
from grelt.report.engine import run_rules
from grelt.rules.cases import Case, cases_of
from grelt.rules.registry import Registered, all_rules

from .case_runner import policies

PAGE = tuple(r for r in all_rules().values() if r.family == "page")
# What a word processor's file keeps, and what a page of HTML says of paragraphs.
WHOLE = ("docx", "odt")
# These go by what the paper says, and not by how it is laid out.
OF_WORDS = frozenset(("page-abstract", "page-keywords", "page-appendix"))
OF_PARAGRAPHS = frozenset(("page-line-spacing", "page-font", "page-font-size"))


def written(document: Document, guide: str, format: str) -> tuple[str, bytes]:
    face = "Tideway Serif"
    essay = Essay("paper", "Iris Vale", 1, "", guide, "", "direct", face, format, (), document)
    return file_of(essay)


def cases() -> Iterator[tuple[Registered, Case, Policy, bool]]:
    for rule in PAGE:
        found = cases_of(rule)
        for case, wrong in [(c, True) for c in found.flag] + [(c, False) for c in found.keep]:
            if case.not_mine and not case.text.startswith("§"):
                continue  # a fragment without a page of its own is written on the usual one
            for policy in policies(case, rule):
                yield rule, case, policy, wrong


class InEveryFormat(unittest.TestCase):
    def told(self, document: Document, policy: Policy, rule: Registered) -> list[str]:
        outcome = run_rules(analyse(document, policy), [rule], strict=True)
        return [f.slip.template for f in outcome.findings]

    def test_as_word_processors_keep_them(self) -> None:
        for rule, case, policy, wrong in cases():
            fragment = parse_fragment(case.text)
            for format in WHOLE:
                with self.subTest(rule=rule.id, why=case.why, format=format):
                    name, data = written(fragment, policy.guide.id, format)
                    found = self.told(read_paper(data, name), policy, rule)
                    self.assertEqual(found, self.told(fragment, policy, rule))
                    self.assertEqual(bool(found), wrong)

    def test_as_pages_of_html(self) -> None:
        for rule, case, policy, wrong in cases():
            if "house" in (case.house or {}) or ("{spacing" in case.text and not wrong):
                continue
            fragment = parse_fragment(case.text)
            with self.subTest(rule=rule.id, why=case.why):
                name, data = written(fragment, policy.guide.id, "html")
                found = self.told(read_paper(data, name), policy, rule)
                if not wrong:
                    self.assertEqual(found, [])
                elif rule.id in OF_PARAGRAPHS:
                    self.assertEqual(found, self.told(fragment, policy, rule))

    def test_text_alone_says_nothing_of_a_page(self) -> None:
        for rule, case, policy, _ in cases():
            if rule.id in OF_WORDS:
                continue
            fragment = parse_fragment(case.text)
            words = "\n\n".join(p.text for p in fragment.paragraphs)
            with self.subTest(rule=rule.id, why=case.why):
                found = self.told(read_paper(words.encode(), "paper.txt"), policy, rule)
                # Capitals, a period and quotation marks are text.
                self.assertLessEqual(set(found), {"capitals", "period", "quotes"})


if __name__ == "__main__":
    unittest.main()
