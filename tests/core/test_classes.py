"""The picture of a class: its figures against the reports counted another way, what is worth teaching, and the
forms it is taken away in."""

from __future__ import annotations

import csv
import io
import json
import tempfile
import unittest
from collections import Counter
from html.parser import HTMLParser
from pathlib import Path
from typing import Any, ClassVar

import pypdfium2

from demo.essay import COURSES, load_essays
from demo.write import file_of
from grelt import api
from grelt.classes.figures import source_keys
from grelt.cli import main

Json = dict[str, Any]


def reports_of(course: str) -> list[Json]:
    essays = [e for e in load_essays(COURSES) if e.course == course]
    found = []
    for essay in essays:
        name, data = file_of(essay)
        found.append(api.check(data, name, api.CheckInputs(guide=essay.guide)))
    return found


class ClassCase(unittest.TestCase):
    reports: ClassVar[list[Json]]
    picture: ClassVar[Json]

    @classmethod
    def setUpClass(cls) -> None:
        cls.reports = reports_of("Writing the Shore")
        cls.picture = api.class_picture(cls.handed())

    @classmethod
    def handed(cls, **more: Any) -> list[Any]:
        return [
            api.handed(api.writer_of(r) or r["file"], api.paper_figures(r), **more)
            for r in cls.reports
        ]


class TheClass(ClassCase):
    def test_every_figure_is_what_the_reports_have(self) -> None:
        places: Counter[tuple[int, str]] = Counter()
        for number, report in enumerate(self.reports):
            for finding in report["findings"]:
                if finding["family"] != "requirement":
                    places[number, finding["rule"]] += max(1, len(finding["places"]))
        rules = [r["rule"] for r in self.picture["rules"]]
        self.assertEqual(set(rules), {rule for _, rule in places})
        for row in self.picture["rows"]:
            for rule, cell in zip(rules, row["cells"], strict=True):
                self.assertEqual((cell or [0])[0], places[row["paper"], rule])
                if cell is not None:
                    self.assertLessEqual(cell[0], cell[1])
        for column in self.picture["rules"]:
            mine = [count for (_, rule), count in places.items() if rule == column["rule"]]
            self.assertEqual((column["broken"], column["writers"]), (sum(mine), len(mine)))

    def test_chances_are_told_where_nothing_was_missed(self) -> None:
        rules = [r["rule"] for r in self.picture["rules"]]
        clean = next(r for r in self.picture["rows"] if r["writer"] == "Piers Dray")
        cells = dict(zip(rules, clean["cells"], strict=True))
        entries = len(self.reports[clean["paper"]]["entries"])
        self.assertEqual(cells["list-order"], (0, entries))
        self.assertIsNone(cells["list-repeated-author"])

    def test_who_can_be_read_now_stands_first(self) -> None:
        states = [row["state"] for row in self.picture["rows"]]
        self.assertEqual(states, ["read on"] * 2 + ["mend"] * (len(states) - 2))
        self.assertEqual(self.picture["states"]["read on"], 2)
        slips = [row["slips"] for row in self.picture["rows"] if row["state"] == "mend"]
        self.assertEqual(slips, sorted(slips))

    def test_what_is_worth_teaching_is_what_most_writers_slip_on(self) -> None:
        teach = self.picture["teach"]
        self.assertEqual(len(teach), 5)
        self.assertEqual(
            [t["writers"] for t in teach], sorted((t["writers"] for t in teach), reverse=True)
        )
        most = max(column["writers"] for column in self.picture["rules"])
        self.assertEqual(teach[0]["writers"], most)
        for lesson in teach:
            writers = [example["paper"] for example in lesson["examples"]]
            self.assertEqual(len(set(writers)), 2)
            self.assertTrue(lesson["why"])

    def test_what_is_waived_is_no_slip(self) -> None:
        waived = [f["key"] for r in self.reports for f in r["findings"]]
        picture = api.class_picture(self.handed(waived=frozenset(waived)))
        self.assertEqual((picture["rules"], picture["teach"]), ([], []))
        self.assertEqual(picture["states"]["read on"], len(self.reports))

    def test_sources_that_several_list_and_how_they_write_them(self) -> None:
        shared = {s["label"]: s for s in self.picture["sources"]}
        self.assertTrue(all(s["papers"] > 1 for s in shared.values()))
        for source in shared.values():
            listed = [n for form in source["forms"] for n in form["papers"]]
            self.assertEqual(len(set(listed)), source["papers"])

    def test_two_works_of_one_author_are_two_sources_and_one_doi_is_one(self) -> None:
        one = {"title": "Salt", "author": [{"family": "Okonjo"}]}
        other = {"title": "Slack Water", "author": [{"family": "Okonjo"}]}
        self.assertFalse(set(source_keys(one)) & set(source_keys(other)))
        doi = {"DOI": "10.5555/X.1"}
        self.assertEqual(
            source_keys(doi | {"title": "Fog"})[0], source_keys({"DOI": "10.5555/x.1"})[0]
        )
        self.assertTrue(
            set(source_keys({"title": "Salt: A History", "author": one["author"]}))
            & set(source_keys(one))
        )
        self.assertEqual(source_keys({}), [])


class Forms(ClassCase):
    def made(self, form: str) -> bytes:
        return api.class_file(form, self.picture, "Tide, fog, salt, song")[0]

    def test_the_same_class_is_the_same_file(self) -> None:
        for form in api.CLASS_FORMS:
            self.assertEqual(self.made(form), self.made(form), form)

    def test_the_table_as_csv_has_every_figure(self) -> None:
        rows = list(csv.DictReader(io.StringIO(self.made("csv").decode())))
        self.assertEqual([r["writer"] for r in rows], [r["writer"] for r in self.picture["rows"]])
        for column in self.picture["rules"]:
            missed = sum(int(r[f"{column['rule']} missed"] or 0) for r in rows)
            self.assertEqual(missed, column["broken"])

    def test_the_page_shown_in_class_names_nobody(self) -> None:
        page = self.made("teach").decode()
        for row in self.picture["rows"]:
            self.assertNotIn(row["writer"], page)
        self.assertIn("As MLA 9 wants it", page)

    def test_pages_are_sound_and_nothing_of_a_paper_is_markup(self) -> None:
        sly = api.handed("<script>x</script>", api.paper_figures(self.reports[0]), title="=1+1")
        picture = api.class_picture([*self.handed(), sly])
        page = api.class_file("html", picture, "A <b>title</b>")[0].decode()
        self.assertNotIn("<script", page)
        self.assertNotIn("<b>title", page)
        HTMLParser().feed(page)
        table = api.class_file("csv", picture, "x")[0].decode()
        self.assertFalse(any(c.startswith("=") for r in csv.reader(io.StringIO(table)) for c in r))

    def test_the_pdf_has_names_and_figures(self) -> None:
        pages = pypdfium2.PdfDocument(self.made("pdf"))
        words = " ".join(page.get_textpage().get_text_range() for page in pages)
        for row in self.picture["rows"]:
            self.assertIn(row["writer"], words)
        self.assertIn("Of 9 papers, 2 can be read now, 7 have something to mend.", words)

    def test_a_class_of_nothing_is_said_to_be_one(self) -> None:
        clean = [h for h in self.handed() if h.writer in ("Piers Dray", "Noor Castellan")]
        page = api.class_file("html", api.class_picture(clean), "x")[0].decode()
        self.assertIn("Of 2 papers, 2 can be read now", page)
        self.assertIn("Nobody slipped on anything.", page)


class TheTerm(unittest.TestCase):
    def test_a_slips_course_over_two_drafts(self) -> None:
        reports = [r for r in reports_of("Writing the Shore") if "quist" in r["file"]]
        first, second = sorted(
            reports, key=lambda r: str(r["file"]), reverse="6b" in reports[0]["file"]
        )
        stages = [
            (name, api.class_picture([api.handed("Quist", api.paper_figures(r))]))
            for name, r in (("draft 1", first), ("draft 2", second))
        ]
        term = api.term_of(stages)
        courses = {c["rule"]: c["shares"] for c in term["rules"]}
        self.assertEqual(term["stages"], ["draft 1", "draft 2"])
        self.assertEqual(courses["list-hanging-indent"], [1.0, 0.0])
        self.assertEqual(courses["page-margins"], [1.0, 1.0])
        self.assertEqual(courses["cite-page-prefix"][0], 0.0)
        self.assertGreater(courses["cite-page-prefix"][1], 0)


class FromTheCommandLine(unittest.TestCase):
    def test_a_class_is_written_and_what_is_no_paper_is_said(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            names = []
            for essay in [e for e in load_essays(COURSES) if e.course == "Night Work"][:3]:
                name, data = file_of(essay)
                (Path(folder) / name).write_bytes(data)
                names.append(f"{folder}/{name}")
            out = f"{folder}/class.json"
            self.assertEqual(
                main(["class", *names, "--guide", "apa-7", "--out", out, "--jobs", "1"]), 0
            )
            self.assertEqual(json.loads(Path(out).read_text(encoding="utf-8"))["papers"], 3)
            (Path(folder) / "no.docx").write_bytes(b"no paper")
            bad = [*names, f"{folder}/no.docx"]
            self.assertEqual(main(["class", *bad, "--out", f"{folder}/c.html", "--jobs", "1"]), 3)
            self.assertTrue((Path(folder) / "c.html").is_file())
            self.assertEqual(main(["class", *names, "--out", f"{folder}/c.what"]), 2)
            self.assertEqual(
                main(["class", *names, "--out", f"{folder}/no/c.csv", "--jobs", "1"]), 2
            )


if __name__ == "__main__":
    unittest.main()
