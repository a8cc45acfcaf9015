"""Which entry a citation means, to what degree, and for which reason."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.matching import MatchDegree
from grelt.paper import Paper, analyse
from grelt.report.engine import run_rules
from grelt.rules.registry import all_rules
from grelt.set_right import SetRight

LIST = """
# Works Cited
Abery, Jonah. “Gates That Open Inward.” *Reach Quarterly*, vol. 8, no. 2, 2019, pp. 14-29.
Department of Tidal Works. *Annual Report*. Pond House, 1911.
*The Holy Book: Reach Version*. Tidemark Press, 1989.
Lindgren, Maja, and Oskar Thiele. *Crystals and Contracts*. Reach UP, 2010.
Okonjo, Adaeze. *Ferry Songs*. Pond House, 2018.
---. *Salt and Slack Water*. Tidemark Press, 2021.
Smith, John. *Boats*. Pond House, 1990.
Smith, Mary. *Barges*. Pond House, 1995.
“Slack Water.” *Encyclopedia of the Coast*, 3rd ed., Tidemark Press, 2010, pp. 220-22.
van der Meer, Ilse, editor. *The Ferry Notebooks*. Translated by Noor Castellan, Pond House, 2004.
"""

# Sentence, degree of its last citation, beginning of the entry (or entries), words of the reason.
WAYS: list[tuple[str, str, str, str]] = [
    ("It waits (Abery 14).", "exact", "Abery", "surname opens"),
    ("It waits (Aberry 14).", "near", "Abery", "slip of spelling"),
    ("It waits (Jonah 14).", "near", "Abery", "first name"),
    ("It waits (*Reach Quarterly* 14).", "near", "Abery", "where the source appeared"),
    ("It waits (“Gates” 14).", "near", "Abery", "this is a title"),
    ("Abery says it waits (“Gates” 14).", "exact", "Abery", "author named"),
    ("Abery begins. It waits (“Gates” 14).", "exact", "Abery", "author named"),
    ("It waits (Department of Tidal Works 4).", "exact", "Department", "opens the entry"),
    ("It waits (Dept. of Tidal Works 4).", "exact", "Department", "opens the entry"),
    ("It waits (Department of Tidal Works, *Annual Report* 4).", "exact", "Department", ""),
    ("It waits (DTW 4).", "near", "Department", "letters of"),
    ("The Department of Tidal Works (DTW) waits. It waits (DTW 4).", "exact", "Department", "introduced"),
    ("According to the Annual Report, it waits (4).", "exact", "Department", "title is named"),
    ("It waits (Lindgren and Thiele 9).", "exact", "Lindgren", "names open"),
    ("It waits (Lindgren 9).", "exact", "Lindgren", "first surname"),
    ("It waits (Thiele 9).", "near", "Lindgren", "stands later"),
    ("It waits (Thiele and Lindgren 9).", "near", "Lindgren", "stands later"),
    ("It waits (Okonjo 9).", "ambiguous", "Okonjo|---", "2 entries fit"),
    ("It waits (Okonjo, *Ferry* 9).", "exact", "Okonjo", ""),
    ("It waits (Okonjo, *Salt* 9).", "exact", "---", ""),
    ("In *Ferry Songs* Okonjo waits (9).", "exact", "Okonjo", "title is named"),
    ("It waits (Okonjo, *Salt* 9). It runs (Okonjo 10).", "exact", "---", "just before"),
    ("It waits (Okonjo, *Mud* 9).", "none", "", ""),
    ("It waits (Smith 3).", "ambiguous", "Smith, John|Smith, Mary", "2 entries fit"),
    ("It waits (J. Smith 3).", "exact", "Smith, John", ""),
    ("As Mary Smith shows, it waits (3).", "exact", "Smith, Mary", ""),
    ("It waits (K. Smith 3).", "none", "", ""),
    ("It waits (“Slack Water” 220).", "exact", "“Slack", "title opens"),
    ("It waits (*Salt and Slack* 220).", "near", "---", "this is a title"),
    ("It waits (*Holy Book*, Gen. 1.2).", "exact", "The Holy", "first words"),
    ("It waits (van der Meer 3).", "exact", "van der", "opens"),
    ("It waits (Castellan 3).", "near", "van der", "stands later"),
    ("It waits (Quill 3).", "none", "", "no entry begins"),
]  # fmt: skip


def paper(text: str) -> Paper:
    return analyse(parse_fragment(f"The pond is old.\n{text}\n{LIST}"), Policy(load_guide("mla-9")))


class Ways(unittest.TestCase):
    def test_degree_entry_and_reason(self) -> None:
        for sentence, degree, begins, reason in WAYS:
            with self.subTest(sentence=sentence):
                got = paper(sentence)
                match = got.matches[-1]
                self.assertEqual(match.degree, degree)
                found = [got.entries[i].text for i in match.entries]
                wanted = begins.split("|") if begins else []
                self.assertEqual(len(found), len(wanted))
                for one, start in zip(found, wanted, strict=True):
                    self.assertTrue(one.startswith(start), one)
                self.assertIn(reason, match.reason)

    def test_a_name_in_passing_cites_only_where_nothing_else_does(self) -> None:
        got = paper("It waits (Abery 14).\nThe gate is not Abery’s gate.")
        self.assertEqual(len(got.citations), 1)
        alone = paper("The gate is not Abery’s gate.")
        self.assertEqual([c.text for c in alone.citations], ["Abery"])

    def test_the_main_source_of_a_paper_goes_without_saying(self) -> None:
        cited = " ".join(f"It waits (Abery {n})." for n in range(14, 19))
        got = paper(f"{cited}\nThe wall is low (19).")
        self.assertEqual(got.matches[-1].reason, "the paper’s main source")

    def test_where_an_unlisted_source_belongs(self) -> None:
        got = paper("It waits (Pellow 3).")
        self.assertEqual(got.unlisted[0].label, "Pellow")
        self.assertIsNone(paper("It waits (Xan 3).").unlisted[0].nearest)


WORDS = st.sampled_from(
    ["Abery", "Okonjo", "(23)", "(Abery 4)", "(", ")", "“Gates”", "*Salt*", "argues", "that", ".",
     "Smith", "et al.", "(see 4)", "and", "according to", "’s", "(Quill", "1912", ";", "--", "\u00a0"]
)  # fmt: skip


class OddLists(unittest.TestCase):
    def test_an_entry_without_a_word_in_it_is_no_candidate(self) -> None:
        text = "It waits (Abery Trust 4).\n# Works Cited\n§§ ?. 1999.\nAbery, Jonah. *Gates*. 1999."
        got = analyse(parse_fragment(text), Policy(load_guide("mla-9")))
        self.assertEqual(len(got.entries), 2)
        run_rules(got, all_rules().values(), strict=True)


class WorksOfOneAuthor(unittest.TestCase):
    LIST = (
        "\n# Works Cited\nHobb, Martin. “Creek Dig Finds Brandy Casks.” *Saltmarsh Courier*, 17 June 2009, p. 1.\n"
        "---. “The Law of the Creek.” *Saltmarsh Courier*, 30 June 2009, p. 4.\n"
        "---. “Who Owns the Casks?” *Saltmarsh Courier*, 20 June 2009, p. 2."
    )

    def test_titles_that_share_words_are_told_apart(self) -> None:
        for cited, number in (
            ("“Who Owns the Casks?”", 2),
            ("“Who Owns”", 2),
            ("“Creek Dig”", 0),
            ("“Creek Dig Finds Brandy Casks”", 0),
            ("“Law of the Creek”", 1),
        ):
            with self.subTest(cited=cited):
                match = paper(f"It waits (Hobb, {cited} 1).{self.LIST}").matches[-1]
                self.assertEqual((match.degree.value, match.entries), ("exact", (number,)))

    def test_more_names_before_et_al_tell_works_apart(self) -> None:
        entries = (
            "\n# References\nFitch, G., Gould, O., Hale, J., & Ibe, C. (2022). Counting moss. *Coasts*, *4*(1), 1–19.\n"
            "Fitch, G., Ibe, C., & Hale, J. (2022). Counting ivy. *Coasts*, *4*(2), 101–117."
        )
        for cited, number in (("Fitch, Gould, et al., 2022", 0), ("Fitch, Ibe, & Hale, 2022", 1)):
            with self.subTest(cited=cited):
                text = f"Walls were counted ({cited}).{entries}"
                got = analyse(parse_fragment(text), Policy(load_guide("apa-7")))
                self.assertEqual(got.matches[-1].entries, (number,))

    def test_a_title_of_none_of_them_is_not_listed(self) -> None:
        match = paper(f"It waits (Hobb, “Harbour Songs” 1).{self.LIST}").matches[-1]
        self.assertEqual(match.entries, ())


class AnyText(unittest.TestCase):
    @settings(deadline=None, max_examples=150)
    @given(st.lists(WORDS, max_size=25))
    def test_no_text_breaks_the_check_and_places_hold(self, words: list[str]) -> None:
        got = paper("X " + " ".join(words).replace("#", ""))
        outcome = run_rules(got, all_rules().values(), strict=True)
        for finding in outcome.findings:
            if finding.slip.place is not None:
                self.assertEqual(got.text_at(finding.slip.place), finding.found)
        for number, citation in enumerate(got.citations):
            text = got.paragraph(citation.paragraph).text
            self.assertEqual(citation.span.of(text), citation.text)
            self.assertEqual(
                bool(got.matches[number].entries), got.matches[number].degree != "none"
            )


class PairsAndLessons(unittest.TestCase):
    LIST = (
        "\n# Works Cited\nHartnell, Giles. *A Miller’s Ledger*. Pond House, 1998.\n"
        "Pellowe, Ansel. *Gates*. Pond House, 2014.\nQuill, Mara. *Letters*. Pond House, 2011."
    )

    def paper(self, text: str, joins: dict[str, str] | None = None) -> Paper:
        document = parse_fragment(text + self.LIST)
        return analyse(document, Policy(load_guide("mla-9")), SetRight(joins or {}))

    def test_an_unlisted_source_and_an_uncited_entry_that_resemble_each_other_are_a_pair(
        self,
    ) -> None:
        paper = self.paper("It filled (Hartnell 4). It emptied (Pellovitz 9).")
        (source,) = paper.unlisted
        self.assertEqual((source.label, source.nearest, source.pair), ("Pellovitz", 1, True))

    def test_what_is_like_nothing_has_no_pair(self) -> None:
        paper = self.paper("It filled (Hartnell 4). It emptied (Zzyzx 9).")
        (source,) = paper.unlisted
        self.assertEqual((source.nearest, source.pair), (None, False))

    def test_a_join_by_hand_teaches_the_same_words_elsewhere(self) -> None:
        text = "It filled (TLG 4). It emptied (TLG 9). It stood (Hartnell 4)."
        before = self.paper(text)
        self.assertEqual({m.degree for m in before.matches[:2]}, {MatchDegree.NONE})
        joined = self.paper(text, {before.citation_keys[0]: before.entry_keys[2]})
        self.assertEqual([m.entries for m in joined.matches], [(2,), (2,), (0,)])
        self.assertIn("by hand", joined.matches[1].reason)

    def test_a_source_joined_to_nothing_teaches_nothing(self) -> None:
        text = "It filled (Hartnell 4). It emptied (Hartnell 9)."
        before = self.paper(text)
        joined = self.paper(text, {before.citation_keys[0]: ""})
        self.assertEqual([m.entries for m in joined.matches], [(), (0,)])
