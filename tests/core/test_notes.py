"""Notes read reference by reference, tracked over the paper, and what leans on what."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.matching import UnlistedWorks
from grelt.paper import Paper, analyse
from grelt.report.engine import run_rules
from grelt.report.leaning import leaning_on
from grelt.rules.registry import all_rules

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
        self.assertEqual(leaning_on(paper)[0], (1, 2, 4))
        self.assertEqual(leaning_on(paper)[1], (2,))
        self.assertEqual(leaning_on(paper)[3], ())

    def test_a_note_that_cites_nothing_carries_nothing(self) -> None:
        self.assertEqual(leaning_on(paper_of("Nobody knows.", FULL))[0], ())


# Correct notes of many kinds, in the order of a paper: (what the text says, the note).
MANY = (
    (
        "The lock was long.",
        "Victor Aske, “The Long Lock,” in *Locks and Lives*, ed. Edda Ingram and Viktor Orme (Reach: Heron House, 2011), 22.",
    ),
    (
        "The board said so.",
        "Canal Board, *Report on the State of the Works* (Saltmarsh: Canal Board, 1822), 9.",
    ),
    (
        "It had a right to the water.",
        "Piers Dray, “Water Rights” (PhD diss., Saltmarsh Reach College, 2014), 31–33.",
    ),
    (
        "A walker saw it.",
        "Ada Holt, “A Walk along the Cut,” *Shore Almanac*, May 3, 2020, https://shorealmanac.example/walk.",
    ),
    (
        "So did a priest.",
        "Elias Lowe, *Diary of a Basin Priest*, trans. Isa Lund, 2nd ed. (Reach: Heron House, 1933), 1:71.",
    ),
    (
        "There were three.",
        "Sabine O’Dell, Mara Quill, and Jo Fen, *Three Basins* (Reach: Tidemark Press, 2001), ix–x, 4.",
    ),
    (
        "The Dutch had more.",
        "Ilse van der Meer, “Low Country Locks,” *Estuary Past* 12 (Spring 2008): 101, https://doi.org/10.5555/ep.12.99.",
    ),
    (
        "Again.",
        "Aske, “Long Lock,” 30; Dray, “Water Rights,” 40.",
    ),
    (
        "And again.",
        "Van der Meer, “Low Country Locks,” 110n3.",
    ),
    (
        "The priest again.",
        "Lowe, *Diary*, 2:4.",
    ),
    (
        "The three.",
        "O’Dell, Quill, and Fen, *Three Basins*, 12, 14–15.",
    ),
    (
        "The board.",
        "Canal Board, *Report*, 11.",
    ),
    (
        "The walk.",
        "Holt, “Walk along the Cut.”",
    ),
    (
        "A letter.",
        "Abel Thorn to the Canal Board, May 3, 1791, Osier Cut Papers, box 2, folder 4, Saltmarsh Reach College Archive.",
    ),
    (
        "Talk.",
        "Maeve Lorne, interview by the author, June 3, 2024.",
    ),
    (
        "Scripture.",
        "John 3:16 (Reach Version).",
    ),
    (
        "Law.",
        "An Act for Making the Cut, 31 Geo. 3, c. 68 (1791).",
    ),
    (
        "Both.",
        "See Aske, “Long Lock,” 31, for the opposite view; cf. Dray, “Water Rights,” 41.",
    ),
    (
        "Emphasis.",
        "O’Dell, Quill, and Fen, *Three Basins*, 13 (my emphasis).",
    ),
)
MANY_LISTED = """
# Bibliography
Aske, Victor. “The Long Lock.” In *Locks and Lives*, edited by Edda Ingram and Viktor Orme, 20–41. Reach: Heron House, 2011.
Canal Board. *Report on the State of the Works*. Saltmarsh: Canal Board, 1822.
Dray, Piers. “Water Rights.” PhD diss., Saltmarsh Reach College, 2014.
Holt, Ada. “A Walk along the Cut.” *Shore Almanac*. May 3, 2020. https://shorealmanac.example/walk.
Lowe, Elias. *Diary of a Basin Priest*. Translated by Isa Lund. 2nd ed. 2 vols. Reach: Heron House, 1933.
O’Dell, Sabine, Mara Quill, and Jo Fen. *Three Basins*. Reach: Tidemark Press, 2001.
van der Meer, Ilse. “Low Country Locks.” *Estuary Past* 12 (Spring 2008): 99–120. https://doi.org/10.5555/ep.12.99.
"""


class CorrectNotes(unittest.TestCase):
    def test_nothing_is_called_wrong(self) -> None:
        text = " ".join(f"{said}^[{note}]" for said, note in MANY)
        paper = analyse(parse_fragment(text + MANY_LISTED), Policy(load_guide("chicago-17-notes")))
        outcome = run_rules(paper, all_rules().values(), strict=True)
        self.assertEqual([(f.rule.id, f.found) for f in outcome.findings], [])
        self.assertEqual(len({e for m in paper.matches for e in m.entries}), len(paper.entries))


class WithoutAList(unittest.TestCase):
    """Notes that give every source in full, in a paper without a list."""

    def slips(self, *notes: str) -> list[tuple[str, str | None]]:
        text = " ".join(f"The pond filled twice a day.^[{note}]" for note in notes)
        paper = analyse(parse_fragment(text), Policy(load_guide("chicago-17-notes")))
        found = run_rules(paper, all_rules().values(), strict=True).findings
        return [(f.rule.id, f.found) for f in found if f.rule.id != "list-missing"]

    def test_two_works_of_one_writer_are_two_sources(self) -> None:
        gates = "Tomas Bray, *Gates of the Reach* (Reach: Tidemark Press, 2019), 9."
        lamps = "Tomas Bray, *Lamps Go Dark* (Reach: Tidemark Press, 2021), 3."
        self.assertEqual(
            self.slips(gates, lamps, "Bray, *Gates*, 10.", "Bray, *Lamps Go Dark*, 4."), []
        )
        ((rule, found),) = self.slips(gates, lamps, lamps)
        self.assertEqual(rule, "note-repeat-short")
        self.assertIn("Lamps", found or "")

    def test_a_work_given_within_a_comparison_was_given(self) -> None:
        compared = (
            "Compare Hanna Lund, *Boats of the Reach* (Reach: Tidemark Press, 2018), chap. 7, with "
            "Tomas Bray, *Gates of the Reach* (Reach: Tidemark Press, 2019), 12."
        )
        self.assertEqual(self.slips(compared, "Bray, *Gates of the Reach*, 14."), [])
        self.assertIn(
            "note-first-full", [rule for rule, _ in self.slips(compared, "Bray, *Lamps*, 14.")]
        )

    def test_that_there_is_no_list_is_said_in_doubt(self) -> None:
        paper = analyse(
            parse_fragment(f"The pond filled twice a day.^[{FULL}]"),
            Policy(load_guide("chicago-17-notes")),
        )
        (missing,) = run_rules(paper, all_rules().values(), strict=True).findings
        self.assertEqual(missing.rule.id, "list-missing")
        self.assertLess(missing.slip.confidence, 0.75)


class WorksNotListed(unittest.TestCase):
    def test_told_apart_by_maker_and_title(self) -> None:
        paper = analyse(
            parse_fragment(
                "Bray says so.^[Bray, *Gates of the Reach*, 9.] Twice.^[Bray, *Gates*, 9.] Thrice.^[Bray, "
                "*Lamps*, 9.] Lund does.^[Lund, *Gates*, 9.]" + LIST.replace("Bray", "Bayer")
            ),
            Policy(load_guide("chicago-17-notes")),
        )
        works = UnlistedWorks()
        self.assertEqual(
            [works.of(c) for c in paper.citations if c.form == "note"],
            ["bray 0", "bray 0", "bray 1", "lund 0"],
        )
