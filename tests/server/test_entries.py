"""Entries set right by a person: the paper is checked anew at once, it holds, and it is undone."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile

from decisions.models import EntryHand
from tests.world import PASSWORD, file_of, run_waiting_checks

from .test_decisions import DeskCase


class SettingEntriesRight(DeskCase):
    def setUp(self) -> None:
        super().setUp()
        self.entry = next(e for e in self.report()["entries"] if e["kind"] == "book")

    def set(self, kind: str, borders: list[dict[str, Any]] | None = None) -> Any:
        body: dict[str, Any] = {"kind": kind}
        if borders is not None:
            body["borders"] = borders
        answer = self.put(f"entries/{self.entry['key']}", body)
        run_waiting_checks()
        return answer

    def now(self) -> Any:
        return next(e for e in self.report()["entries"] if e["key"] == self.entry["key"])

    def test_a_kind_is_checked_anew_holds_and_is_undone(self) -> None:
        desk = self.set("thesis").json()
        self.assertEqual(
            desk["hands"], [{"entry_key": self.entry["key"], "kind": "thesis", "borders": []}]
        )
        self.assertIn("thesis", desk["undo"])
        now = self.now()
        self.assertEqual(
            (now["kind"], now["kind_confidence"], now["set_by_hand"]), ("thesis", 1.0, True)
        )
        rules = {f["rule"] for f in self.report()["findings"] if f["entry"] == now["id"]}
        self.assertIn("entry-missing-medium", rules)
        self.post("checks")
        run_waiting_checks()
        self.assertEqual(self.now()["kind"], "thesis")
        self.undo()
        run_waiting_checks()
        self.assertEqual((self.now()["kind"], self.now()["set_by_hand"]), ("book", False))
        self.assertFalse(EntryHand.objects.exists())

    def test_it_outlives_a_new_draft(self) -> None:
        self.set("report")
        file = SimpleUploadedFile("second.docx", file_of("marlowe") + b"\0")
        self.client.post(f"{self.address}/drafts", {"file": file})
        run_waiting_checks()
        self.assertEqual(self.now()["kind"], "report")

    def test_a_second_choice_is_undone_to_the_first(self) -> None:
        self.set("thesis")
        self.set("report")
        self.undo()
        run_waiting_checks()
        self.assertEqual(self.now()["kind"], "thesis")

    def test_choosing_nothing_lets_grelt_read_again(self) -> None:
        self.set("thesis")
        self.assertEqual(self.set("").json()["hands"], [])
        self.assertEqual(self.now()["kind"], "book")

    def test_borders_hold(self) -> None:
        title = next(e for e in self.entry["elements"] if e["name"] == "title")
        first = self.entry["text"][title["start"] : title["end"]].split()[0]
        end = title["start"] + len(first)
        self.set("book", [{"element": "title", "start": title["start"], "end": end}])
        found = next(e for e in self.now()["elements"] if e["name"] == "title")
        self.assertEqual((found["text"], found["confidence"]), (first, 1.0))

    def test_borders_outside_of_the_entry_do_no_harm(self) -> None:
        answer = self.set("book", [{"element": "title", "start": 90_000, "end": 90_010}])
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(self.now()["text"], self.entry["text"])

    def test_nonsense_is_refused(self) -> None:
        for kind, borders in (
            ("wizardry", []),
            ("book", [{"element": "title", "start": 9, "end": 3}]),
            ("book", [{"element": "title", "start": -1, "end": 3}]),
            ("book", [{"start": 0, "end": 3}]),
        ):
            with self.subTest(kind=kind, borders=borders):
                self.assertEqual(self.set(kind, borders).status_code, 400)
        self.assertFalse(EntryHand.objects.exists())

    def test_nobody_else_may(self) -> None:
        User.objects.create_user("moss", password=PASSWORD)
        self.client.logout()
        self.assertEqual(self.set("thesis").status_code, 401)
        self.client.login(username="moss", password=PASSWORD)
        self.assertEqual(self.set("thesis").status_code, 404)
        self.assertFalse(EntryHand.objects.exists())
