"""Citations found and matched on the marked sets: what was reached is not lost again."""

from __future__ import annotations

import unittest

from benchmarks.citation_sets import run, total
from tests.core.marked import marked_papers

SETS = ("development", "sealed", "sealed-2", "sealed-3")
LEAST = 0.98
# What a paper of the sets is rightly told.
TRUE_FINDINGS = {"cite-unlisted", "note-ibid-other-source", "note-ibid-discouraged"}


class MarkedSets(unittest.TestCase):
    def test_precision_recall_and_matches(self) -> None:
        for which in SETS:
            whole = total(run(which))
            with self.subTest(set=which):
                self.assertGreater(whole.found, 60)
                self.assertGreaterEqual(whole.precision, LEAST)
                self.assertGreaterEqual(whole.recall, LEAST)
                self.assertGreaterEqual(whole.accuracy, LEAST)

    def test_correct_papers_get_no_other_findings(self) -> None:
        for which in SETS:
            findings = total(run(which)).findings
            false = {rule: n for rule, n in findings.items() if rule not in TRUE_FINDINGS}
            self.assertLessEqual(sum(false.values()), 1, false)

    def test_the_sets_cover_all_guides_and_five_formats(self) -> None:
        papers = [paper for which in SETS for paper in marked_papers(which)]
        self.assertGreaterEqual(len(papers), 45)
        self.assertEqual(len({p.guide for p in papers}), 6)
        self.assertEqual({p.format for p in papers}, {"docx", "odt", "html", "md", "txt"})
