"""House rules of a course and an assignment: changed, shown beforehand, in and out as files."""

from __future__ import annotations

from typing import Any

from django.db import connection
from django.test import TestCase
from django.test.utils import CaptureQueriesContext
from procrastinate.contrib.django.models import ProcrastinateJob

from courses.models import Assignment
from papers.actions.preview_house import result_of
from papers.models import Check, Draft, HousePreview, Paper, Report
from tests.world import assignment_of, hand_in, instructor, run_previews, run_waiting_checks

LOOSE = {"house": {"list_scope": "consulted"}}


class HouseCase(TestCase):
    def setUp(self) -> None:
        user = instructor()
        self.client.force_login(user)
        self.assignment: Assignment = assignment_of(user)
        self.paper = hand_in(self.assignment, "marlowe")
        self.address = f"/api/assignments/{self.assignment.pk}/house"

    def send(self, verb: str, address: str, body: dict[str, Any]) -> Any:
        return getattr(self.client, verb)(address, body, content_type="application/json")

    def rules(self) -> set[str]:
        report = self.client.get(f"/api/papers/{self.paper.pk}/report").json()
        return {f["rule"] for f in report["findings"]}


class Changing(HouseCase):
    def test_papers_are_checked_anew_and_decisions_stay(self) -> None:
        self.assertIn("entry-uncited", self.rules())
        report = self.client.get(f"/api/papers/{self.paper.pk}/report").json()
        key = next(f["key"] for f in report["findings"] if f["rule"] == "cite-unlisted")
        decisions = f"/api/papers/{self.paper.pk}/decisions"
        self.send("post", decisions, {"keys": [key], "verdict": "kept"})
        answer = self.send("put", self.address, {"house": LOOSE})
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(
            answer.json()["house_rules"], ["The list may hold works consulted and not cited."]
        )
        self.assertEqual(Check.objects.filter(state=Check.State.QUEUED).count(), 1)
        run_waiting_checks()
        self.assertNotIn("entry-uncited", self.rules())
        desk = self.client.get(f"/api/papers/{self.paper.pk}/desk").json()
        self.assertEqual([d["finding_key"] for d in desk["decisions"]], [key])

    def test_the_same_rules_again_check_nothing(self) -> None:
        self.send("put", self.address, {"house": LOOSE})
        run_waiting_checks()
        self.send("put", self.address, {"house": LOOSE})
        self.assertFalse(Check.objects.filter(state=Check.State.QUEUED).exists())

    def test_another_guide_checks_them_too(self) -> None:
        self.send("put", self.address, {"guide": "apa-7", "house": {}})
        run_waiting_checks()
        self.assertIn("cite-wrong-system", self.rules())

    def test_what_is_none_is_refused_and_nothing_changes(self) -> None:
        for body, status in (
            ({"house": {"house": {"ibid": "seldom"}}}, 422),
            ({"house": {"severity": {"list-mood": "off"}}}, 422),
            ({"guide": "none-1", "house": {}}, 422),
            ({"house": "loose"}, 400),
            ({}, 400),
        ):
            with self.subTest(body):
                answer = self.send("put", self.address, body)
                self.assertEqual(answer.status_code, status, answer.content)
                self.assertTrue(answer.json()["message"])
        self.assignment.refresh_from_db()
        self.assertEqual((self.assignment.guide, self.assignment.house), ("mla-9", {}))
        self.assertFalse(Check.objects.filter(state=Check.State.QUEUED).exists())

    def test_the_course_has_rules_that_an_assignment_may_change(self) -> None:
        course = f"/api/courses/{self.assignment.course_id}/house"
        self.send("put", course, {"house": {"house": {"list_scope": "consulted", "size": 11}}})
        run_waiting_checks()
        self.assertNotIn("entry-uncited", self.rules())
        self.assertIn("page-font-size", self.rules())
        self.send("put", self.address, {"house": {"house": {"size": "guide"}}})
        run_waiting_checks()
        self.assertNotIn("page-font-size", self.rules())
        self.assertNotIn("entry-uncited", self.rules())
        refused = self.send("put", course, {"house": {"house": {"size": 99}}})
        self.assertEqual(refused.status_code, 422)


class Beforehand(HouseCase):
    def preview(self, house: dict[str, Any], **more: Any) -> dict[str, Any]:
        answer = self.send("post", f"{self.address}/previews", {"house": house, **more})
        self.assertEqual(answer.status_code, 202)
        self.assertEqual((answer.json()["state"], answer.json()["total"]), ("running", 2))
        run_previews()
        found: dict[str, Any] = self.client.get(f"/api/house-previews/{answer.json()['id']}").json()
        return found

    def setUp(self) -> None:
        super().setUp()
        self.clean = hand_in(self.assignment, "dray")

    def test_it_says_what_would_change_and_changes_nothing(self) -> None:
        found = self.preview({"house": {"list_scope": "consulted", "least_sources": 8}})
        self.assertEqual((found["state"], found["done"]), ("done", 2))
        rules = {r["rule"]: (r["gained"], r["lost"]) for r in found["result"]["rules"]}
        self.assertEqual(rules, {"entry-uncited": (0, 1), "require-sources": (1, 0)})
        marlowe, dray = found["result"]["papers"]
        self.assertEqual((marlowe["before"]["slips"], marlowe["after"]["slips"]), (5, 4))
        self.assertEqual((dray["writer"], dray["gained"]), ("Piers Dray", {"require-sources": 1}))
        self.assignment.refresh_from_db()
        self.assertEqual(self.assignment.house, {})
        self.assertIn("entry-uncited", self.rules())

    def test_verdicts_and_points_are_told(self) -> None:
        found = self.preview({"house": {"points": "rule", "send_back_unlisted": 1}})
        marlowe, dray = found["result"]["papers"]
        self.assertEqual(marlowe["before"]["verdict"], None)
        self.assertEqual(marlowe["after"]["verdict"], "send back")
        self.assertGreater(marlowe["after"]["points"], 2)
        self.assertEqual((dray["after"]["verdict"], dray["after"]["points"]), ("read on", 0))

    def test_what_was_worked_out_is_there_when_it_is_saved(self) -> None:
        self.preview(LOOSE)
        reports = Report.objects.count()
        self.send("put", self.address, {"house": LOOSE})
        run_waiting_checks()
        self.assertEqual(Report.objects.count(), reports)

    def test_a_later_one_ends_an_earlier_one(self) -> None:
        first = self.send("post", f"{self.address}/previews", {"house": LOOSE}).json()["id"]
        second = self.send("post", f"{self.address}/previews", {"house": {}}).json()["id"]
        run_previews()
        self.assertEqual(self.client.get(f"/api/house-previews/{first}").status_code, 404)
        self.assertEqual(HousePreview.objects.get().pk, second)
        self.assertEqual(result_of(HousePreview.objects.get()), {"papers": [
            {"paper": p.pk, "writer": p.writer, "before": s, "after": s, "gained": {}, "lost": {}}
            for p, s in ((self.paper, {"slips": 5, "points": None, "verdict": None}),
                         (self.clean, {"slips": 0, "points": None, "verdict": None}))
        ], "rules": []})  # fmt: skip

    def test_rules_that_are_none_are_refused_at_once(self) -> None:
        bad = {"house": {"house": {"size": 1}}}
        self.assertEqual(self.send("post", f"{self.address}/previews", bad).status_code, 422)
        self.assertFalse(HousePreview.objects.exists())

    def test_a_course_is_tried_on_the_papers_of_all_its_assignments(self) -> None:
        course = self.assignment.course
        other = Assignment.objects.create(
            course=course, title="Another", guide="mla-9", house={"house": {"list_scope": "cited"}}
        )
        hand_in(other, "marlowe")
        answer = self.send("post", f"/api/courses/{course.pk}/house/previews", {"house": LOOSE})
        self.assertEqual((answer.status_code, answer.json()["total"]), (202, 3))
        run_previews()
        found = self.client.get(f"/api/house-previews/{answer.json()['id']}").json()
        lost = {p["paper"]: p["lost"] for p in found["result"]["papers"]}
        self.assertEqual(lost.pop(self.paper.pk), {"entry-uncited": 1})
        # An assignment keeps what it has set itself.
        self.assertEqual(set(map(str, lost.values())), {"{}"})

    def test_papers_are_worked_out_one_by_one_and_twice_is_once(self) -> None:
        preview = self.send("post", f"{self.address}/previews", {"house": LOOSE}).json()["id"]
        run_previews(most=1)
        run_previews(most=1)
        going = self.client.get(f"/api/house-previews/{preview}").json()
        self.assertEqual((going["state"], going["done"], going["result"]), ("running", 1, None))
        run_previews()
        self.assertEqual(self.client.get(f"/api/house-previews/{preview}").json()["state"], "done")


class Files(HouseCase):
    def test_out_and_in_again(self) -> None:
        house = {"house": {"ibid": "forbid"}, "points": {"list-order": 2}}
        self.send("put", self.address, {"house": house})
        answer = self.client.get(f"{self.address}.toml")
        self.assertEqual(answer["Content-Type"], "application/toml")
        self.assertIn("# “Ibid.” is not used.", answer.content.decode())
        read = self.send("post", "/api/house-rules/read", {"text": answer.content.decode()})
        self.assertEqual(read.json()["house"], house)

    def test_a_file_that_is_none_says_where(self) -> None:
        answer = self.send("post", "/api/house-rules/read", {"text": '[house]\nibid = "never"'})
        self.assertEqual((answer.status_code, answer.json()["code"]), (422, "house-rule-invalid"))
        self.assertIn("Line 2", answer.json()["message"])

    def test_the_table(self) -> None:
        table = self.client.get("/api/house-rules?guide=mla-9").json()
        self.assertEqual(table["groups"][0]["title"], "What the assignment asks")
        self.assertEqual(self.client.get("/api/house-rules?guide=no").status_code, 422)


class Many(HouseCase):
    def test_a_hundred_papers_are_queued_in_a_few_queries(self) -> None:
        papers = Paper.objects.bulk_create(
            Paper(assignment=self.assignment, writer=f"Ada Writer{n:03}") for n in range(100)
        )
        Draft.objects.bulk_create(
            Draft(paper=p, number=1, file_name="a.md", content=b"x", size=1, sha256="0" * 64)
            for p in papers
        )
        with CaptureQueriesContext(connection) as asked:
            answer = self.send("put", self.address, {"house": LOOSE})
        self.assertEqual(answer.status_code, 200)
        self.assertLess(len(asked), 25)
        self.assertEqual(Check.objects.filter(state=Check.State.QUEUED).count(), 101)
        jobs = ProcrastinateJob.objects.filter(task_name="papers.run_check")
        self.assertGreaterEqual(jobs.count(), 101)


HANDOUT = {
    "name": "class handout",
    "like": "report",
    "entry": "{author? Brask, Ines}. “{title Reading a Weir}.” {medium= Class handout}, {date 3 May 2024}.",
}


class KindsOfItsOwn(HouseCase):
    def test_tried_before_they_are_saved(self) -> None:
        answer = self.send("post", "/api/house-rules/kind", {"guide": "mla-9", **HANDOUT})
        self.assertEqual(answer.status_code, 200)
        self.assertIn("Class handout, 3 May 2024.", answer.json()["example"]["entry"]["text"])
        wrong = {**HANDOUT, "guide": "mla-9", "entry": "{title Reading a Weir}."}
        answer = self.send("post", "/api/house-rules/kind", wrong)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("nothing that tells it", answer.json()["message"])

    def test_known_to_shelf_compose_and_bench(self) -> None:
        self.send("put", self.address, {"house": {"kind": [HANDOUT]}})
        run_waiting_checks()
        ours = {"assignment": self.assignment.pk}
        shelf = self.client.get("/api/guides/mla-9/shelf", ours).json()
        self.assertEqual(shelf[0]["label"], "class handout")
        body = {"guide": "mla-9", "kind": "class-handout", "item": shelf[0]["fields"]}
        self.assertEqual(self.send("post", "/api/sources/compose", body).status_code, 422)
        composed = self.send("post", "/api/sources/compose", {**body, **ours}).json()
        self.assertEqual(composed["entry"]["text"], shelf[0]["example"]["entry"]["text"])
        report = self.client.get(f"/api/papers/{self.paper.pk}/report").json()
        entry = f"/api/papers/{self.paper.pk}/entries/{report['entries'][0]['key']}"
        self.assertEqual(self.send("put", entry, {"kind": "leaflet"}).status_code, 400)
        self.assertEqual(self.send("put", entry, {"kind": "class-handout"}).status_code, 200)
        run_waiting_checks()
        report = self.client.get(f"/api/papers/{self.paper.pk}/report").json()
        self.assertEqual(report["entries"][0]["kind"], "class-handout")

    def test_an_assignment_has_those_of_its_course_and_its_own(self) -> None:
        course = self.assignment.course
        house = f"/api/courses/{course.pk}/house"
        self.assertEqual(self.send("put", house, {"house": {"kind": [HANDOUT]}}).status_code, 200)
        other = {**HANDOUT, "name": "reader", "entry": "{title A}. {container= Our Reader}."}
        own = {**HANDOUT, "entry": "{title Reading a Weir}. {medium= Class handout}."}
        self.send("put", self.address, {"house": {"kind": [own, other]}})
        self.assignment.refresh_from_db()
        kinds = self.assignment.whole_house["kind"]
        self.assertEqual([k["name"] for k in kinds], ["class handout", "reader"])
        self.assertEqual(kinds[0]["entry"], own["entry"])
