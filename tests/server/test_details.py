"""Whose paper it is, what it is called, and its own guide: set by hand, outliving checks, undone."""

from __future__ import annotations

from typing import Any

from django.test import TestCase

from papers.actions.recheck_assignment import recheck_assignment
from papers.actions.upload_paper import HandedIn, upload_paper
from papers.models import Check
from tests.world import assignment_of, hand_in, instructor, run_waiting_checks


class Details(TestCase):
    def setUp(self) -> None:
        user = instructor()
        self.client.force_login(user)
        self.assignment = assignment_of(user)
        self.paper = hand_in(self.assignment, "marlowe")
        self.address = f"/api/papers/{self.paper.pk}"

    def put(self, **said: str) -> Any:
        body = {"writer": "Ines Marlowe", "title": "The Mill at Slack Water", "guide": "", **said}
        return self.client.put(f"{self.address}/details", body, content_type="application/json")

    def shown(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(self.address).json()
        return found

    def undo(self) -> None:
        self.assertEqual(self.client.delete(f"{self.address}/steps/last").status_code, 200)

    def test_a_guide_of_its_own_checks_anew_outlives_the_assignments_and_is_undone(self) -> None:
        self.assertEqual(self.put(guide="apa-7").status_code, 200)
        self.assertEqual(Check.objects.filter(state=Check.State.QUEUED).count(), 1)
        run_waiting_checks()
        report = self.client.get(f"{self.address}/report").json()
        self.assertEqual(report["guide"]["id"], "apa-7")
        self.assertEqual(self.shown()["guide_name"], "APA 7")
        recheck_assignment(self.assignment)
        run_waiting_checks()
        self.assertEqual(self.client.get(f"{self.address}/report").json()["guide"]["id"], "apa-7")
        desk = self.client.get(f"{self.address}/desk").json()
        self.assertEqual(desk["undo"], "Check this paper by APA 7")
        self.undo()
        run_waiting_checks()
        self.assertEqual(self.client.get(f"{self.address}/report").json()["guide"]["id"], "mla-9")

    def test_writer_and_title_outlive_a_check_and_are_undone(self) -> None:
        self.put(writer="Ines M. Marlowe", title="The Mill")
        self.assertFalse(Check.objects.filter(state=Check.State.QUEUED).exists())
        recheck_assignment(self.assignment)
        run_waiting_checks()
        self.assertEqual(
            (self.shown()["writer"], self.shown()["title"]), ("Ines M. Marlowe", "The Mill")
        )
        self.undo()
        self.assertEqual(
            (self.shown()["writer"], self.shown()["title"]),
            ("Ines Marlowe", "The Mill at Slack Water"),
        )

    def test_what_is_left_empty_is_read_from_the_paper_again(self) -> None:
        self.put(writer="Somebody Else", title="Another")
        self.put(writer="", title="")
        run_waiting_checks()
        self.assertEqual(
            (self.shown()["writer"], self.shown()["title"]),
            ("Ines Marlowe", "The Mill at Slack Water"),
        )

    def test_a_running_head_gives_the_name_without_the_page(self) -> None:
        text = (
            "Orla Vantongeren 1\n\nProfessor Vale\n\nLetters 12\n\n14 October 2026\n\nThe Weir in Spring\n\n"
            "The tide did the rest (Wren 9). It was so.\n\nWorks Cited\n\n"
            "Wren, Isolde. The Glass Orchard. Lowell and Finch, 2011.\n"
        )
        paper = upload_paper(self.assignment, HandedIn("p.txt", text.encode()))
        run_waiting_checks()
        paper.refresh_from_db()
        self.assertEqual(paper.writer, "Orla Vantongeren")

    def test_a_guide_that_there_is_none_of_is_refused(self) -> None:
        self.assertEqual(self.put(guide="none-1").status_code, 422)
        self.assertEqual(self.shown()["guide"], "")

    def test_nothing_changed_is_no_step(self) -> None:
        self.put()
        self.assertIsNone(self.client.get(f"{self.address}/desk").json()["undo"])
