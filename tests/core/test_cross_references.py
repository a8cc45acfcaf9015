"""Entries that leave the rest to another entry of the list."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import Paper, analyse

COLLECTIONS = """
Lund, Ingrid, and Rhys Vale, editors. *Wet Trades: Work on the Water*. Tidemark Press, 2021.
Orme, Viktor, et al., editors. *The Lamps of the Reach*. Heron House, 2019.
Pell, Dora, editor. *Empty Boats*. Tidemark Press, 2012.
Reach Oral History Group. *Voices of the Reach*. Tidemark Press, 2015.
"""


def paper_of(*entries: str, guide: str = "mla-9") -> Paper:
    text = "The tide did the rest.\n# Works Cited\n" + "\n".join(entries) + COLLECTIONS
    return analyse(parse_fragment(text), Policy(load_guide(guide)))


def leads_to(entry: str) -> str | None:
    """The label of the entry that a first one names, if it does."""
    paper = paper_of(entry)
    found = paper.references.cross_references
    return paper.entries[found[0].leads_to].label if 0 in found else None


class Told(unittest.TestCase):
    def test_by_what_the_collection_begins_with(self) -> None:
        for entry, label in (
            ("Bray, Tomas. “Gates.” Lund and Vale, pp. 3-9.", "Lund"),
            ("Bray, Tomas. “Gates.” Lund and Vale, *Wet Trades*, pp. 3-9.", "Lund"),
            ("Bray, Tomas. “Gates.” Lund and Vale.", "Lund"),
            ("Bray, Tomas. “Gates.” Orme et al., pp. 3-9.", "Orme"),
            ("Bray, Tomas. “Gates.” Orme et al., *Lamps*, p. 3.", "Orme"),
            ("Bray, Tomas. Introduction. Pell, pp. ix-xii.", "Pell"),
            ("Bray, Tomas. “Gates.” In Pell, *Empty Boats*, 3–9.", "Pell"),
            (
                "Bray, Tomas. “Gates.” Reach Oral History Group, pp. 3-9.",
                "Reach Oral History Group",
            ),
        ):
            with self.subTest(entry):
                self.assertEqual(leads_to(entry), label)

    def test_what_names_no_entry_is_none(self) -> None:
        for entry in (
            "Bray, Tomas. “Gates.” Quill, pp. 3-9.",
            "Bray, Tomas. “Gates.” Lund, pp. 3-9.",
            "Bray, Tomas. “Gates.” Lund and Vale, *Dry Trades*, pp. 3-9.",
            "Bray, Tomas. “Gates.” *Estuary Review*, vol. 2, no. 1, 2020, pp. 3-9.",
            # A press, and the name of a website, may be called like somebody in the list.
            "Bray, Tomas. *Gates*. Pell, 2012.",
            "Bray, Tomas. “Gates.” Pell, 2012.",
            "“About Us.” Reach Oral History Group.",
        ):
            with self.subTest(entry):
                self.assertIsNone(leads_to(entry))

    def test_of_two_that_name_each_other_neither_is_one(self) -> None:
        paper = paper_of(
            "Bray, Tomas. “Gates.” Quill, pp. 3-9.", "Quill, Mara. “Boats.” Bray, pp. 1-2."
        )
        self.assertEqual(paper.references.cross_references, {})


class Held(unittest.TestCase):
    def test_its_own_part_is_checked_and_the_rest_stays(self) -> None:
        paper = paper_of("Bray, Tomas. “gates that open inward.” Lund and Vale, pp. 3-9.")
        reference = paper.references.of(0)
        self.assertEqual({d.rule for d in reference.differences}, {"entry-title-case"})
        self.assertEqual(
            reference.checked.corrected,
            "Bray, Tomas. “Gates That Open Inward.” Lund and Vale, pp. 3-9.",
        )
        self.assertEqual(reference.cut.kind, "chapter")

    def test_where_the_guide_has_none_it_is_an_entry_like_others(self) -> None:
        paper = paper_of("Bray, T. (2021). Gates. Lund and Vale, pp. 3-9.", guide="apa-7")
        self.assertTrue(paper.references.of(0).differences)

    def test_a_collection_that_an_essay_names_is_told(self) -> None:
        paper = paper_of("Bray, Tomas. “Gates.” Lund and Vale, pp. 3-9.")
        self.assertEqual(paper.named_by_entries, frozenset({1}))
