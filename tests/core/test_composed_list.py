"""A whole list composed: in the guide's order, in its words, and read back without a finding."""

from __future__ import annotations

import io
import random
import unittest

import docx

from grelt import api
from grelt.composing import examples
from grelt.exchange import csl_of

GUIDES = [g["id"] for g in api.guides()]


def sources() -> list[dict[str, object]]:
    """Our invented sources, one of each kind, in no order."""
    items: list[dict[str, object]] = []
    for kind, (work, _) in examples().items():
        item = csl_of(work)
        items.append({**item, "custom": {**item.get("custom", {}), "kind": kind}})
    random.Random(7).shuffle(items)
    return items


class AWholeList(unittest.TestCase):
    def test_a_list_stands_in_order_and_is_right_as_its_guide_reads_it(self) -> None:
        for guide in GUIDES:
            with self.subTest(guide):
                made, _, _ = api.composed_list_file("list-docx", sources(), guide)
                report = api.check(made, "list.docx", api.CheckInputs(guide=guide))
                listed = api.compose_list(sources(), guide)
                self.assertEqual(len(report["entries"]), len(listed["entries"]))
                families = {f["family"] for f in report["findings"]} - {"match", "page", "in-text"}
                wrong = [f for f in report["findings"] if f["family"] in families]
                self.assertEqual([(f["rule"], f["found"]) for f in wrong], [])

    def test_every_source_is_in_it_once_or_said_to_be_unlisted(self) -> None:
        items = sources()
        listed = api.compose_list(items, "apa-7")
        of = [e["of"] for e in listed["entries"]] + [u["of"] for u in listed["unlisted"]]
        self.assertEqual(sorted(of), list(range(len(items))))
        self.assertEqual(len(listed["unlisted"]), 1)

    def test_gaps_are_named_and_nothing_is_made_up(self) -> None:
        book = {"type": "book", "title": "Salt", "author": [{"family": "Okonjo"}]}
        (entry,) = api.compose_list([book], "mla-9")["entries"]
        self.assertEqual({g["element"] for g in entry["gaps"]}, {"date", "publisher"})

    def test_nothing_composed_is_a_list_of_nothing(self) -> None:
        self.assertEqual(api.compose_list([], "mla-9")["entries"], [])
        made = docx.Document(io.BytesIO(api.composed_list_file("list-docx", [], "mla-9")[0]))
        self.assertEqual([p.text for p in made.paragraphs], ["Works Cited"])

    def test_signs_of_a_notation_are_words(self) -> None:
        book = {
            "type": "book",
            "title": "Salt * and ^[water]",
            "author": [{"family": "Okonjo", "given": "A"}],
        }
        (entry,) = api.compose_list([book], "mla-9")["entries"]
        self.assertIn("Salt * and ^[water]", entry["text"])

    def test_fields_that_are_none_are_refused(self) -> None:
        with self.assertRaises(api.FieldsInvalid):
            api.compose_list([{"type": "book", "author": "Okonjo"}], "mla-9")


if __name__ == "__main__":
    unittest.main()
