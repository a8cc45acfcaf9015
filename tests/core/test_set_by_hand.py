"""What a person says of paragraphs: it holds before what is told by form, and outlives a new draft."""

from __future__ import annotations

import unittest
from typing import Any

from grelt import api
from grelt.document.fragment import parse_fragment
from grelt.structure import BY_HAND, likely_beginning

BODY = """Iris Vale

The Clock of the Water

The ebb began before the bell, and the men who kept the locks went down to the water (Okonjo 9). The mill stood, and
the gates held until the spring, as the miller's wife has written in the book that she kept by her (Bray 14).

A line that stands alone

The book was dear to them who kept it, and nobody wrote down what the tide had brought that day (Okonjo 12).

{heading}

Bray, Tomas. “Gates That Open Inward.” *Reach Quarterly*, vol. 8, no. 2, 2019, pp. 14-29.

Okonjo, Adaeze. *Salt and Slack Water*. Tidemark Press, 2021.

{after}
"""


class ByHand(unittest.TestCase):
    def report(self, heading: str, after: str = "", **roles: str) -> dict[str, Any]:
        """The report with roles set by the beginning of paragraphs (underscores for spaces)."""
        data = BODY.format(heading=heading, after=after).encode()
        plain = api.check(data, "paper.md", api.CheckInputs("mla-9"))
        keys = {
            p["key"]: role
            for p in plain["paragraphs"]
            for begin, role in roles.items()
            if p["text"].startswith(begin.replace("_", " "))
        }
        self.assertEqual(len(keys), len(roles))
        return api.check(data, "paper.md", api.CheckInputs("mla-9", roles=keys))

    def roles_of(self, report: dict[str, Any]) -> dict[str, str]:
        return {p["text"][:12]: p["role"] for p in report["paragraphs"]}

    def test_where_the_list_begins(self) -> None:
        missed = self.report("Whence I have it")
        found = self.report("Whence I have it", Whence="list-heading")
        self.assertEqual(found["tally"]["entries"], 2)
        self.assertEqual(found["list"]["heading_text"], "Whence I have it")
        rules = {f["rule"] for f in found["findings"]}
        self.assertIn("list-heading-word", rules)
        self.assertLess(found["tally"]["unlisted"], max(missed["tally"]["unlisted"], 1))

    def test_where_it_ends(self) -> None:
        after = "The gauge of the quay is read at noon by whoever is on the quay at noon."
        run_on = self.report("# Works Cited", after)
        ended = self.report("# Works Cited", after, Okonjo="list-last")
        self.assertEqual((run_on["tally"]["entries"], ended["tally"]["entries"]), (3, 2))
        self.assertEqual(ended["tally"]["uncited"], 0)

    def test_where_typed_notes_begin(self) -> None:
        text = (
            "The gate was shut.¹ The mill stood.²\n\n* * *\n\n"
            "1. Adaeze Okonjo, *Salt and Slack Water* (Tidemark Press, 2021), 9.\n\n"
            "2. Okonjo, *Salt*, 12.\n\n* * *\n\nThe keepers wrote what they saw, and signed it.\n"
        ).encode()
        plain = api.check(text, "paper.md", api.CheckInputs("chicago-17-notes"))
        key = next(p["key"] for p in plain["paragraphs"] if "Adaeze" in p["text"])
        found = api.check(
            text, "paper.md", api.CheckInputs("chicago-17-notes", roles={key: "note-first"})
        )
        self.assertEqual((len(plain["notes"]), len(found["notes"])), (0, 2))
        self.assertEqual([n["number"] for n in found["notes"]], [1, 2])
        self.assertTrue(all(n["marker"] is not None for n in found["notes"]))
        self.assertGreater(found["tally"]["citations"], plain["tally"]["citations"])

    def test_a_list_without_a_heading(self) -> None:
        found = self.report("* * *", Bray="list-first")
        self.assertEqual(found["tally"]["entries"], 2)
        self.assertIsNone(found["list"]["heading_text"])

    def test_headings_quotations_text_title_and_writer(self) -> None:
        found = self.report(
            "# Works Cited",
            A_line="heading",
            The_book="block-quote",
            The_Clock="title",
            Iris="writer",
        )
        roles = self.roles_of(found)
        self.assertEqual(
            [
                roles["A line that "],
                roles["The book was"],
                roles["The Clock of"],
                roles["Iris Vale"],
            ],
            ["heading", "block-quote", "title", "heading-block"],
        )
        parts = {p["name"]: p["text"] for p in found["front"]["parts"]}
        self.assertEqual(parts["writer"], "Iris Vale")
        self.assertEqual(parts["title"], "The Clock of the Water")

    def test_what_is_said_of_a_paragraph_in_the_list_takes_it_out(self) -> None:
        found = self.report("# Works Cited", "A note of mine behind it all, 2021.", A_note="other")
        self.assertEqual(found["tally"]["entries"], 2)
        self.assertEqual(self.roles_of(found)["A note of mi"], "other")

    def test_it_outlives_a_new_draft(self) -> None:
        data = BODY.format(heading="Whence I have it", after="").encode()
        report = api.check(data, "paper.md", api.CheckInputs("mla-9"))
        key = next(p["key"] for p in report["paragraphs"] if p["text"].startswith("Whence"))
        second = data.replace(b"The ebb began", b"In that year the ebb began")
        again = api.check(second, "paper.md", api.CheckInputs("mla-9", roles={key: "list-heading"}))
        self.assertEqual(again["tally"]["entries"], 2)

    def test_what_is_gone_or_unknown_is_passed_over(self) -> None:
        data = BODY.format(heading="# Works Cited", after="").encode()
        plain = api.check(data, "paper.md", api.CheckInputs("mla-9"))
        key = plain["paragraphs"][1]["key"]
        for roles in ({"no-such-key": "heading"}, {key: "chorus"}):
            found = api.check(data, "paper.md", api.CheckInputs("mla-9", roles=roles))
            self.assertEqual(found["findings"], plain["findings"])

    def test_every_role_leaves_a_report(self) -> None:
        data = BODY.format(heading="# Works Cited", after="").encode()
        plain = api.check(data, "paper.md", api.CheckInputs("mla-9"))
        for paragraph in plain["paragraphs"]:
            for role in BY_HAND:
                with self.subTest(paragraph=paragraph["text"][:20], role=role):
                    inputs = api.CheckInputs("mla-9", roles={paragraph["key"]: role})
                    api.check(data, "paper.md", inputs, strict=True)

    def test_the_likeliest_beginning_is_offered(self) -> None:
        text = "The ebb began before the bell.\nWhence\nBray, Tomas. *Gates*. Reach UP, 2019.\nOkonjo, Ada. *Salt*. Tide Press, 2021."
        self.assertEqual(likely_beginning(parse_fragment(text)), 2)
        between = text.replace("\nOkonjo", "\nA word between.\nOkonjo")
        self.assertEqual(likely_beginning(parse_fragment(between)), 2)
        self.assertEqual(likely_beginning(parse_fragment(f"{between}\nOne.\nTwo.")), 2)
        self.assertIsNone(likely_beginning(parse_fragment("The ebb began before the bell.")))


if __name__ == "__main__":
    unittest.main()
