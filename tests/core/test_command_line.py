"""The command line: exit statuses, JSON Lines, messages, house rules."""

from __future__ import annotations

import contextlib
import io
import json
import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

from demo.build import build
from grelt.cli import main


class CommandLine(unittest.TestCase):
    folder: Path

    @classmethod
    def setUpClass(cls) -> None:
        holder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(holder.cleanup)
        cls.folder = Path(holder.name)
        build(cls.folder)
        (cls.folder / "empty.docx").touch()

    def run_it(self, *arguments: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            status = main(list(arguments))
        self.assertNotIn("Traceback", err.getvalue())
        return status, out.getvalue(), err.getvalue()

    def paper(self, name: str) -> str:
        return str(next(self.folder.rglob(f"*{name}*.docx")))

    def test_statuses(self) -> None:
        self.assertEqual(self.run_it("check", self.paper("dray"))[0], 0)
        self.assertEqual(self.run_it("check", self.paper("marlowe"))[0], 1)
        self.assertEqual(self.run_it("check")[0], 2)
        self.assertEqual(self.run_it("check", self.paper("dray"), "--guide", "nope")[0], 2)
        self.assertEqual(self.run_it("check", self.paper("dray"), "--date", "soon")[0], 2)
        self.assertEqual(self.run_it("check", self.paper("empty"))[0], 3)
        self.assertEqual(self.run_it("check", "nowhere.docx")[0], 3)
        self.assertEqual(self.run_it("check", str(self.folder))[0], 3)

    def test_several_papers_give_a_line_each_and_a_bad_one_stops_none(self) -> None:
        status, out, err = self.run_it(
            "check", "--json", "--jobs", "1",
            self.paper("empty"), self.paper("dray"), self.paper("marlowe"),
        )  # fmt: skip
        lines = [json.loads(line) for line in out.splitlines()]
        self.assertEqual(status, 3)
        self.assertEqual(lines[0]["error"]["code"], "paper-empty")
        self.assertEqual([line["file"][:1] for line in lines[1:]], ["2", "1"])
        self.assertIn("empty", err)

    def test_jobs_change_nothing_but_the_time(self) -> None:
        papers = [self.paper(n) for n in ("marlowe", "empty", "dray", "ingram", "kessel")]
        # In processes of their own, as the command line is: these tests may be in a worker.
        alone, beside = (
            subprocess.run(
                [sys.executable, "-m", "grelt", "check", "--json", *papers, "--jobs", jobs],
                env={
                    **os.environ,
                    "PYTHONPATH": os.pathsep.join(sys.path),
                    "PYTHONHASHSEED": jobs,  # sets in another order: nothing may hang on that
                },
                capture_output=True, text=True, check=False,
            )
            for jobs in ("1", "3")
        )  # fmt: skip
        self.assertEqual(
            (alone.returncode, alone.stdout, alone.stderr),
            (beside.returncode, beside.stdout, beside.stderr),
        )
        self.assertEqual(len(alone.stdout.splitlines()), 5)
        self.assertEqual(self.run_it("check", papers[0], "--jobs", "0")[0], 2)

    def test_two_runs_are_compared(self) -> None:
        papers = [self.paper(n) for n in ("marlowe", "dray")]
        files = []
        for number, more in enumerate(((), ("--guide", "apa-7"))):
            _, out, _ = self.run_it("check", "--json", "--jobs", "1", *papers, *more)
            files.append(self.folder / f"run-{number}.jsonl")
            files[-1].write_text(out, encoding="utf-8")
        same, out, _ = self.run_it("compare", str(files[0]), str(files[0]))
        self.assertEqual((same, "0 gained, 0 lost" in out), (0, True))
        other, out, _ = self.run_it("compare", str(files[0]), str(files[1]), "--each")
        self.assertEqual(other, 1)
        self.assertRegex(out, r"(?m)^  cite-wrong-system\s+\+\d")
        self.assertIn("      + 1-marlowe", out)
        alone = self.folder / "alone.jsonl"
        alone.write_text(files[0].read_text(encoding="utf-8").splitlines()[0], encoding="utf-8")
        _, out, _ = self.run_it("compare", str(files[0]), str(alone))
        self.assertIn("Only on one side", out)
        for nonsense in (papers[0], str(self.folder / "nowhere")):
            self.assertEqual(self.run_it("compare", nonsense, nonsense)[0], 2)

    def test_one_paper_gives_one_report_and_nothing_else(self) -> None:
        _, out, err = self.run_it("check", "--json", self.paper("dray"), "--date", "2026-11-24")
        report = json.loads(out)
        self.assertEqual(report["inputs"]["date"], "2026-11-24")
        self.assertEqual(report["guide"]["chosen"], "recognised")
        self.assertEqual(err, "")

    def test_the_summary_is_grouped_and_quiet_is_quiet(self) -> None:
        _, out, _ = self.run_it("check", self.paper("marlowe"))
        self.assertIn("Match, both ways (4)", out)
        self.assertIn("[ERT → Estuary and Reach Trust]", out)
        self.assertEqual(self.run_it("check", "--quiet", self.paper("marlowe"))[1], "")

    def test_house_rules_change_what_is_found(self) -> None:
        house = self.folder / "house.toml"
        house.write_text('[house]\nlist_scope = "consulted"\n[severity]\nlist-order = "off"\n')
        _, out, _ = self.run_it("check", "--json", self.paper("marlowe"), "--house", str(house))
        report = json.loads(out)
        rules = {f["rule"] for f in report["findings"]}
        self.assertFalse(rules & {"entry-uncited", "list-order"})
        self.assertEqual(len(report["inputs"]["house"]), 2)

    def test_wrong_house_rules_say_what_would_be_right(self) -> None:
        for text, word in (
            ('[house]\nlinks = "perhaps"', "plain, allow, require"),
            ('[house]\nlinkz = "allow"', "no house rule"),
            ('[severity]\nlist-ordr = "off"', "no rule"),
            ('[severity]\nlist-order = "loud"', "off, advice"),
            ("[huose]", "no table"),
            ("house = [", "well-formed"),
        ):
            house = self.folder / "wrong.toml"
            house.write_text(text)
            status, _, err = self.run_it("check", self.paper("dray"), "--house", str(house))
            with self.subTest(text=text):
                self.assertEqual(status, 2)
                self.assertIn(word, err)

    def test_every_rule_explains_itself(self) -> None:
        _, out, _ = self.run_it("rules")
        for rule in out.split():
            with self.subTest(rule=rule):
                status, page, _ = self.run_it("explain", rule)
                self.assertEqual(status, 0)
                self.assertIn("Wrong:", page)
                self.assertIn("chapter", page)
        self.assertEqual(self.run_it("explain", "nope")[0], 2)
