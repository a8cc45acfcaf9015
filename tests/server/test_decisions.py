"""Decisions, joins and undo: what a person decides outlives a new check and a new draft."""

from __future__ import annotations

from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import TestCase

from decisions.models import Decision, Join
from tests.world import assignment_of, file_of, hand_in, instructor, run_waiting_checks


class DeskCase(TestCase):
    def setUp(self) -> None:
        user = instructor()
        self.client.force_login(user)
        self.paper = hand_in(assignment_of(user), "marlowe")
        self.address = f"/api/papers/{self.paper.pk}"

    def post(self, end: str, body: dict[str, Any] | None = None) -> Any:
        return self.client.post(
            f"{self.address}/{end}", body or {}, content_type="application/json"
        )

    def put(self, end: str, body: dict[str, Any]) -> Any:
        return self.client.put(f"{self.address}/{end}", body, content_type="application/json")

    def join(self, citation: str, entry: str) -> Any:
        return self.put(f"joins/{citation}", {"entry": entry})

    def undo(self) -> Any:
        return self.client.delete(f"{self.address}/steps/last")

    def report(self) -> Any:
        return self.client.get(f"{self.address}/report").json()

    def decide(self, keys: list[str], verdict: str, **more: Any) -> Any:
        return self.post("decisions", {"keys": keys, "verdict": verdict, **more}).json()

    def verdicts(self) -> dict[str, str]:
        desk = self.client.get(f"{self.address}/desk").json()
        return {d["finding_key"]: d["verdict"] for d in desk["decisions"]}


class Deciding(DeskCase):
    def test_keeping_waiving_remarking_reopening(self) -> None:
        key = self.report()["findings"][0]["key"]
        self.decide([key], "kept", remark="See me about this.")
        self.assertEqual(self.verdicts(), {key: "kept"})
        self.decide([key], "waived")
        decision = Decision.objects.get()
        self.assertEqual((decision.verdict, decision.remark), ("waived", "See me about this."))
        self.decide([key], "open", remark="")
        self.assertEqual(self.verdicts(), {})

    def test_many_at_once_are_one_step(self) -> None:
        keys = [f["key"] for f in self.report()["findings"]]
        desk = self.decide(keys, "kept")
        self.assertEqual(len(desk["decisions"]), 5)
        self.assertIn("5 findings", desk["undo"])
        self.undo()
        self.assertEqual(self.verdicts(), {})

    def test_undo_goes_back_step_by_step(self) -> None:
        one, two = (f["key"] for f in self.report()["findings"][:2])
        self.decide([one], "kept")
        self.decide([one, two], "waived")
        self.assertEqual(self.undo().json()["decisions"][0]["verdict"], "kept")
        self.assertEqual(self.verdicts(), {one: "kept"})
        self.undo()
        self.assertEqual(self.verdicts(), {})
        answer = self.undo()
        self.assertEqual((answer.status_code, answer.json()["code"]), (409, "nothing-to-undo"))

    def test_decisions_outlive_a_check_and_a_draft(self) -> None:
        findings = self.report()["findings"]
        pellow = next(f for f in findings if f["rule"] == "cite-unlisted")
        self.decide([pellow["key"]], "waived", remark="In the handout.")
        self.post("checks")
        run_waiting_checks()
        self.assertIn(pellow["key"], {f["key"] for f in self.report()["findings"]})
        file = SimpleUploadedFile("second.docx", file_of("marlowe") + b"\0")
        self.client.post(f"{self.address}/drafts", {"file": file})
        run_waiting_checks()
        again = next(f for f in self.report()["findings"] if f["rule"] == "cite-unlisted")
        self.assertEqual(self.verdicts()[again["key"]], "waived")

    def test_a_write_over_a_newer_one_is_told_and_changes_nothing(self) -> None:
        key = self.report()["findings"][0]["key"]
        desk = self.decide([key], "kept", remark="Mine.", seen={key: 0})
        version = desk["decisions"][0]["version"]
        self.decide([key], "waived", remark="Theirs.", seen={key: version})
        body = {
            "keys": [key],
            "verdict": "kept",
            "remark": "Mine, too late.",
            "seen": {key: version},
        }
        answer = self.post("decisions", body)
        self.assertEqual((answer.status_code, answer.json()["code"]), (409, "changed-meanwhile"))
        self.assertEqual(
            answer.json()["about"], {"key": key, "verdict": "waived", "remark": "Theirs."}
        )
        self.assertEqual(Decision.objects.get().remark, "Theirs.")
        # What undo brings back is what was seen before.
        self.undo()
        self.assertEqual(self.post("decisions", body).status_code, 200)

    def test_keys_that_no_check_has_are_passed_over(self) -> None:
        self.assertEqual(self.decide(["no-such-key"], "kept")["decisions"], [])
        self.assertIsNone(self.client.get(f"{self.address}/desk").json()["undo"])

    def test_nonsense_is_refused(self) -> None:
        for body in ({"keys": [], "verdict": "kept"}, {"keys": ["k"], "verdict": "maybe"}, {}):
            self.assertEqual(self.post("decisions", body).status_code, 400)


class Paragraphs(DeskCase):
    def said(self, role: str, begins: str) -> Any:
        paragraph = next(p for p in self.report()["paragraphs"] if p["text"].startswith(begins))
        answer = self.put(f"paragraphs/{paragraph['key']}", {"role": role})
        run_waiting_checks()
        return answer

    def test_a_list_that_ends_earlier_is_checked_anew_and_undone(self) -> None:
        entries = self.report()["tally"]["entries"]
        third = self.report()["entries"][2]["text"][:20]
        desk = self.said("list-last", third).json()
        self.assertEqual([p["role"] for p in desk["paragraphs"]], ["list-last"])
        self.assertEqual(desk["undo"], "The list ends here")
        self.assertEqual(self.report()["tally"]["entries"], 3)
        self.undo()
        run_waiting_checks()
        self.assertEqual(self.report()["tally"]["entries"], entries)

    def test_it_outlives_a_new_check_and_a_new_draft(self) -> None:
        self.said("list-last", self.report()["entries"][2]["text"][:20])
        file = SimpleUploadedFile("second.docx", file_of("marlowe") + b"\0")
        self.client.post(f"{self.address}/drafts", {"file": file})
        run_waiting_checks()
        self.assertEqual(self.report()["tally"]["entries"], 3)

    def test_left_to_grelt_again(self) -> None:
        entries = self.report()["tally"]["entries"]
        third = self.report()["entries"][2]["text"][:20]
        self.said("list-last", third)
        self.assertEqual(self.said("", third).json()["paragraphs"], [])
        self.assertEqual(self.report()["tally"]["entries"], entries)

    def test_what_no_paragraph_is_is_refused(self) -> None:
        self.assertEqual(self.put("paragraphs/p", {"role": "chorus"}).status_code, 400)


class Joining(DeskCase):
    def test_a_join_is_checked_anew_outlives_checks_and_is_undone(self) -> None:
        report = self.report()
        pellow = next(c for c in report["citations"] if c["match"] == "none")
        quill = next(e for e in report["entries"] if e["label"] == "Quill")
        self.join(pellow["key"], quill["key"])
        run_waiting_checks()
        joined = self.report()
        self.assertEqual((joined["tally"]["unlisted"], joined["tally"]["uncited"]), (0, 0))
        self.post("checks")
        run_waiting_checks()
        now = next(c for c in self.report()["citations"] if c["key"] == pellow["key"])
        self.assertTrue(now["by_hand"])
        self.undo()
        run_waiting_checks()
        self.assertEqual(self.report()["tally"]["unlisted"], 1)
        self.assertEqual(Join.objects.count(), 0)

    def test_no_entry_and_back_to_what_is_found(self) -> None:
        first = self.report()["citations"][0]
        self.join(first["key"], "")
        run_waiting_checks()
        self.assertEqual(self.report()["citations"][0]["match"], "none")
        self.client.delete(f"{self.address}/joins/{first['key']}")
        run_waiting_checks()
        self.assertEqual(self.report()["citations"][0]["match"], "exact")
