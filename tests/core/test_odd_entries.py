"""Correct entries in forms that are seldom met: nothing about them is called wrong.

A line of `odd_entries/GUIDE.txt` is an entry in the notation of fragments.
"""

from __future__ import annotations

import unittest
from pathlib import Path

from tests.core.test_entries_checked import paper_of

_FOLDER = Path(__file__).parent / "odd_entries"
# Less is told as a hint.
_TOLD = 0.75
# An abbreviation is advice.
_ADVICE = frozenset(("entry-abbreviation",))


class OddEntries(unittest.TestCase):
    def test_nothing_is_called_wrong(self) -> None:
        for path in sorted(_FOLDER.glob("*.txt")):
            for line in path.read_text(encoding="utf-8").splitlines():
                with self.subTest(guide=path.stem, entry=line):
                    references = paper_of(line, guide=path.stem).references
                    self.assertEqual(len(references.entries), 1)
                    found = [
                        (d.rule, d.expected)
                        for d in references.of(0).differences
                        if d.confidence >= _TOLD and d.rule not in _ADVICE
                    ]
                    self.assertEqual(found, [])

    def test_there_are_enough_of_each_guide(self) -> None:
        for path in _FOLDER.glob("*.txt"):
            self.assertGreaterEqual(
                len(path.read_text(encoding="utf-8").splitlines()), 10, path.stem
            )
