"""Correct entries and notes in forms that are seldom met: nothing about them is called wrong.

A line of `odd_entries/GUIDE.txt` is an entry in the notation of fragments, one of `odd_notes/GUIDE.txt` a note.
"""

from __future__ import annotations

import unittest
from pathlib import Path

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import Paper, analyse
from tests.core.test_entries_checked import paper_of

_NOTES = Path(__file__).parent / "odd_notes"
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
                len(path.read_text(encoding="utf-8").splitlines()), 5, path.stem
            )


class OddNotes(unittest.TestCase):
    def noted(self, words: str, guide: str) -> Paper:
        text = f"The pond filled twice a day.^[{words}]\n# Bibliography\nOkonjo, Adaeze. *Salt*. Lode: Gull Press, 2021."
        return analyse(parse_fragment(text), Policy(load_guide(guide)))

    def test_nothing_is_called_wrong_in_full_notes(self) -> None:
        compared = 0
        for path in sorted(_NOTES.glob("*.txt")):
            for line in path.read_text(encoding="utf-8").splitlines():
                paper = self.noted(line, path.stem)
                for number in range(len(paper.citations)):
                    checked = paper.note_references.of(number)
                    if checked is None:
                        continue
                    compared += 1
                    with self.subTest(guide=path.stem, note=line):
                        self.assertEqual([(d.rule, d.expected) for d in checked.differences], [])
        self.assertGreaterEqual(compared, 30)
