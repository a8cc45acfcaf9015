"""Citations in every form of the author-page system, found to the character and matched."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import Paper, analyse

LIST = """
# Works Cited
Abery, Jonah. “Gates That Open Inward.” *Reach Quarterly*, vol. 8, no. 2, 2019, pp. 14-29.
Bray, Tomas, and Adaeze Okonjo. *Bread by the Moon*. Tidemark Press, 2021.
Bray, Lotte. “Ebb.” *Harbour Letters*, vol. 1, no. 1, 2011, pp. 4-9.
Estuary and Reach Trust. *Berths and Landings: A Survey*. Pond House, 2017.
*Forty Metres*. Directed by Lise Amara, College Film Workshop, 2023.
“Grasses of the Upper Pond.” *Shore Almanac*, 3 May 2020, shorealmanac.example/grasses.
Lund, Mira. Personal interview. 3 Mar. 2024.
O’Dell, Fintan. *Sluice*. Pond House, 2001.
Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2022.
Ruiz-Lago, Inés. “Counted In.” *Harbour Letters Online*, 14 Oct. 2021, harbour.example/counted.
Tan, Wei, et al. “Pronouns for Sale.” *Harbour Letters*, vol. 12, no. 3, 2020, pp. 36-49.
van der Meer, Ilse, editor. *The Ferry Notebooks*. Pond House, 2004.
"""

# Sentence; then for each citation: form, the words it covers, locator, what it leads to.
FORMS: list[tuple[str, list[tuple[str, str, str | None, str]]]] = [
    ("It waits (Okonjo 23).", [("parenthetical", "(Okonjo 23)", "23", "Okonjo")]),
    ("It waits (A. Okonjo 23).", [("parenthetical", "(A. Okonjo 23)", "23", "Okonjo")]),
    ("It waits (Adaeze Okonjo 23).", [("parenthetical", "(Adaeze Okonjo 23)", "23", "Okonjo")]),
    ("It waits (see Okonjo 23-25).", [("parenthetical", "(see Okonjo 23-25)", "23-25", "Okonjo")]),
    ("It waits (cf. Okonjo 23, 41).", [("parenthetical", "(cf. Okonjo 23, 41)", "23, 41", "Okonjo")]),
    ("It waits (Okonjo ix-xi).", [("parenthetical", "(Okonjo ix-xi)", "ix-xi", "Okonjo")]),
    ("It waits (Okonjo, ch. 3).", [("parenthetical", "(Okonjo, ch. 3)", "ch. 3", "Okonjo")]),
    ("It waits (Okonjo 23; ch. 2).", [("parenthetical", "(Okonjo 23; ch. 2)", "23; ch. 2", "Okonjo")]),
    ("It waits (qtd. in Abery 15).", [("parenthetical", "(qtd. in Abery 15)", "15", "Abery")]),
    ("It waits (Abery 15, emphasis added).", [("parenthetical", "(Abery 15, emphasis added)", "15", "Abery")]),
    ("It waits (O’Dell 4).", [("parenthetical", "(O’Dell 4)", "4", "O’Dell")]),
    ("It waits (O'Dell 4).", [("parenthetical", "(O'Dell 4)", "4", "O’Dell")]),
    ("It waits (van der Meer 29).", [("parenthetical", "(van der Meer 29)", "29", "van der Meer")]),
    ("It waits (Ruiz-Lago, par. 9).", [("parenthetical", "(Ruiz-Lago, par. 9)", "par. 9", "Ruiz-Lago")]),
    ("They say “it waits” (Ruiz-Lago).", [("parenthetical", "(Ruiz-Lago)", None, "Ruiz-Lago")]),
    ("It waits (Tan et al. 40).", [("parenthetical", "(Tan et al. 40)", "40", "Tan")]),
    ("It waits (Bray and Okonjo 41).", [("parenthetical", "(Bray and Okonjo 41)", "41", "Bray, Tomas, and")]),
    ("It waits (Estuary and Reach Trust 9).", [("parenthetical", "(Estuary and Reach Trust 9)", "9", "Estuary")]),
    ("It waits (Estuary Trust 9).", [("parenthetical", "(Estuary Trust 9)", "9", "Estuary")]),
    ("It waits (“Grasses”).", [("parenthetical", "(“Grasses”)", None, "Grasses")]),
    ('It waits ("Grasses of the Upper Pond").', [("parenthetical", '("Grasses of the Upper Pond")', None, "Grasses")]),
    ("It waits (*Forty Metres* 00:04:10-35).", [("parenthetical", "(Forty Metres 00:04:10-35)", "00:04:10-35", "Forty")]),
    ("It waits (Okonjo, *Salt* 23).", [("parenthetical", "(Okonjo, Salt 23)", "23", "Okonjo")]),
    ("It waits (Abery 14; Okonjo 23).", [
        ("parenthetical", "Abery 14", "14", "Abery"), ("parenthetical", "Okonjo 23", "23", "Okonjo")]),
    ("Okonjo argues that it waits (23).", [("narrative", "Okonjo", "23", "Okonjo")]),
    ("Adaeze Okonjo argues that it waits (23).", [("narrative", "Adaeze Okonjo", "23", "Okonjo")]),
    ("As Okonjo’s book has it, it waits (23).", [("narrative", "Okonjo", "23", "Okonjo")]),
    ("According to Bray and Okonjo, it waits (41).", [("narrative", "Bray and Okonjo", "41", "Bray, Tomas, and")]),
    ("For Tan and her colleagues it waits (40).", [("narrative", "Tan and her colleagues", "40", "Tan")]),
    ("The Estuary and Reach Trust counts berths (9).", [("narrative", "Estuary and Reach Trust", "9", "Estuary")]),
    ("In *Salt and Slack Water* the tide waits (23).", [("narrative", "Salt and Slack Water", "23", "Okonjo")]),
    ("O’Dell, in a review of Abery’s article, warns of gates (8).", [
        ("narrative", "Abery", None, "Abery"), ("narrative", "O’Dell", "8", "O’Dell")]),
    ("Abery says gates, but O’Dell calls them sluices (8).", [
        ("narrative", "Abery", None, "Abery"), ("narrative", "O’Dell", "8", "O’Dell")]),
    ("Mira Lund remembers the whistle.", [("narrative", "Mira Lund", None, "Lund")]),
    ("Okonjo argues that it waits (23). It empties (24).", [
        ("narrative", "Okonjo", "23", "Okonjo"), ("narrative", "(24)", "24", "Okonjo")]),
    ("Bray and Okonjo insist that it waits (41; see also Abery 15).", [
        ("narrative", "Bray and Okonjo", "41", "Bray, Tomas, and"),
        ("parenthetical", "see also Abery 15", "15", "Abery")]),
    ("It waits (Okonjo 23). It empties (24).", [
        ("parenthetical", "(Okonjo 23)", "23", "Okonjo"), ("narrative", "(24)", "24", "Okonjo")]),
    ("It waits (Pellow 112).", [("parenthetical", "(Pellow 112)", "112", "")]),
    ("As Pellow argues, it waits (112).", [("narrative", "Pellow", "112", "")]),
    # Not citations.
    ("In its last decade (1902-1911) it waited.", []),
    ("It ground one sack in four (1 of 4).", []),
    ("It waited (see chapter 3).", []),
    ("It waited (Figure 2) and (fig. 3).", []),
    ("It waited in May (May 14).", []),
    ("It waited (NASA).", []),
    ("First (1) the pond, then (2) the gate.", []),
    ("The ledger has forty-one (41) waits.", []),
    ("The mill (and its wheel) waited.", []),
    ("It waited f(x) and word(s).", []),
]  # fmt: skip


def paper(text: str) -> Paper:
    return analyse(parse_fragment(text), Policy(load_guide("mla-9")))


class CitationForms(unittest.TestCase):
    maxDiff = None

    def test_each_form_is_found_to_the_character_and_leads_to_its_entry(self) -> None:
        for sentence, expected in FORMS:
            with self.subTest(sentence=sentence):
                got = paper(f"The pond is old.\n{sentence}\n{LIST}")
                found = []
                for citation, match in zip(got.citations, got.matches, strict=True):
                    text = got.paragraph(citation.paragraph).text
                    self.assertEqual(citation.span.of(text), citation.text)
                    entry = got.entries[match.entries[0]].text if match.entries else ""
                    found.append((citation.form, citation.text, citation.locator, entry))
                self.assertEqual([f[:3] for f in found], [e[:3] for e in expected])
                for one, (_, _, _, begins) in zip(found, expected, strict=True):
                    if begins:
                        self.assertIn(begins, one[3])
                    else:
                        self.assertEqual(one[3], "")

    def test_bray_and_okonjo_is_not_taken_for_the_other_bray(self) -> None:
        got = paper(f"It waits (L. Bray 5).\n{LIST}")
        self.assertIn("Lotte", got.entries[got.matches[0].entries[0]].text)

    def test_a_block_quotation_goes_on_with_the_source_that_leads_into_it(self) -> None:
        got = paper(
            f"Okonjo puts it at length:\n> The tide waits for us. (23)\nIt empties (24).\n{LIST}"
        )
        pages = [(c.locator, m.entries) for c, m in zip(got.citations, got.matches, strict=True)]
        okonjo = next(i for i, e in enumerate(got.entries) if e.text.startswith("Okonjo"))
        self.assertEqual(pages, [("23", (okonjo,)), ("24", (okonjo,))])

    def test_unlisted_citations_of_one_source_are_one_source(self) -> None:
        got = paper(f"It waits (Pellow 1). It runs (Pellow 2). It stops (Quill 3).\n{LIST}")
        self.assertEqual(
            [(u.label, len(u.citations)) for u in got.unlisted], [("Pellow", 2), ("Quill", 1)]
        )
