"""Notes read reference by reference, tracked over the paper, and what leans on what."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import Paper, analyse
from grelt.report.leaning import leaning_on

LIST = """
# Bibliography
Bray, Tomas. *Gates of the Reach*. Reach: Tidemark Press, 2019.
Okonjo, Adaeze, and Mara Quill. *Salt and Slack Water: A History*. Reach: Tidemark Press, 2021.
Pell, Dora. “Empty Boats.” *Reach Quarterly* 25, no. 2 (2012): 133–52.
"""
FULL = "Tomas Bray, *Gates of the Reach* (Reach: Tidemark Press, 2019), 9."


def paper_of(*notes: str) -> Paper:
    text = " ".join(f"The pond filled twice a day.^[{note}]" for note in notes)
    return analyse(parse_fragment(text + LIST), Policy(load_guide("chicago-17-notes")))


class Reading(unittest.TestCase):
    def kinds(self, *notes: str) -> list[tuple[str, str | None, tuple[int, ...]]]:
        paper = paper_of(*notes)
        return [
            (c.note_kind, c.locator, m.entries)
            for c, m in zip(paper.citations, paper.matches, strict=True)
        ]

    def test_each_form(self) -> None:
        for note, expected in (
            (FULL, ("full", "9", (0,))),
            ("Bray, *Gates*, 10–12.", ("short", "10–12", (0,))),
            ("Bray, 14.", ("short", "14", (0,))),
            ("See Bray, *Gates*, 14.", ("short", "14", (0,))),
            ("Pell, “Empty Boats,” 140.", ("short", "140", (2,))),
            ("Pell, “Empty Boats.”", ("short", None, (2,))),
            ("Okonjo and Quill, *Salt and Slack Water*, 3n2.", ("short", "3n2", (1,))),
            (
                "Bray, Tomas. *Gates of the Reach*. Reach: Tidemark Press, 2019.",
                ("list", None, (0,)),
            ),
            (
                "Dora Pell, “Empty Boats,” *Reach Quarterly* 25, no. 2 (2012): 140, "
                "https://doi.org/10.5555/rq.140.",
                ("full", "140", (2,)),
            ),
        ):
            with self.subTest(note=note):
                self.assertEqual(self.kinds(note), [expected])

    def test_several_in_one_note_with_words_between(self) -> None:
        found = self.kinds(
            "On gates, see Tomas Bray, *Gates of the Reach* (Reach: Tidemark Press, 2019), 9; on boats, "
            "see Pell, “Empty Boats,” 140. Neither says who paid."
        )
        self.assertEqual([(k, e) for k, _, e in found], [("full", (0,)), ("short", (2,))])

    def test_ibid_means_the_last_of_the_note_above(self) -> None:
        found = self.kinds(FULL, "Ibid., 10.", "Pell, “Empty Boats,” 140.", "See ibid.")
        self.assertEqual([e for _, _, e in found], [(0,), (0,), (2,), (2,)])

    def test_what_is_no_reference(self) -> None:
        for note in (
            "The word is still used at the basin.",
            "See note 3 above.",
            "He called it “the long goodbye” and laughed.",
            "In 1811 (a dry year) nobody came.",
        ):
            with self.subTest(note=note):
                self.assertEqual(self.kinds(note), [])

    def test_kinds_of_notes(self) -> None:
        paper = paper_of(
            FULL, "Ibid., 10.", "Bray, *Gates*, 11. He is wrong about this.", "Nobody knows."
        )
        kinds = [paper.kind_of_note(n) for n in range(4)]
        self.assertEqual(kinds, ["full", "ibid", "mixed", "discursive"])


class Leaning(unittest.TestCase):
    def test_a_chain_of_ibid_leans_on_its_head_and_the_next_short_note_on_the_full_one(
        self,
    ) -> None:
        paper = paper_of(
            FULL, "Ibid., 10.", "Ibid., 11.", "Pell, “Empty Boats,” 140.", "Bray, *Gates*, 12."
        )
        self.assertEqual(leaning_on(paper, 0), (1, 2, 4))
        self.assertEqual(leaning_on(paper, 1), (2,))
        self.assertEqual(leaning_on(paper, 3), ())

    def test_a_note_that_cites_nothing_carries_nothing(self) -> None:
        self.assertEqual(leaning_on(paper_of("Nobody knows.", FULL), 0), ())
