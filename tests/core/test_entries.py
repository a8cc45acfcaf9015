"""What an entry begins with, where its title is, how the list is cut, and how it is filed."""

from __future__ import annotations

import itertools
import random
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from grelt.cutting.evidence import weigh, weights
from grelt.document.fragment import parse_fragment
from grelt.entries.filing import filing_key
from grelt.entries.order import misplaced
from grelt.guides import Policy, load_guide
from grelt.paper import Paper, analyse

# Entry; kind of opening; its words; title; container.
OPENINGS: list[tuple[str, str, str, str | None, str | None]] = [
    ("Okonjo, Adaeze. *Salt*. Tidemark Press, 2021.", "person", "Okonjo, Adaeze", "Salt", None),
    ("Okonjo, Adaeze C. *Salt*. Tidemark Press, 2021.", "person", "Okonjo, Adaeze C.", "Salt", None),
    ("Okonjo, A. C. *Salt*. Tidemark Press, 2021.", "person", "Okonjo, A. C.", "Salt", None),
    ("van der Meer, Ilse, editor. *Notebooks*. Pond House, 2004.", "person", "van der Meer, Ilse", "Notebooks", None),
    ("O’Dell, Fintan, Jr. “Ebb.” *Harbour Letters*, 2011, p. 4.", "person", "O’Dell, Fintan, Jr.", "Ebb", "Harbour Letters"),
    ("Bray, Tomas, and Adaeze Okonjo. *Bread*. Tidemark Press, 2021.", "person", "Bray, Tomas, and Adaeze Okonjo", "Bread", None),
    ("Tan, Wei, et al. “Pronouns.” *Harbour Letters*, 2020, p. 36.", "person", "Tan, Wei, et al", "Pronouns", "Harbour Letters"),
    ("Lund, Mira. Personal interview. 3 Mar. 2024.", "person", "Lund, Mira", "Personal interview", None),
    ("Estuary and Reach Trust. *Berths*. Pond House, 2017.", "organisation", "Estuary and Reach Trust", "Berths", None),
    ("Saltmarsh Reach, Department of Tidal Works. *Report*. 1911.", "organisation", "Saltmarsh Reach, Department of Tidal Works", "Report", None),
    ("“Grasses of the Pond.” *Shore Almanac*, 3 May 2020.", "title", "Grasses of the Pond", "Grasses of the Pond", "Shore Almanac"),
    ("*Forty Metres*. Directed by Lise Amara, 2023.", "title", "Forty Metres", "Forty Metres", None),
    ("Grasses of the Pond. *Shore Almanac*, 3 May 2020.", "organisation", "Grasses of the Pond", None, "Shore Almanac"),
    ("---. *Salt*. Tidemark Press, 2021.", "repeat", "---", "Salt", None),
    ("———. *Salt*. Tidemark Press, 2021.", "repeat", "———", "Salt", None),
    ("1. Okonjo, Adaeze. *Salt*. Tidemark Press, 2021.", "person", "Okonjo, Adaeze", "Salt", None),
    ("⇥Okonjo, Adaeze. *Salt*. Tidemark⏎⇥Press, 2021.", "person", "Okonjo, Adaeze", "Salt", None),
]  # fmt: skip

RIGHT_ORDER = [
    "*1821*. Pond House, 1999.",
    "Bay, Ina. *Sluice*. Pond House, 2001.",
    "*Bayous*. Pond House, 2003.",
    "Bay Street Society. *Gate*. Pond House, 1999.",
    "de la Cruz, Ana. *Weir*. Pond House, 2009.",
    "Öberg, Siv. *Dike*. Pond House, 2004.",
    "O’Dell, Fintan. *Bar*. Pond House, 2001.",
    "Okonjo, Adaeze. *Salt*. Tidemark Press, 2021.",
    "Okonjo, Adaeze, and Tomas Bray. *Bread*. Tidemark Press, 2021.",
    "Okonjo, Felix. *Aft*. Tidemark Press, 2021.",
    "“The Tide.” *Shore Almanac*, 3 May 2020.",
    "“Under Every Stone.” *Shore Almanac*, 3 May 2020.",
]


def paper(*entries: str) -> Paper:
    text = "The tide waits (Okonjo 3).\n# Works Cited\n" + "\n".join(entries)
    return analyse(parse_fragment(text), Policy(load_guide("mla-9")))


FIRST_SEVEN = [
    filing_key(e, figures_first=True, same_author="title") for e in paper(*RIGHT_ORDER[:7]).entries
]


class Openings(unittest.TestCase):
    def test_opening_title_and_container(self) -> None:
        for written, kind, words, title, container in OPENINGS:
            with self.subTest(entry=written):
                entry = paper(written).entries[0]
                self.assertEqual((entry.opening.kind, entry.opening.text), (kind, words))
                if title is not None:
                    self.assertEqual(entry.title.text if entry.title else None, title)
                for element in entry.elements:
                    shown = element.span.of(entry.text)
                    self.assertEqual(
                        shown.split(), (shown if element.name == "author" else element.text).split()
                    )
                if container is not None and title is not None:
                    self.assertEqual(entry.container.text if entry.container else None, container)

    def test_a_repeated_author_is_the_one_above(self) -> None:
        got = paper("Okonjo, Adaeze. *Ferry*. 2018.", "---. *Salt*. 2021.").entries
        self.assertEqual(got[1].persons[0].family, "Okonjo")

    def test_pages_are_filled_up(self) -> None:
        entry = paper("Bray, Tomas. “Gates.” *Reach*, 2019, pp. 203-15.").entries[0]
        self.assertEqual((entry.pages, entry.year), ((203, 215), "2019"))


class Cutting(unittest.TestCase):
    def test_lines_in_paragraphs_of_their_own_are_one_entry(self) -> None:
        got = paper(
            "{left=0, first_line=0} Bray, Tomas. “Gates That Open Inward.” *Reach Quarterly*, vol. 8,",
            "{left=36, first_line=0} no. 2, 2019, pp. 14-29.",
            "{left=0, first_line=0} Okonjo, Adaeze. *Salt*. Tidemark Press, 2021.",
        )
        self.assertEqual([len(e.paragraphs) for e in got.entries], [2, 1])

    def test_blank_lines_part_entries_and_are_none(self) -> None:
        got = paper("Bray, Tomas. *Gates*. 2019.", "¶", "Okonjo, Adaeze. *Salt*. 2021.")
        self.assertEqual((len(got.entries), len(got.sources.blanks)), (2, 1))

    def test_subheadings_are_no_entries(self) -> None:
        got = paper("{bold} Books", "Bray, Tomas. *Gates*. 2019.", "Okonjo, Adaeze. *Salt*. 2021.")
        self.assertEqual((len(got.entries), len(got.sources.subheadings)), (2, 1))

    def test_annotations_are_no_entries(self) -> None:
        note = (
            "{left=36, first_line=0} This book follows the pond through two centuries of accounts and shows "
            "that the waiting was a kind of work, which makes it useful for the second half of my essay."
        )
        got = paper("Bray, Tomas. *Gates*. 2019.", note, "Okonjo, Adaeze. *Salt*. 2021.", note)
        self.assertEqual((len(got.entries), len(got.sources.annotations)), (2, 2))
        roles = [str(r) for r in got.structure.roles][-4:]
        self.assertEqual(roles, ["list-entry", "list-annotation"] * 2)

    def test_an_appendix_is_not_the_list(self) -> None:
        got = paper(
            "Okonjo, Adaeze. *Salt*. 2021.", "{alignment=center} Appendix A", "A table of tides."
        )
        self.assertEqual(len(got.entries), 1)


class Kinds(unittest.TestCase):
    def test_evidence_weighs_the_same_in_whatever_order_it_comes(self) -> None:
        """Sets give their members in another order in every process, and a report is always the same."""
        shuffler = random.Random(7)
        for kind, weights_ in weights().items():
            names = list(weights_)
            weighed = set()
            for _ in range(12):
                shuffler.shuffle(names)
                weighed.add(weigh(kind, tuple(names)))
            self.assertEqual(len(weighed), 1, kind)


class Filing(unittest.TestCase):
    def test_a_right_list_is_left_alone(self) -> None:
        self.assertEqual(paper(*RIGHT_ORDER).misplaced, {})

    def test_every_swap_of_neighbours_is_noticed(self) -> None:
        for at in range(len(RIGHT_ORDER) - 1):
            wrong = list(RIGHT_ORDER)
            wrong[at], wrong[at + 1] = wrong[at + 1], wrong[at]
            with self.subTest(swapped=wrong[at]):
                self.assertEqual(list(paper(*wrong).misplaced), [at + 1])

    def test_figures_spelled_out(self) -> None:
        entry = paper("*1821*. Pond House, 1999.").entries[0]
        self.assertEqual(
            filing_key(entry, figures_first=False, same_author="title").by_letters.first,
            "eighteentwentyone",
        )
        self.assertEqual(
            filing_key(entry, figures_first=True, same_author="title").by_letters.first, "1821"
        )

    @settings(deadline=None, max_examples=60)
    @given(st.permutations(range(7)))
    def test_the_fewest_entries_are_moved(self, order: list[int]) -> None:
        filings = [FIRST_SEVEN[i] for i in order]
        moved = misplaced(filings)
        stay = [order[i] for i in range(7) if i not in moved]
        self.assertEqual(stay, sorted(stay))
        longest = max(
            len(c)
            for n in range(8)
            for c in itertools.combinations(order, n)
            if list(c) == sorted(c)
        )
        self.assertEqual(len(stay), longest)
