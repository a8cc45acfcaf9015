"""Correct papers get no finding, whatever their format, and a paper of another system is not
measured by ours."""

from __future__ import annotations

import unittest
from pathlib import Path

from demo.essay import load_essay
from demo.write import file_of
from grelt import api
from grelt.document.fragment import parse_fragment
from grelt.guides import Policy, load_guide
from grelt.paper import analyse
from grelt.system import citation_system

ESSAYS = Path(__file__).parent / "correct_essays"
FOLDER = Path(__file__).parent / "correct"
LIST = (
    "\n# References\nBray, T. *Gates*. 2019.\nOkonjo, A. *Salt*. 2021.\nQuill, M. *Letters*. 2011."
)


class CorrectPapers(unittest.TestCase):
    def test_nothing_is_called_wrong(self) -> None:
        papers = [p for p in sorted(FOLDER.iterdir()) if p.name != "README.md"]
        self.assertGreaterEqual(len(papers), 3)
        for path in papers:
            report = api.check(path.read_bytes(), path.name, api.CheckInputs(), strict=True)
            with self.subTest(paper=path.name):
                self.assertEqual([(f["rule"], f["message"]) for f in report["findings"]], [])
                self.assertEqual((report["tally"]["unlisted"], report["tally"]["uncited"]), (0, 0))
                self.assertGreater(report["tally"]["citations"], 4)

    def test_nothing_is_called_wrong_in_essays_full_of_odd_sources(self) -> None:
        for path in sorted(ESSAYS.glob("*.txt")):
            essay = load_essay(path)
            for format in ("docx", "odt", "html", "md"):
                name, data = file_of(essay, format)
                report = api.check(data, name, api.CheckInputs(essay.guide), strict=True)
                with self.subTest(essay=path.stem, format=format):
                    found = [(f["rule"], f["found"], f["expected"]) for f in report["findings"]]
                    self.assertEqual(found, [])
                    self.assertEqual(
                        (report["tally"]["unlisted"], report["tally"]["uncited"]), (0, 0)
                    )

    def test_nothing_is_called_wrong_in_print_and_in_plain_text(self) -> None:
        for name in ("noon-gulls", "orrin-keeper", "pike-oysters", "reyl-walls"):
            essay = load_essay(ESSAYS / f"{name}.txt")
            words = "\n\n".join(p.text for p in essay.document.paragraphs if p.text.strip())
            for file, data in (file_of(essay, "pdf"), (f"{name}.txt", words.encode())):
                report = api.check(data, file, api.CheckInputs(essay.guide), strict=True)
                with self.subTest(file=file):
                    found = [(f["rule"], f["found"], f["expected"]) for f in report["findings"]]
                    self.assertEqual(found, [])

    def test_a_guide_is_recognised_or_said_not_to_be(self) -> None:
        for name, least, most in (
            ("buoy.md", 0.9, 1.0),
            ("low-tide.txt", 0.9, 1.0),
            ("night-bakery.html", 0.9, 1.0),
        ):
            report = api.check((FOLDER / name).read_bytes(), name, api.CheckInputs())
            with self.subTest(paper=name):
                self.assertEqual(report["guide"]["chosen"], "recognised")
                self.assertTrue(least <= report["guide"]["confidence"] <= most)

    def test_a_guide_that_is_given_is_obeyed(self) -> None:
        data = (FOLDER / "night-bakery.html").read_bytes()
        report = api.check(data, "x.html", api.CheckInputs("mla-9"))
        self.assertIn("list-heading-word", {f["rule"] for f in report["findings"]})


class Systems(unittest.TestCase):
    def system(self, text: str) -> str | None:
        paper = analyse(parse_fragment(text + LIST), Policy(load_guide("mla-9")))
        return citation_system(paper.document, paper.structure, paper.citations)

    def test_told_from_the_citations(self) -> None:
        for text, system in (
            ("One (Bray 3), two (Okonjo 4), three (Quill 9).", "author-page"),
            ("One (Bray, 2019), two (Okonjo, 2021), three (Quill, 2011, p. 9).", "author-date"),
            ("One (Bray 2019, 3), two (Okonjo 2021, 4), three (Quill 2011).", "author-date"),
            ("One.^[Bray, *Gates*, 3.] Two.^[Okonjo, *Salt*, 4.] Three.^[Quill, 9.]", "notes"),
            ("One (Bray 3).", None),
            ("Nothing is cited here.", None),
        ):
            with self.subTest(text=text):
                self.assertEqual(self.system(text), system)
