"""The class of an assignment over the API: figures of the newest drafts, waived slips out, names hidden, files."""

from __future__ import annotations

from typing import Any

from django.test import TestCase

from decisions.actions.decide_findings import decide_findings
from papers.models import Check, FindingRow, Report
from tests.world import assignment_of, hand_in, hand_in_again, instructor


class ClassCase(TestCase):
    def setUp(self) -> None:
        self.user = instructor()
        self.client.force_login(self.user)
        self.assignment = assignment_of(self.user)
        self.papers = [hand_in(self.assignment, n) for n in ("marlowe", "dray", "quist")]
        self.address = f"/api/assignments/{self.assignment.pk}/class"

    def shown(self, query: str = "") -> dict[str, Any]:
        answer = self.client.get(f"{self.address}{query}")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        found: dict[str, Any] = answer.json()
        return found


class ThePicture(ClassCase):
    def test_figures_are_those_of_the_rows_of_findings(self) -> None:
        picture = self.shown()
        self.assertEqual(picture["papers"], 3)
        self.assertEqual(picture["rows"][0]["writer"], "Piers Dray")
        for column in picture["rules"]:
            rows = FindingRow.objects.filter(rule=column["rule"])
            writers = rows.values("checked__draft__paper").distinct().count()
            self.assertEqual(column["writers"], writers, column["rule"])

    def test_the_newest_draft_counts_and_drafts_have_their_course(self) -> None:
        self.assertIsNone(self.shown()["drafts"])
        hand_in_again(self.papers[2], "6b-quist")
        picture = self.shown()
        self.assertNotIn("list-hanging-indent", [r["rule"] for r in picture["rules"]])
        course = {c["rule"]: c["shares"] for c in picture["drafts"]["rules"]}
        self.assertEqual(picture["drafts"]["stages"], ["draft 1", "draft 2"])
        self.assertEqual(course["list-hanging-indent"], [1.0, 0.0])

    def test_what_a_person_waived_is_no_slip_of_the_class(self) -> None:
        keys = list(FindingRow.objects.filter(rule="cite-unlisted").values_list("key", flat=True))
        decide_findings(self.user, self.papers[0], keys=keys, verdict="waived", remark=None)
        self.assertNotIn("cite-unlisted", [r["rule"] for r in self.shown()["rules"]])

    def test_names_are_hidden_when_asked(self) -> None:
        answer = self.client.get(f"{self.address}?nameless=true").content.decode()
        for name in ("Marlowe", "Dray", "Quist"):
            self.assertNotIn(f'"writer":"{name}', answer.replace(" ", ""))
        rows = self.shown("?nameless=true")["rows"]
        self.assertEqual({r["writer"] for r in rows}, {f"Paper {p.pk}" for p in self.papers})

    def test_reports_of_an_earlier_release_get_their_figures_once(self) -> None:
        before = self.shown()
        Report.objects.update(figures=None)
        self.assertEqual(self.shown(), before)
        self.assertFalse(Report.objects.filter(figures=None).exists())

    def test_an_assignment_without_a_report_is_a_class_of_nothing(self) -> None:
        Check.objects.all().delete()
        self.assertEqual((self.shown()["papers"], self.shown()["rules"]), (0, []))


class Files(ClassCase):
    def test_every_form_is_taken_away(self) -> None:
        for form, begins in (
            ("html", b"<!doctype"),
            ("teach", b"<!doctype"),
            ("pdf", b"%PDF"),
            ("csv", b"writer,"),
            ("json", b"{"),
        ):
            answer = self.client.get(f"{self.address}/file?form={form}")
            self.assertEqual(answer.status_code, 200)
            self.assertTrue(answer.content.startswith(begins), form)
            self.assertIn("attachment", answer["Content-Disposition"])
        self.assertEqual(self.client.get(f"{self.address}/file?form=doc").status_code, 400)

    def test_a_term_is_the_assignments_one_after_the_other(self) -> None:
        term = self.client.get(f"/api/courses/{self.assignment.course_id}/term").json()
        self.assertEqual(term["stages"], [self.assignment.title])
        self.assertEqual(term["rules"], [])
