"""Correct sentences of many shapes, written to trip the rules on forms: nothing is called wrong."""

from __future__ import annotations

import unittest

from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import analyse
from grelt.report.engine import run_rules
from grelt.rules.registry import all_rules

MLA = (
    "Did the keeper know? “He knew, and he did not say so to anyone” (Bray 9). “He knew!” (Bray 9). "
    "Hartnell asks, “Who would have told him that the water was gone?” (14). The answer—“nobody at all, "
    "and least of all the company” (Bray 10)—is plain. It was so in 1811 (Bray 11, 14; Okonjo 12), in the "
    "year of the flood, and, as far as can be known, ever since.",
    "Mr. Bray Jr. is no relation. St. Ives has no lock. The U.S. has (Bray 12). According to Okonjo, “salt "
    "keeps what water takes . . .” (13). “[S]alt,” she writes, “keeps what water takes” (13; my emphasis). "
    "Okonjo is right that “salt” is “a kind of memory” (14), but not that memory is a kind of salt.",
    "The keeper’s motto was “Not yet.” In Hartnell’s words, the mill was “a patient thing, and deaf” (40). "
    "Ashdown, the editor, adds that it “ran on Sundays” (Hartnell xii). That is all (see Bray 3-4 for the "
    "rest; but compare Okonjo 20).",
    "Bray’s last chapter claims nothing at all. Its keeper looks down and sees a face that “does not look like "
    "his, or like the moon’s” (line 9). Here owning has turned into likeness.",
)
MLA_LISTED = """
# Works Cited
Bray, Tomas. *Gates of the Reach*. Tidemark Press, 2019.
Hartnell, Giles. *A Miller’s Ledger*. Edited by Wren Ashdown, Pond House, 1998.
Okonjo, Adaeze. “Salt.” *Reach Quarterly*, vol. 4, no. 1, 2021, pp. 9-23.
"""
APA = (
    "Did the keeper know? Bray (2019) wrote, “He knew, and he did not say so to anyone” (p. 9). According to "
    "Bray (2019), he “knew, and he did not say so” (p. 9), and Okonjo (2021) agreed. Hartnell (1998) asked, "
    "“Who would have told him that the water was gone?” (p. 14). It was so in 1811 (Bray, 2019, pp. 11, 14; "
    "Okonjo, 2021, p. 12).",
    "Participants (N = 40) were asked “How often do you lock the boat at night?” and answered on a scale. As "
    "one put it, “I never lock the boat at night” (Participant 7). The effect was large (d = 0.9; see Figure "
    "2). Bray’s model (see Bray, 2019) assumes this. We followed Hartnell (1998, as cited in Bray, 2019).",
    "The sample was small (*N* = 9), and it was dry (Okonjo, 2021). One of the keepers said, “You hear the "
    "kettle, and you know it is going to be all right” (Volunteer 2). Another had no kettle (Keeper 4).",
)
APA_LISTED = """
# [References]{bold}
Bray, T. (2019). *Gates of the reach*. Tidemark Press.
Hartnell, G. (1998). *A miller’s ledger* (W. Ashdown, Ed.). Pond House.
Okonjo, A. (2021). Salt. *Reach Quarterly*, *4*(1), 9–23. https://doi.org/10.5555/rq.009
"""


class CorrectProse(unittest.TestCase):
    def findings(
        self, text: tuple[str, ...], listed: str, guide: str
    ) -> list[tuple[str, str | None]]:
        paper = analyse(parse_fragment("\n".join(text) + listed), Policy(load_guide(guide)))
        outcome = run_rules(paper, all_rules().values(), strict=True)
        self.assertEqual(paper.unlisted, ())
        self.assertEqual(set(paper.matching.cited_by), {0, 1, 2})
        return [(f.rule.id, f.found) for f in outcome.findings]

    def test_by_author_and_page(self) -> None:
        self.assertEqual(self.findings(MLA, MLA_LISTED, "mla-9"), [])

    def test_by_author_and_date(self) -> None:
        self.assertEqual(self.findings(APA, APA_LISTED, "apa-7"), [])
