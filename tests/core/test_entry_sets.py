"""Entries cut, told and checked on the marked sets: what was reached is not lost again."""

from __future__ import annotations

import unittest
from collections import Counter
from functools import cache

from grelt import api
from grelt.works import KINDS

from .marked_entries import load_set
from .measured_entries import Measured, measure

SETS = (
    "development",
    "sealed",
    "sealed-2",
    "sealed-3",
    "sealed-4",
    "sealed-5",
    "sealed-6",
    "sealed-7",
    "sealed-8",
    "sealed-9",
    "sealed-10",
    "sealed-11",
)
HEADINGS = {
    "mla-9": "Works Cited",
    "apa-7": "References",
    "chicago-17-notes": "Bibliography",
    "chicago-17-author-date": "References",
}
GUIDES = ("mla-9", "apa-7", "chicago-17-notes", "chicago-17-author-date")


@cache
def measured() -> dict[str, list[Measured]]:
    found: dict[str, list[Measured]] = {guide: [] for guide in GUIDES}
    for name in SETS:
        for entry in load_set(name):
            found[entry.guide].append(measure(entry))
    return found


class MarkedEntries(unittest.TestCase):
    def share(self, guide: str, part: str, whole: str) -> float:
        found = measured()[guide]
        return float(
            sum(getattr(m, part) for m in found) / max(1, sum(getattr(m, whole) for m in found))
        )

    def test_correct_entries_get_no_error_and_no_caution(self) -> None:
        for guide in GUIDES:
            with self.subTest(guide=guide):
                found = measured()[guide]
                alarms = [line for m in found for line in m.wrong if line.startswith("ALARM")]
                self.assertGreaterEqual(sum(m.clean for m in found) / len(found), 0.99, alarms)

    def test_planted_slips_are_found_by_their_rule_and_put_right(self) -> None:
        for guide in GUIDES:
            with self.subTest(guide=guide):
                missed = [x for m in measured()[guide] for x in m.wrong if x.startswith("MISS")]
                self.assertGreaterEqual(
                    self.share(guide, "faults_found", "faults_total"), 0.95, missed
                )
                self.assertGreaterEqual(self.share(guide, "faults_exact", "faults_total"), 0.93)

    def test_kinds_and_elements_are_told_right(self) -> None:
        for guide in GUIDES:
            with self.subTest(guide=guide):
                found = measured()[guide]
                self.assertGreaterEqual(sum(m.kind_right for m in found) / len(found), 0.96)
                self.assertGreaterEqual(self.share(guide, "elements_right", "elements_total"), 0.99)

    def test_the_sets_are_large_and_cover_every_kind(self) -> None:
        entries = [e for name in SETS for e in load_set(name)]
        count = Counter(e.guide for e in entries)
        for guide in GUIDES:
            self.assertGreaterEqual(count[guide], 150, guide)
        self.assertGreaterEqual(sum(len(e.faults) for e in entries), 300)
        self.assertEqual({e.kind for e in entries}, set(KINDS))

    def test_where_italics_are_not_seen_nothing_is_guessed(self) -> None:
        entries = [e for name in SETS for e in load_set(name)][::4]
        wrong = []
        for entry in entries:
            plain = entry.text.replace("*", "")
            text = f"The pond filled.\n\n{HEADINGS[entry.guide]}\n\n{plain}\n\nOkonjo, Adaeze. Salt. Lode: Gull Press, 2021.\n"
            report = api.check(text.encode(), "list.txt", api.CheckInputs(entry.guide))
            wrong += [
                (f["rule"], f["found"], plain)
                for f in report["findings"]
                if f["entry"] == report["entries"][0]["id"]
                and f["family"] == "entry"
                and f["severity"] in ("error", "caution")
            ]
        self.assertLessEqual(len(wrong), len(entries) // 200, wrong)
