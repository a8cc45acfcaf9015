"""Citations by author and date: forms, places of year and page, and what is none."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import Paper, analyse

APA = """
# [References]{bold}
Bray, T. (2019). *Gates of the reach*. Tidemark Press.
Estuary and Reach Trust. (2017). *Berths: A survey*. https://ert.example/berths
Okonjo, A. (2021a). *Salt and slack water*. Tidemark Press.
Okonjo, A. (2021b). *Songs of the short crossing*. Tidemark Press.
Quill, M., & van der Meer, I. (n.d.). *Letters*. https://letters.example
"""
CHICAGO = """
# References
Bray, Tomas. 2019. *Gates of the Reach*. Reach: Tidemark Press.
Okonjo, Adaeze. 2021. *Salt and Slack Water*. Reach: Tidemark Press.
Quill, Mara, and Ilse van der Meer. 2004. *Letters*. Reach: Pond House.
"""
# Enough to make the system plain, whatever the sentence under test.
PLAIN = "It filled (Bray, 2019). It emptied (Bray, 2019). "
Cited = tuple[str, str | None, str | None, tuple[int, ...]]


def paper_of(text: str, guide: str = "apa-7", entries: str = APA) -> Paper:
    return analyse(parse_fragment(text + entries), Policy(load_guide(guide)))


class Forms(unittest.TestCase):
    def cited(self, text: str) -> list[Cited]:
        paper = paper_of(PLAIN + text)
        found = [
            (c.source, c.dated, c.locator, m.entries)
            for c, m in zip(paper.citations, paper.matches, strict=True)
        ]
        return found[2:]

    def test_in_parentheses(self) -> None:
        for text, expected in (
            ("(Okonjo, 2021a, p. 14)", ("Okonjo", "2021a", "p. 14", (2,))),
            ("(see Okonjo, 2021b, pp. 14–16)", ("Okonjo", "2021b", "pp. 14–16", (3,))),
            ("(e.g., Bray, 2019, Chapter 3)", ("Bray", "2019", "Chapter 3", (0,))),
            ("(as cited in Bray, 2019)", ("Bray", "2019", None, (0,))),
            ("(Quill & van der Meer, n.d.)", ("Quill & van der Meer", "n.d.", None, (4,))),
            ("(Estuary and Reach Trust, 2017, para. 4)",
             ("Estuary and Reach Trust", "2017", "para. 4", (1,))),
            ("(Estuary and Reach Trust [ERT], 2017)", ("Estuary and Reach Trust", "2017", None, (1,))),
        ):  # fmt: skip
            with self.subTest(text=text):
                self.assertEqual(self.cited(f"It dried up {text}."), [expected])

    def test_in_the_sentence(self) -> None:
        for text, expected in (
            ("Okonjo (2021a) saw it.", ("Okonjo", "2021a", None, (2,))),
            ("Okonjo’s (2021b) book says so.", ("Okonjo", "2021b", None, (3,))),
            ("Okonjo (2021a) says that “it was full of nothing” (p. 14).",
             ("Okonjo", "2021a", "p. 14", (2,))),
            ("Quill and van der Meer (n.d.) saw it.", ("Quill and van der Meer", "n.d.", None, (4,))),
            ("The Estuary and Reach Trust (2017) saw it.", ("Estuary and Reach Trust", "2017", None, (1,))),
        ):  # fmt: skip
            with self.subTest(text=text):
                self.assertEqual(self.cited(text), [expected])

    def test_several(self) -> None:
        found = self.cited(
            "All agree (Bray, 2019; Okonjo, 2021a, 2021b; Quill & van der Meer, n.d.)."
        )
        self.assertEqual([e for *_, e in found], [(0,), (2,), (3,), (4,)])

    def test_what_is_none(self) -> None:
        for text in (
            "The drought (1921) was long.",
            "It was dry (see Table 2).",
            "Some (n = 19) stayed, t(58) = 0.7, p = .04.",
            "The act of 1811 (51 Geo. 3) was read.",
            "It rained in May 2019 (a wet year).",
        ):
            with self.subTest(text=text):
                self.assertEqual(self.cited(text), [])

    def test_a_personal_communication_is_cited_and_stands_in_no_list(self) -> None:
        paper = paper_of(PLAIN + "It leaks (T. Bray, personal communication, May 3, 2026).")
        self.assertTrue(paper.citations[-1].personal)
        self.assertEqual(paper.matches[-1].entries, ())
        self.assertEqual(paper.unlisted, ())

    def test_letters_introduced_and_used(self) -> None:
        found = self.cited(
            "The Estuary and Reach Trust (ERT, 2017) saw it. It was dry (ERT, 2017, p. 2)."
        )
        self.assertEqual([e for *_, e in found], [(1,), (1,)])

    def test_letters_that_are_not_all_of_the_names_are_introduced_by_standing_behind_it(
        self,
    ) -> None:
        entries = APA.replace("Estuary and Reach Trust", "Centers for Tidal Health and Repair")
        for text, degree in (
            (
                "Centers for Tidal Health and Repair (CTH, 2017) count. The CTH (2017) notes it.",
                "exact",
            ),
            (
                "They count (Centers for Tidal Health and Repair [CTH], 2017). So it is (CTH, 2017).",
                "exact",
            ),
            (
                "They count (Centers for Tidal Health and Repair, 2017). So it is (CTH, 2017).",
                "none",
            ),
            ("Centers for Tidal Health and Repair (HC, 2017) count. So it is (HC, 2017).", "none"),
        ):
            with self.subTest(text=text):
                paper = paper_of(PLAIN + text, entries=entries)
                self.assertEqual(paper.matches[-1].degree, degree)

    def test_groups_that_write_together_are_cited_by_the_first(self) -> None:
        entries = APA.replace(
            "Estuary and Reach Trust.",
            "Tidal Working Group, Committee on Salt, & Council on the Reach.",
        )
        for text in (
            "It dried up (Tidal Working Group et al., 2017).",
            "It dried up (Tidal Working Group et al., 2017, p. 6; Bray, 2019).",
            "Tidal Working Group et al. (2017) say so.",
        ):
            with self.subTest(text=text):
                paper = paper_of(PLAIN + text, entries=entries)
                self.assertIn(1, {e for m in paper.matches for e in m.entries})
                self.assertEqual(paper.unlisted, ())


class Chicago(unittest.TestCase):
    def test_forms_without_a_comma(self) -> None:
        paper = paper_of(
            "It filled (Bray 2019, 9). Okonjo (2021, 14–16) saw it; she says that “it was full of nothing” "
            "(2021, 15). All agree (Quill and van der Meer 2004, chap. 2; Bray 2019).",
            "chicago-17-author-date",
            CHICAGO,
        )
        found = [
            (m.entries, c.locator) for c, m in zip(paper.citations, paper.matches, strict=True)
        ]
        self.assertEqual(
            found,
            [((0,), "9"), ((1,), "14–16"), ((1,), "15"), ((2,), "chap. 2"), ((0,), None)],
        )
