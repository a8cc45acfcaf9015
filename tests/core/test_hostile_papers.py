"""Files made to harm: each is read or refused with a message, and its report can be stored."""

from __future__ import annotations

import json
import unittest
from typing import Any

from grelt import api
from grelt.errors import PaperDamaged, PaperHostile, PaperMislabelled, PaperTooLarge
from grelt.readers import read_paper
from grelt.report import written

from .hostile_papers import PACKINGS, drawing_forms, drawing_itself, hostile_papers

_MANY = 100


def _refuse(constant: str) -> None:
    raise AssertionError(f"{constant} in a report")


class HostilePapers(unittest.TestCase):
    def test_each_is_read_or_refused_and_can_be_stored(self) -> None:
        outcomes = set()
        for name, file, data in hostile_papers(_MANY):
            with self.subTest(name):
                try:
                    text = api.check_written(data, file, api.CheckInputs("mla-9"))
                except api.PaperUnreadable as refused:
                    self.assertGreater(len(refused.message), 30)
                    outcomes.add(refused.code)
                    continue
                json.loads(text, parse_constant=_refuse)
                self.assertNotIn("\\u0000", text)
                text.encode()
                outcomes.add("read")
        self.assertGreaterEqual(
            outcomes, {"read", "paper-hostile", "paper-damaged", "paper-too-large"}
        )

    def refused(self, data: bytes, name: str, kind: type[api.PaperUnreadable]) -> str:
        with self.assertRaises(kind) as caught:
            read_paper(data, name)
        return caught.exception.message

    def test_pdfs_that_draw_without_end_are_refused_before_they_are_drawn(self) -> None:
        for data in (*map(drawing_itself, PACKINGS), drawing_forms()):
            self.assertIn("over and over", self.refused(data, "a.pdf", PaperHostile))

    def test_a_form_used_on_every_page_is_no_harm(self) -> None:
        data = drawing_forms(depth=2, each=3)
        self.assertIn("Hello there", read_paper(data, "a.pdf").paragraphs[0].text)

    def test_text_that_is_none_is_refused_wherever_it_shows(self) -> None:
        words = b"The boats came late that year. " * 400
        self.refused(words + b"\0" + words, "a.txt", PaperDamaged)
        self.refused(b"\xff\xfea\0\0\xd8b\0", "a.txt", PaperDamaged)
        wide = read_paper("Boats came late.\n\nSo it was.".encode("utf-32"), "a.txt")
        self.assertEqual([p.text for p in wide.paragraphs], ["Boats came late.", "So it was."])
        odd = read_paper(b"Boats\x01came." + b" So it was." * 9, "a.txt").paragraphs[0].text
        self.assertTrue(odd.startswith("Boats\ufffdcame."))

    def test_the_figure_is_told(self) -> None:
        self.assertIn("100,000", self.refused(b"word " * 30_000, "a.txt", PaperTooLarge))
        spaces = self.refused(b"So" + b" " * 6_000 + b"it was.", "a.txt", PaperTooLarge)
        self.assertIn("5,000 spaces in a row", spaces)
        self.assertIn("12,000", self.refused(b"word\n\n" * 13_000, "a.txt", PaperTooLarge))

    def test_names_of_a_pdf_may_be_any_bytes(self) -> None:
        data = drawing_forms(depth=2, each=1).replace(b"Times-Roman", b"T\xe9mes-Roman")
        self.assertIn("Hello there", read_paper(data, "a.pdf").paragraphs[0].text)

    def test_text_named_as_a_pdf_is_said_to_be_none(self) -> None:
        self.assertIn("named .pdf", self.refused(b"plain words", "a.pdf", PaperMislabelled))


class Written(unittest.TestCase):
    def test_what_no_database_takes_is_replaced_and_the_rest_stays(self) -> None:
        report: dict[str, Any] = {
            "text": "a\0b\ud83dc 🙂 \\u0000", "size": float("inf"), "off\0": [float("nan"), 1.5, "é"],
        }  # fmt: skip
        self.assertEqual(
            json.loads(written(report)),
            {"text": "a\ufffdb\ufffdc 🙂 \\u0000", "size": None, "off\ufffd": [None, 1.5, "é"]},
        )

    def test_a_plain_report_is_written_as_it_is(self) -> None:
        report = {"text": "Slack Water “é” 🙂", "findings": [{"confidence": 0.9}]}
        self.assertEqual(json.loads(written(report)), report)
