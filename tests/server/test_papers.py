"""Handing in, the queue, reports, bad files, and who may see what."""

from __future__ import annotations

import io
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta
from typing import Any, ClassVar, cast
from unittest import mock

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import connection
from django.test import Client, TestCase, TransactionTestCase, override_settings
from django.utils import timezone
from procrastinate.contrib.django import app
from procrastinate.contrib.django.django_connector import DjangoConnector
from procrastinate.contrib.django.models import ProcrastinateJob

from config.urgency import Urgency
from courses.models import Assignment, Course
from grelt import api as core
from grelt.api import LIMITS
from grelt.confined import Confinement, Died, OverMemory, OverTime
from papers.actions.begin_check import begin_check
from papers.actions.fail_check import fail_check
from papers.actions.pick_up_lost import pick_up_lost
from papers.actions.queue_check import queue_check
from papers.actions.recheck_outdated import recheck_outdated
from papers.actions.release_check import release_check
from papers.actions.run_check import run_check
from papers.models import Check, Draft, FindingRow, HousePreview, Paper, Report
from tests.world import PASSWORD, assignment_of, file_of, hand_in, instructor, run_waiting_checks


def upload(name: str, content: bytes) -> dict[str, SimpleUploadedFile]:
    return {"file": SimpleUploadedFile(name, content)}


def asked(client: Client, verb: str, address: str, body: dict[str, object]) -> Any:
    """Forms by POST, JSON by PUT, nothing else but the address otherwise."""
    if verb == "put":
        return client.put(address, body, content_type="application/json")
    return getattr(client, verb)(address, body if verb == "post" else None)


class HandingIn(TestCase):
    def setUp(self) -> None:
        self.user = instructor()
        self.assignment = assignment_of(self.user)
        self.client.force_login(self.user)
        self.address = f"/api/assignments/{self.assignment.pk}/papers"

    def rows(self) -> Any:
        return self.client.get(self.address).json()["papers"]

    def test_while_it_is_checked_again_the_figures_stay(self) -> None:
        self.client.post(self.address, upload("essay.docx", file_of("marlowe")))
        waiting = self.rows()[0]["check_state"]
        self.assertEqual((waiting["counted"], waiting["citations"]), (False, 0))
        run_waiting_checks()
        queue_check(Draft.objects.get())
        again = self.rows()[0]["check_state"]
        self.assertEqual((again["state"], again["counted"]), ("queued", True))
        self.assertEqual((again["citations"], again["slips"]), (16, 5))
        self.assertEqual(Check.objects.latest("pk").citations, 0)

    def test_one_that_somebody_waits_for_comes_before_a_class(self) -> None:
        self.client.post(self.address, upload("essay.docx", file_of("marlowe")))
        draft = Draft.objects.get()
        self.assertEqual(queue_check(draft, Urgency.BEHIND), Check.objects.get())
        self.assertEqual(queue_check(draft), Check.objects.get())
        jobs = ProcrastinateJob.objects.order_by("-priority")
        asked = Check.objects.get().pk
        self.assertEqual(
            [(job.priority, job.args["check_id"]) for job in jobs],
            [(Urgency.AT_ONCE, asked), (Urgency.CLASS, asked)],
        )
        run_check(asked)
        run_check(asked)  # the second job of it
        self.assertEqual(Check.objects.get().attempt, 1)

    def test_a_paper_is_kept_queued_checked_and_named(self) -> None:
        content = file_of("marlowe")
        answer = self.client.post(self.address, upload("essay.docx", content))
        self.assertEqual(answer.status_code, 201)
        self.assertEqual(answer.json()["check_state"]["state"], "queued")
        job = ProcrastinateJob.objects.get()
        self.assertEqual(job.task_name, "papers.run_check")
        self.assertEqual(bytes(Draft.objects.get().content), content)
        run_waiting_checks()
        row = self.rows()[0]
        self.assertEqual((row["writer"], row["title"]), ("Ines Marlowe", "The Mill at Slack Water"))
        state = row["check_state"]
        self.assertEqual(
            (state["state"], state["citations"], state["unlisted"], state["slips"]),
            ("done", 16, 1, 5),
        )

    def test_results_are_rows_that_can_be_queried(self) -> None:
        hand_in(self.assignment, "marlowe")
        report = self.client.get(f"/api/papers/{Paper.objects.get().pk}/report").json()
        self.assertEqual(FindingRow.objects.count(), len(report["findings"]))
        self.assertEqual(
            FindingRow.objects.filter(rule="cite-first-element", severity="error").count(), 2
        )

    def test_the_file_comes_back_as_it_came(self) -> None:
        paper = hand_in(self.assignment, "dray")
        answer = self.client.get(f"/api/papers/{paper.pk}/file")
        self.assertEqual(answer.content, file_of("dray"))
        self.assertIn("attachment", answer["Content-Disposition"])
        self.assertEqual(answer["X-Content-Type-Options"], "nosniff")

    def test_bad_files_are_kept_with_a_message(self) -> None:
        whole = file_of("dray")
        for name, content, code in (
            ("empty.docx", b"", "paper-empty"),
            ("half.docx", whole[: len(whole) // 2], "paper-damaged"),
            ("really.docx", b"%PDF-1.4", "paper-mislabelled"),
            ("notes.rtf", b"{\\rtf1 words}", "format-unsupported"),
        ):
            with self.subTest(name=name):
                answer = self.client.post(self.address, upload(name, content))
                self.assertEqual(answer.status_code, 201)
                run_waiting_checks()
                paper = self.client.get(f"/api/papers/{answer.json()['id']}").json()
                self.assertEqual(paper["check_state"]["state"], "failed")
                self.assertEqual(paper["check_state"]["error_code"], code)
                self.assertGreater(len(paper["check_state"]["error_message"]), 30)
                self.assertEqual(bytes(Draft.objects.get(paper_id=paper["id"]).content), content)

    def test_a_file_too_large_is_refused_with_a_message(self) -> None:
        answer = self.client.post(self.address, upload("big.docx", bytes(LIMITS.file + 1)))
        self.assertEqual(answer.status_code, 413)
        self.assertIn("30 MB", answer.json()["message"])
        self.assertEqual(Paper.objects.count(), 0)

    def test_no_file_at_all_is_said(self) -> None:
        answer = self.client.post(self.address, {})
        self.assertEqual(answer.status_code, 400)
        self.assertIn("file", answer.json()["fields"])

    def test_a_new_draft_replaces_what_is_shown_and_keeps_the_old_file(self) -> None:
        paper = hand_in(self.assignment, "marlowe")
        answer = self.client.post(
            f"/api/papers/{paper.pk}/drafts", upload("2.docx", file_of("dray"))
        )
        self.assertEqual(answer.json()["draft"], 2)
        run_waiting_checks()
        self.assertEqual(self.client.get(f"/api/papers/{paper.pk}/report").json()["findings"], [])
        self.assertEqual(Draft.objects.count(), 2)

    def test_checking_again_gives_the_same_report_and_one_check(self) -> None:
        paper = hand_in(self.assignment, "marlowe")
        before = self.client.get(f"/api/papers/{paper.pk}/report").json()
        with mock.patch.object(Confinement, "run") as check:
            answer = self.client.post(f"/api/papers/{paper.pk}/checks")
            self.assertEqual(answer.status_code, 202)
            run_waiting_checks()
            check.assert_not_called()  # same inputs, same report, no second run
        self.assertEqual(self.client.get(f"/api/papers/{paper.pk}/report").json(), before)
        self.assertEqual(Check.objects.count(), 1)
        self.assertEqual(FindingRow.objects.count(), 5)

    def test_reports_of_another_version_are_made_again(self) -> None:
        hand_in(self.assignment, "marlowe")
        self.assertEqual(recheck_outdated(), 0)
        Check.objects.update(core_version="0.0.1", report=None)
        Report.objects.all().delete()
        self.assertEqual(recheck_outdated(), 1)
        run_waiting_checks()
        self.assertEqual(recheck_outdated(), 0)
        self.assertEqual(Check.objects.get().core_version, core.build_id())

    def test_house_rules_of_the_assignment_are_obeyed(self) -> None:
        assignment = assignment_of(self.user, {"house": {"list_scope": "consulted"}})
        paper = hand_in(assignment, "marlowe")
        report = self.client.get(f"/api/papers/{paper.pk}/report").json()
        self.assertNotIn("entry-uncited", {f["rule"] for f in report["findings"]})
        shown = self.client.get(f"/api/assignments/{assignment.pk}").json()
        self.assertEqual(shown["house_rules"], ["The list may hold works consulted and not cited."])

    def test_every_end_of_a_check_has_a_message_and_a_way_on(self) -> None:
        paper = hand_in(self.assignment, "dray", checked=False)
        for ended, code in (
            (RuntimeError("bang"), "check-failed"),
            (OverTime(), "check-too-long"),
            (OverMemory(), "check-too-large"),
            (Died("bang"), "check-died"),
        ):
            with self.subTest(code), mock.patch.object(Confinement, "run", side_effect=ended):
                if isinstance(ended, RuntimeError):
                    with self.assertRaises(RuntimeError):
                        run_waiting_checks()
                else:
                    run_waiting_checks()
            state = self.client.get(f"/api/papers/{paper.pk}/checks/last").json()
            self.assertEqual((state["state"], state["error_code"]), ("failed", code))
            self.assertNotIn("bang", state["error_message"])
            self.assertIn("The file is kept.", state["error_message"])
            again = self.client.post(f"/api/papers/{paper.pk}/checks").json()
            self.assertEqual(again["check_state"]["state"], "queued")
        run_waiting_checks()
        self.assertEqual(self.client.get(f"/api/papers/{paper.pk}/report").status_code, 200)

    def test_a_process_that_died_once_is_tried_again(self) -> None:
        paper = hand_in(self.assignment, "dray", checked=False)
        real = Confinement.run
        deaths = [Died("killed")]

        def run(limits: Confinement, *asked: Any) -> Any:
            if deaths:
                raise deaths.pop()
            return real(limits, *asked)

        with mock.patch.object(Confinement, "run", run):
            run_waiting_checks()
        check = Check.objects.get(draft__paper=paper)
        self.assertEqual((check.state, check.attempt, check.deaths), ("done", 2, 1))

    def test_a_check_begins_and_ends_once(self) -> None:
        hand_in(self.assignment, "dray", checked=False)
        key = Check.objects.get().pk
        mine = begin_check(key)
        assert mine is not None
        self.assertIsNone(begin_check(key), "somebody has it")
        self.assertTrue(release_check(key))
        other = begin_check(key)
        assert other is not None
        self.assertFalse(fail_check(mine, "late", "The first worker comes back late."))
        self.assertTrue(fail_check(other, "check-failed", "So it is."))
        self.assertFalse(release_check(key), "it is not running any more")

    def test_checks_whose_jobs_are_gone_are_found(self) -> None:
        hand_in(self.assignment, "dray", checked=False)
        check = Check.objects.get()
        tasks = {"papers.run_check"}
        Check.objects.update(changed_at=timezone.now() - timedelta(hours=1))
        self.assertEqual(pick_up_lost(tasks), [], "its job waits")
        ProcrastinateJob.objects.all().update(status="failed")
        self.assertEqual(pick_up_lost(tasks), [check.pk])
        begin_check(check.pk)
        self.assertEqual(pick_up_lost(tasks), [], "it has just begun")
        Check.objects.update(changed_at=timezone.now() - timedelta(hours=1))
        self.assertEqual(pick_up_lost(tasks), [check.pk])
        self.assertEqual(Check.objects.get().state, "queued")

    def test_what_cannot_be_stored_is_cleaned_first(self) -> None:
        words = "The boats came\ud800 late\0 (Fitch 12). " * 3
        answer = self.client.post(
            self.address, upload("a\x01.md", words.encode("utf-8", "surrogatepass"))
        )
        run_waiting_checks()
        state = self.client.get(f"/api/papers/{answer.json()['id']}/checks/last").json()["state"]
        self.assertIn(state, ("done", "failed"))

    def test_the_same_file_is_told_and_taken_in_where_it_is_meant(self) -> None:
        paper = hand_in(self.assignment, "dray")
        body = {"file": SimpleUploadedFile("copy.docx", file_of("dray"))}
        answer = self.client.post(self.address, body)
        self.assertEqual((answer.status_code, answer.json()["code"]), (409, "same-file"))
        self.assertEqual(answer.json()["about"], {"paper": str(paper.pk)})
        self.assertIn("Piers Dray", answer.json()["message"])
        again = upload("copy.docx", file_of("dray")) | {"again": "true"}
        self.assertEqual(self.client.post(self.address, again).status_code, 201)
        draft = self.client.post(
            f"/api/papers/{paper.pk}/drafts", upload("copy.docx", file_of("dray"))
        )
        self.assertEqual(draft.json()["code"], "same-file")

    def test_an_upload_tried_again_makes_no_second_paper(self) -> None:
        ids = set()
        for _ in range(3):
            answer = self.client.post(
                self.address, upload("a.docx", file_of("dray")), headers={"Idempotency-Key": "k1"}
            )
            self.assertEqual(answer.status_code, 201)
            ids.add(answer.json()["id"])
        self.assertEqual((len(ids), Draft.objects.count(), Check.objects.count()), (1, 1, 1))

    def test_nobody_fills_the_disk(self) -> None:
        with override_settings(QUOTA=len(file_of("dray")) + 10):
            self.client.post(self.address, upload("a.docx", file_of("dray")))
            answer = self.client.post(self.address, upload("b.docx", file_of("finch")))
        self.assertEqual((answer.status_code, answer.json()["code"]), (429, "too-many-papers"))
        paper = Paper.objects.get()
        for _ in range(5):
            self.client.post(f"/api/papers/{paper.pk}/checks")
        self.assertEqual(Check.objects.filter(state="queued").count(), 1)

    def test_lists_come_in_pages_and_news_in_a_few_bytes(self) -> None:
        papers = [
            hand_in(self.assignment, n, checked=False).pk for n in ("dray", "finch", "marlowe")
        ]
        first = self.client.get(self.address, {"limit": 2}).json()
        self.assertEqual(([p["id"] for p in first["papers"]], first["count"]), (papers[:2], 3))
        rest = self.client.get(self.address, {"limit": 2, "after": first["next"]}).json()
        self.assertEqual(([p["id"] for p in rest["papers"]], rest["next"]), (papers[2:], None))
        some = self.client.get(self.address, {"ids": f"{papers[1]},999999"}).json()["papers"]
        self.assertEqual([p["id"] for p in some], papers[1:2])
        progress = f"/api/assignments/{self.assignment.pk}/progress"
        later = (timezone.now() + timedelta(minutes=1)).isoformat()
        self.assertEqual(
            {
                k: v
                for k, v in self.client.get(progress, {"since": later}).json().items()
                if k != "now"
            },
            {"busy": 3, "changed": []},
        )
        run_waiting_checks()
        news = self.client.get(progress, {"since": rest["now"]})
        self.assertEqual((news.json()["busy"], news.json()["changed"]), (0, papers))
        self.assertLess(len(news.content), 300)
        for wrong in ({"limit": "many"}, {"limit": 9999}, {"ids": "1,x"}, {"after": "9" * 40}):
            self.assertEqual(self.client.get(self.address, wrong).status_code, 400)
        self.assertEqual(self.client.get(progress).status_code, 400)

    def test_a_report_that_is_known_is_not_sent_again(self) -> None:
        paper = hand_in(self.assignment, "dray")
        answer = self.client.get(
            f"/api/papers/{paper.pk}/report", headers={"accept-encoding": "gzip"}
        )
        self.assertEqual(answer["Content-Encoding"], "gzip")
        plain = self.client.get(f"/api/papers/{paper.pk}/report")
        self.assertLess(len(answer.content) * 3, len(plain.content))
        known = self.client.get(
            f"/api/papers/{paper.pk}/report", headers={"if-none-match": plain["ETag"]}
        )
        self.assertEqual((known.status_code, known.content), (304, b""))

    def test_a_report_of_an_earlier_release_is_shown_until_there_is_a_new_one(self) -> None:
        paper = hand_in(self.assignment, "dray")
        report = Report.objects.get()
        later = ("page", "requirements", "points", "verdict", "likely_list")
        report.body = {name: part for name, part in report.body.items() if name not in later}
        report.save()
        shown = self.client.get(f"/api/papers/{paper.pk}/report").json()
        self.assertEqual(
            {name: shown[name] for name in later},
            {
                "page": None,
                "requirements": [],
                "points": None,
                "verdict": None,
                "likely_list": None,
            },
        )

    def test_removing_can_be_undone(self) -> None:
        paper = hand_in(self.assignment, "dray")
        self.assertEqual(self.client.delete(f"/api/papers/{paper.pk}").status_code, 204)
        self.assertEqual(self.rows(), [])
        self.assertEqual(self.client.get(f"/api/papers/{paper.pk}").status_code, 404)
        self.client.post(f"/api/papers/{paper.pk}/restore")
        self.assertEqual(len(self.rows()), 1)


class TheQueue(TransactionTestCase):
    def tearDown(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute(
                "TRUNCATE procrastinate_jobs, procrastinate_periodic_defers, procrastinate_workers"
                " RESTART IDENTITY CASCADE"
            )

    def test_a_worker_runs_what_was_queued(self) -> None:
        paper = hand_in(assignment_of(instructor()), "finch", checked=False)

        def work() -> None:
            connector = cast(DjangoConnector, app.connector)
            with app.replace_connector(connector.get_worker_connector()) as worker:
                worker.run_worker(wait=False, install_signal_handlers=False, listen_notify=False)
            connection.close()

        with ThreadPoolExecutor(1) as pool:
            pool.submit(work).result()
        check = Check.objects.get(draft__paper=paper)
        self.assertEqual((check.state, check.slips), ("done", 5))


class WhoMaySeeWhat(TestCase):
    """Every address of the API, asked by somebody else and by nobody."""

    owner: ClassVar[User]
    other: ClassVar[User]
    assignment: ClassVar[Assignment]
    paper: ClassVar[Paper]
    preview: ClassVar[HousePreview]

    @classmethod
    def setUpTestData(cls) -> None:
        cls.owner = instructor("vale")
        cls.other = instructor("pym")
        cls.assignment = assignment_of(cls.owner)
        cls.paper = hand_in(cls.assignment, "marlowe")
        cls.preview = HousePreview.objects.create(
            course=cls.assignment.course, assignment=cls.assignment, guide="mla-9"
        )

    def addresses(self) -> list[tuple[str, str, dict[str, object]]]:
        paper, work = f"/api/papers/{self.paper.pk}", f"/api/assignments/{self.assignment.pk}"
        course = f"/api/courses/{self.assignment.course.pk}"
        return [
            ("get", work, {}),
            ("get", f"{work}/papers", {}),
            ("post", f"{work}/papers", {"file": io.BytesIO(b"x")}),
            ("post", f"{course}/assignments", {"title": "x", "guide": "mla-9"}),
            ("put", f"{work}/house", {"house": {}}),
            ("get", f"{work}/house.toml", {}),
            ("post", f"{work}/house/previews", {"house": {}}),
            ("put", f"{course}/house", {"house": {}}),
            ("get", f"/api/house-previews/{self.preview.pk}", {}),
            ("get", paper, {}),
            ("get", f"{paper}/report", {}),
            ("get", f"{paper}/file", {}),
            ("get", f"{paper}/desk", {}),
            ("post", f"{paper}/checks", {}),
            ("get", f"{paper}/checks/last", {}),
            ("get", f"{work}/progress?since=2026-01-01T00:00:00Z", {}),
            ("post", f"{paper}/drafts", {"file": io.BytesIO(b"x")}),
            ("post", f"{paper}/decisions", {"keys": ["k"], "verdict": "kept"}),
            ("put", f"{paper}/joins/c", {"entry": ""}),
            ("delete", f"{paper}/joins/c", {}),
            ("put", f"{paper}/entries/e", {"kind": "book"}),
            ("put", f"{paper}/paragraphs/p", {"role": "heading"}),
            ("delete", f"{paper}/steps/last", {}),
            ("put", f"{paper}/details", {"writer": "", "title": "", "guide": ""}),
            ("post", f"{course}/house/previews", {"house": {}}),
            ("get", f"{paper}/return", {}),
            ("get", f"{paper}/drafts/compared", {}),
            ("put", f"{paper}/return", {"words": "", "without": []}),
            ("put", f"{paper}/return/returned", {}),
            ("delete", f"{paper}/return/returned", {}),
            ("put", f"{paper}/return/page", {"days": 3}),
            ("delete", f"{paper}/return/page", {}),
            ("get", f"{paper}/return/file?form=docx", {}),
            ("get", f"/api/guides/mla-9/shelf?assignment={self.assignment.pk}", {}),
            ("post", f"{paper}/restore", {}),
            ("delete", paper, {}),
        ]

    def test_somebody_else_finds_nothing(self) -> None:
        self.client.force_login(self.other)
        for verb, address, body in self.addresses():
            with self.subTest(verb=verb, address=address):
                answer = asked(self.client, verb, address, body)
                self.assertEqual(answer.status_code, 404)
        self.assertEqual(self.client.get("/api/courses").json(), [])
        self.assertEqual(Draft.objects.count(), 1)

    def test_nobody_is_asked_to_sign_in(self) -> None:
        for verb, address, body in [*self.addresses(), ("get", "/api/courses", {})]:
            with self.subTest(verb=verb, address=address):
                answer = asked(self.client, verb, address, body)
                self.assertEqual(answer.status_code, 401)
                self.assertEqual(answer.json()["code"], "signed-out")

    def test_forged_requests_are_refused(self) -> None:
        strict = Client(enforce_csrf_checks=True)
        strict.force_login(self.owner)
        answer = strict.post(f"/api/papers/{self.paper.pk}/checks")
        self.assertEqual(answer.status_code, 403)
        answer = strict.post("/api/session", {"username": "vale", "password": PASSWORD})
        self.assertEqual(answer.status_code, 403)


class Courses(TestCase):
    def setUp(self) -> None:
        self.client.force_login(instructor())

    def test_making_a_course_and_an_assignment(self) -> None:
        course = self.client.post("/api/courses", {"name": "Night Work"}).json()
        answer = self.client.post(
            f"/api/courses/{course['id']}/assignments",
            {"title": "Essay", "guide": "mla-9", "house": {"house": {"links": "allow"}}},
            content_type="application/json",
        )
        self.assertEqual(answer.status_code, 201)
        self.assertEqual(Assignment.objects.get().house, {"house": {"links": "allow"}})
        self.assertEqual(
            self.client.get("/api/courses").json()[0]["assignments"][0]["title"], "Essay"
        )

    def test_what_cannot_be_is_refused_in_words(self) -> None:
        course = Course.objects.create(owner_id=self.client.session["_auth_user_id"], name="x")
        address = f"/api/courses/{course.pk}/assignments"
        for body, words in (
            ({"title": "E", "guide": "nope"}, "no guide"),
            ({"title": "E", "guide": "mla-9", "house": {"house": {"links": "maybe"}}}, "links"),
            ({"title": "", "guide": "mla-9"}, "blank"),
        ):
            with self.subTest(body=body):
                answer = self.client.post(address, body, content_type="application/json")
                self.assertIn(answer.status_code, (400, 422))
                self.assertIn(words, answer.json()["message"])
        self.assertEqual(Assignment.objects.count(), 0)
