"""Whether references hold together: numbers that reckon, dates that can be, whatever they are."""

from __future__ import annotations

import unittest
from datetime import date, timedelta

from hypothesis import given, settings
from hypothesis import strategies as st
from stdnum import issn

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import analyse
from grelt.report.engine import run_rules
from grelt.rules.registry import all_rules

TEXT = "The pond filled twice a day (Okonjo).\n# Work Cited\n"
RULES = [r for r in all_rules().values() if r.family == "integrity"]


def found(entry: str, today: str = "") -> set[str]:
    paper = analyse(parse_fragment(TEXT + entry), Policy(load_guide("mla-9"), date=today))
    return {f.rule.id for f in run_rules(paper, RULES, strict=True).findings}


class Numbers(unittest.TestCase):
    @settings(deadline=None, max_examples=60)
    @given(st.integers(0, 10**12 - 1))
    def test_an_isbn_that_reckons_is_left_alone_and_one_figure_off_is_not(
        self, number: int
    ) -> None:
        body = f"978{number % 10**9:09d}"
        right = body + str(_ean(body))
        wrong = right[:-1] + str((int(right[-1]) + 1) % 10)
        entry = "Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021. ISBN {}."
        self.assertEqual(found(entry.format(right)), set())
        self.assertEqual(found(entry.format(wrong)), {"ref-isbn-invalid"})

    @settings(deadline=None, max_examples=40)
    @given(st.integers(0, 9_999_999))
    def test_an_issn_likewise(self, number: int) -> None:
        body = f"{number:07d}"
        right = body + issn.calc_check_digit(body)
        wrong = body + ("1" if right[-1] != "1" else "2")
        entry = "Okonjo, Adaeze. “Slack Water.” *Reach Quarterly*, vol. 4, 2021. ISSN {}-{}."
        self.assertEqual(found(entry.format(right[:4], right[4:])), set())
        self.assertEqual(found(entry.format(wrong[:4], wrong[4:])), {"ref-issn-invalid"})


def _ean(body: str) -> int:
    total = sum(int(c) * (3 if at % 2 else 1) for at, c in enumerate(body))
    return -total % 10


class Dates(unittest.TestCase):
    @settings(deadline=None, max_examples=60)
    @given(st.integers(0, 36_000))
    def test_a_day_of_the_calendar_is_left_alone(self, days: int) -> None:
        day = date(1925, 1, 1) + timedelta(days=days)
        written = f"{day.day} {day:%B} {day.year}"
        entry = f"Okonjo, Adaeze. “Slack Water.” *Shore Almanac*, {written}, shore.example/x."
        self.assertEqual(found(entry), set())

    def test_the_future_begins_after_the_day_of_the_check(self) -> None:
        entry = "Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2031."
        self.assertEqual(found(entry, "2026-11-26"), {"ref-date-impossible"})
        self.assertEqual(found(entry, "2031-02-01"), set())
        self.assertEqual(found(entry), set(), "without a day nothing is in the future")

    def test_a_book_of_next_year_may_be_out_already(self) -> None:
        entry = "Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2027."
        self.assertEqual(found(entry, "2026-11-26"), set())
