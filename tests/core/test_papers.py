"""Whole papers: every planted slip is found, the clean ones are left alone, the report keeps its
contract."""

from __future__ import annotations

import json
import unittest
from functools import cache
from pathlib import Path
from typing import Any

import jsonschema

from demo.chapter import load_chapter
from demo.essay import COURSES, Essay, PlantedSlip, load_essays
from demo.write import file_of as paper_of
from demo.write_docx import write_docx
from grelt import api
from grelt.document.fragment import parse_fragment
from grelt.report import completed, report_schema

EXPORTED = Path(__file__).parent / "papers"
MLA = api.CheckInputs("mla-9", date="2026-11-25")


def file_of(essay: Essay, hand: str | None = None) -> bytes:
    return write_docx(
        essay.document, running_head=essay.running_head, hand=hand or essay.hand, face=essay.face
    )


def check(data: bytes, name: str = "paper.docx", inputs: api.CheckInputs = MLA) -> dict[str, Any]:
    return api.check(data, name, inputs, strict=True)


def is_planted(report: dict[str, Any], finding: dict[str, Any], slip: PlantedSlip) -> bool:
    entry = next((e["text"] for e in report["entries"] if e["id"] == finding["entry"]), "")
    return bool(
        finding["rule"] == slip.rule
        and (slip.found is None or finding["found"] == slip.found)
        and (slip.entry is None or entry.strip().startswith(slip.entry))
        and finding["expected"] == slip.expected
    )


class PlantedSlips(unittest.TestCase):
    def agree(self, essay: Essay, report: dict[str, Any]) -> None:
        left = list(report["findings"])
        missed = []
        for slip in essay.slips:
            found = next((f for f in left if is_planted(report, f, slip)), None)
            if found is None:
                missed.append((slip.rule, slip.found or slip.entry))
            else:
                left.remove(found)
        self.assertEqual(missed, [], "planted and not found")
        self.assertEqual([(f["rule"], f["message"]) for f in left], [], "false alarms")

    def test_as_their_writers_hand_them_in(self) -> None:
        for essay in [*load_essays(COURSES), load_chapter()]:
            name, data = paper_of(essay)
            inputs = api.CheckInputs(essay.guide, date="2026-11-25")
            with self.subTest(essay=essay.name):
                self.agree(essay, check(data, name, inputs))

    def test_as_word_processor_files(self) -> None:
        for essay in load_essays(COURSES):
            inputs = api.CheckInputs(essay.guide, date="2026-11-25")
            with self.subTest(essay=essay.name):
                self.agree(essay, check(file_of(essay), inputs=inputs))

    def test_as_a_word_processor_exported_them(self) -> None:
        by_name = {essay.name: essay for essay in load_essays()}
        paths = sorted(EXPORTED.glob("*.docx"))
        self.assertGreaterEqual(len(paths), 5)
        for path in paths:
            with self.subTest(paper=path.name):
                self.agree(by_name[path.stem], check(path.read_bytes()))

    def test_two_essays_are_clean(self) -> None:
        self.assertEqual(sum(not essay.slips for essay in load_essays()), 2)


@cache
def reports() -> tuple[tuple[Essay, dict[str, Any]], ...]:
    return tuple(
        (essay, check(file_of(essay), inputs=api.CheckInputs(essay.guide)))
        for essay in load_essays(COURSES)
    )


class TheReport(unittest.TestCase):
    def test_it_keeps_its_schema(self) -> None:
        schema = report_schema()
        validator = jsonschema.validators.validator_for(schema)(schema)
        for essay, report in reports():
            with self.subTest(essay=essay.name):
                validator.validate(report)

    def test_an_earlier_one_is_completed_to_the_schema(self) -> None:
        validator = jsonschema.validators.validator_for(report_schema())(report_schema())
        _, report = reports()[0]
        early = {
            k: v
            for k, v in report.items()
            if k not in ("page", "requirements", "points", "verdict", "likely_list")
        }
        self.assertFalse(validator.is_valid(early))
        validator.validate(completed(early))

    def test_it_is_the_same_byte_for_byte(self) -> None:
        data = file_of(load_essays()[6])
        once, again = (json.dumps(check(data)) for _ in range(2))
        self.assertEqual(once, again)

    def test_positions_hold_the_text_they_claim(self) -> None:
        for essay, report in reports():
            texts = [p["text"] for p in report["paragraphs"]]
            with self.subTest(essay=essay.name):
                for citation in report["citations"]:
                    cut = texts[citation["paragraph"]][citation["start"] : citation["end"]]
                    self.assertEqual(cut, citation["text"])
                for finding in report["findings"]:
                    if finding["start"] is not None:
                        cut = texts[finding["paragraph"]][finding["start"] : finding["end"]]
                        self.assertEqual(cut, finding["found"])
                    subjects = [finding["entry"], finding["citation"], finding["note"]]
                    self.assertLessEqual(sum(s is not None for s in subjects), 1)

    def test_counts_agree_with_the_parts(self) -> None:
        for essay, report in reports():
            tally = report["tally"]
            with self.subTest(essay=essay.name):
                self.assertEqual(sum(tally["citations_per_page"]), len(report["citations"]))
                self.assertEqual(tally["entries"], len(report["entries"]))
                self.assertEqual(tally["unlisted"], len(report["unlisted"]))
                cited = {e for c in report["citations"] for e in c["entries"]}
                self.assertEqual(tally["sources_cited"], len(cited) + tally["unlisted"])
                for entry in report["entries"]:
                    self.assertEqual(
                        entry["cited_by"],
                        [c["id"] for c in report["citations"] if entry["id"] in c["entries"]],
                    )

    def test_finding_keys_are_unique_and_outlive_text_added_elsewhere(self) -> None:
        essay = load_essays()[0]
        before = check(file_of(essay))
        keys = [f["key"] for f in before["findings"]]
        self.assertEqual(len(keys), len(set(keys)))
        source = Path("demo/essays/writing-the-shore") / f"{essay.name}.txt"
        text = (Path(__file__).parents[2] / source).read_text(encoding="utf-8")
        longer = text.replace(
            "Twice a day the estuary", "A new first sentence.\nTwice a day the estuary", 1
        )
        self.assertNotEqual(text, longer)
        document = parse_fragment(longer.split("+++", 2)[2].replace("'", "’"), essay.face)
        after = check(
            write_docx(document, running_head="Marlowe ", hand=essay.hand, face=essay.face)
        )
        self.assertEqual(keys, [f["key"] for f in after["findings"]])


class JoiningByHand(unittest.TestCase):
    def test_a_join_wins_and_says_so(self) -> None:
        data = file_of(load_essays()[0])
        report = check(data)
        pellow = next(c for c in report["citations"] if c["match"] == "none")
        quill = next(e for e in report["entries"] if e["label"] == "Quill")
        joined = check(data, inputs=api.CheckInputs("mla-9", joins={pellow["key"]: quill["key"]}))
        now = next(c for c in joined["citations"] if c["key"] == pellow["key"])
        self.assertEqual(
            (now["match"], now["entries"], now["by_hand"]), ("exact", [quill["id"]], True)
        )
        rules = {f["rule"] for f in joined["findings"]}
        self.assertFalse(rules & {"cite-unlisted", "entry-uncited"})

    def test_no_entry_by_hand(self) -> None:
        data = file_of(load_essays()[0])
        first = check(data)["citations"][0]
        joined = check(data, inputs=api.CheckInputs("mla-9", joins={first["key"]: ""}))
        self.assertEqual(joined["citations"][0]["match"], "none")

    def test_a_join_to_what_is_gone_is_passed_over(self) -> None:
        data = file_of(load_essays()[1])
        inputs = api.CheckInputs("mla-9", joins={"gone": "x", "also-gone": ""})
        self.assertEqual(check(data, inputs=inputs)["citations"], check(data)["citations"])
