"""Short notes are made from what the entry gives, and not at all where that is not enough."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import analyse
from grelt.short_notes import short_note

GUIDE = load_guide("chicago-17-notes")


class ShortNotes(unittest.TestCase):
    def test_made_from_entries(self) -> None:
        for entry, locator, expected in (
            ("Okonjo, Adaeze. *Salt and Slack Water: A History*. Reach: Tidemark Press, 2021.", "14",
             "Okonjo, Salt and Slack Water, 14."),
            ("Okonjo, Adaeze. *The Water*. Reach: Tidemark Press, 2021.", None, "Okonjo, Water."),
            ("Pell, Dora. “Empty Boats.” *Reach Quarterly* 25, no. 2 (2012): 133–52.", "140",
             "Pell, “Empty Boats,” 140."),
            ("Pell, Dora. “Empty Boats.” *Reach Quarterly* 25, no. 2 (2012): 133–52.", None,
             "Pell, “Empty Boats.”"),
            ("Marsh, Lena, and Owen Tully. *Horse Power*. Reach: Pond House, 2010.", "9–11",
             "Marsh and Tully, Horse Power, 9–11."),
            ("Lund, Isa, Karl Osei, and Mara Quill. *Cold Trades*. Reach: Pond House, 2020.", "3",
             "Lund, Osei, and Quill, Cold Trades, 3."),
            ("Lund, Isa, Karl Osei, Mara Quill, and Jo Fen. *Cold Trades*. Reach: Pond House, 2020.", "3",
             "Lund et al., Cold Trades, 3."),
            ("*Tide Tables of the Reach*. Reach: Pond House, 2020.", "3", None),
        ):  # fmt: skip
            paper = analyse(parse_fragment(f"Words.\n# Bibliography\n{entry}"), Policy(GUIDE))
            with self.subTest(entry=entry):
                made = short_note(paper.entries[0], locator, GUIDE.notes)
                if expected is None:
                    self.assertNotIn("Reach, ", made or "")
                else:
                    self.assertEqual(made, expected)

    def test_a_long_title_is_left_to_the_writer(self) -> None:
        entry = "Okonjo, Adaeze. *What the Water Said to the Wall*. Reach: Tidemark Press, 2021."
        paper = analyse(parse_fragment(f"Words.\n# Bibliography\n{entry}"), Policy(GUIDE))
        self.assertIsNone(short_note(paper.entries[0], "14", GUIDE.notes))
