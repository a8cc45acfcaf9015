"""The return of a paper: what was kept, the letter, files, the page to read without an account."""

from __future__ import annotations

import csv
import datetime
import io
import json
import zipfile
from typing import Any

import docx
from django.test import Client, TestCase
from django.utils import timezone

from courses.actions.set_writers import set_writers
from decisions.actions.decide_findings import decide_findings
from papers.models import Check, FindingRow, Paper
from returns.actions.change_return import set_returned
from returns.actions.make_many import make_one
from returns.models import PaperReturn
from tests.world import assignment_of, file_of, hand_in, instructor, run_waiting_checks


class ReturnCase(TestCase):
    def setUp(self) -> None:
        self.user = instructor()
        self.client.force_login(self.user)
        self.paper = hand_in(assignment_of(self.user), "marlowe")
        self.address = f"/api/papers/{self.paper.pk}"

    def send(self, verb: str, path: str, body: Any = None) -> Any:
        answer = getattr(self.client, verb)(
            f"{self.address}{path}", body or {}, content_type="application/json"
        )
        self.assertLess(answer.status_code, 300, answer.content[:300])
        return answer.json()

    def keep(self, rule: str, remark: str = "") -> str:
        report = self.client.get(f"{self.address}/report").json()
        key: str = next(f["key"] for f in report["findings"] if f["rule"] == rule)
        self.send("post", "/decisions", {"keys": [key], "verdict": "kept", "remark": remark})
        return key

    def shown(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"{self.address}/return").json()
        return found


class TheLetter(ReturnCase):
    def test_only_what_was_kept_goes_into_it_in_the_persons_words(self) -> None:
        self.assertNotIn("remark", [b["kind"] for b in self.shown()["letter"]])
        key = self.keep("cite-unlisted", "Who is Pellow?")
        remarks = [b for b in self.shown()["letter"] if b["kind"] == "remark"]
        self.assertEqual([b["key"] for b in remarks], [key])
        self.assertTrue(remarks[0]["text"].startswith("Who is Pellow? Pellow is cited here"))

    def test_what_is_not_kept_is_not_said_of_the_paper(self) -> None:
        said = [b["text"] for b in self.shown()["letter"] if b["kind"] == "text"]
        self.assertIn("16 citations, 8 entries in the list; nothing to mend.", said)
        self.keep("cite-unlisted")
        said = [b["text"] for b in self.shown()["letter"] if b["kind"] == "text"]
        self.assertIn(
            "16 citations, 8 entries in the list; 1 source is cited and not listed; 1 thing to mend.",
            said,
        )

    def test_words_and_rounds_left_out_are_kept(self) -> None:
        self.keep("cite-unlisted")
        self.send("put", "/return", {"words": "Well read.\nTwo things.", "without": ["match"]})
        letter = [b["text"] for b in self.shown()["letter"]]
        self.assertIn("Well read.", letter)
        self.assertFalse(any("Pellow" in text for text in letter))

    def test_what_was_written_left_out_and_returned_is_undone_by_name(self) -> None:
        self.send("put", "/return", {"words": "Well read.", "without": []})
        self.send("put", "/return", {"words": "Well read.", "without": ["list", "page"]})
        self.send("put", "/return/returned")
        told = []
        for _ in range(3):
            told.append(self.client.get(f"{self.address}/desk").json()["undo"])
            self.send("delete", "/steps/last")
            back = self.shown()
            told.append((back["words"], back["without"], back["returned_at"] is not None))
        self.assertEqual(
            told,
            [
                "Returned",
                ("Well read.", ["list", "page"], False),
                "List, Page: left out",
                ("Well read.", [], False),
                "Your words for the whole",
                ("", [], False),
            ],
        )
        self.send("put", "/return", {"words": "", "without": []})
        self.assertIsNone(self.client.get(f"{self.address}/desk").json()["undo"])

    def test_returned_is_told_in_the_list_and_taken_back_and_ends_with_a_new_draft(self) -> None:
        self.send("put", "/return/returned")
        listed = self.client.get(f"/api/assignments/{self.paper.assignment_id}/papers").json()
        rows = listed.get("papers") or listed.get("results")
        self.assertIsNotNone(rows[0]["returned_at"])
        self.send("delete", "/return/returned")
        self.assertIsNone(self.shown()["returned_at"])
        self.send("put", "/return/returned")
        again = io.BytesIO(file_of("dray"))
        again.name = "second.docx"
        self.assertEqual(
            self.client.post(f"{self.address}/drafts", {"file": again}).status_code, 201
        )
        self.assertIsNone(Paper.objects.get(pk=self.paper.pk).returned_at)

    def test_a_paper_that_is_not_checked_has_none_yet(self) -> None:
        other = hand_in(self.paper.assignment, "dray", checked=False)
        answer = self.client.get(f"/api/papers/{other.pk}/return")
        self.assertEqual((answer.status_code, answer.json()["code"]), (409, "not-checked"))


class Files(ReturnCase):
    def test_the_students_own_file_with_the_instructors_name_on_the_remarks(self) -> None:
        self.keep("cite-unlisted", "Who is Pellow?")
        answer = self.client.get(f"{self.address}/return/file", {"form": "docx"})
        self.assertEqual(answer.status_code, 200)
        self.assertIn("-returned.docx", answer["Content-Disposition"])
        (comment,) = docx.Document(io.BytesIO(answer.content)).comments
        self.assertEqual(comment.author, "Tamsin Vale")
        self.assertTrue(comment.text.startswith("Who is Pellow?"))

    def test_every_other_form(self) -> None:
        self.keep("list-order")
        for form in (
            "html",
            "letter",
            "letter-docx",
            "list",
            "list-docx",
            "list-odt",
            "csl",
            "bibtex",
            "ris",
            "csv",
            "json",
        ):
            with self.subTest(form):
                answer = self.client.get(f"{self.address}/return/file", {"form": form})
                self.assertEqual(answer.status_code, 200)
                self.assertGreater(len(answer.content), 100)
                self.assertEqual(answer["X-Content-Type-Options"], "nosniff")

    def test_a_form_that_the_paper_has_not_is_refused_in_words(self) -> None:
        answer = self.client.get(f"{self.address}/return/file", {"form": "odt"})
        self.assertEqual(answer.status_code, 422)
        self.assertIn("Take it as docx", json.loads(answer.content)["message"])
        self.assertEqual(
            self.client.get(f"{self.address}/return/file", {"form": "exe"}).status_code, 400
        )


class ThePageToRead(ReturnCase):
    def give(self, days: int = 30) -> str:
        address: str = self.send("put", "/return/page", {"days": days})["address"]
        return address

    def test_it_is_read_without_an_account_and_shows_the_return_alone(self) -> None:
        self.keep("cite-unlisted", "Who is <b>Pellow</b>?")
        address = self.give()
        answer = Client().get(address)
        page = answer.content.decode()
        self.assertEqual(answer.status_code, 200)
        self.assertIn("Who is &lt;b&gt;Pellow&lt;/b&gt;?", page)
        self.assertNotIn("out of alphabetical order", page.casefold())
        self.assertNotIn("<script", page)
        self.assertIn("default-src 'none'; style-src 'sha256-", answer["Content-Security-Policy"])
        self.assertEqual(answer["Referrer-Policy"], "no-referrer")
        self.assertEqual(answer["Cache-Control"], "no-store")
        self.assertNotIn("csrftoken", answer.cookies)

    def test_addresses_are_not_to_be_guessed_and_never_the_same(self) -> None:
        first = self.give()
        self.assertGreaterEqual(len(first.rpartition("/")[2]), 24)
        self.assertEqual(self.give(), first)
        self.send("delete", "/return/page")
        self.assertNotEqual(self.give(), first)

    def test_withdrawn_ended_and_removed_it_shows_nothing(self) -> None:
        address = self.give()
        PaperReturn.objects.update(until=timezone.localdate() - datetime.timedelta(days=1))
        self.assertEqual(Client().get(address).status_code, 404)
        self.assertEqual(self.give(), address)
        self.client.delete(self.address)
        gone = Client().get(address)
        self.assertEqual(gone.status_code, 404)
        self.assertNotIn(b"Marlowe", gone.content)
        self.assertEqual(Client().get("/read/nothing-of-ours").status_code, 404)

    def test_what_is_decided_later_is_seen_when_the_letter_is_written_or_returned_anew(
        self,
    ) -> None:
        address = self.give()
        self.keep("cite-unlisted")
        self.assertNotIn(b"Pellow is cited here", Client().get(address).content)
        self.send("put", "/return/returned")
        self.assertIn(b"Pellow is cited here", Client().get(address).content)

    def test_it_can_be_read_and_not_written(self) -> None:
        self.assertEqual(Client().post(self.give()).status_code, 405)

    def test_a_new_check_leaves_what_was_given(self) -> None:
        self.keep("cite-unlisted")
        address = self.give()
        self.client.post(f"{self.address}/checks")
        run_waiting_checks()
        self.assertIn(b"Pellow is cited here", Client().get(address).content)


class Drafts(ReturnCase):
    def compared(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"{self.address}/drafts/compared").json()
        return found

    def second(self, name: str = "marlowe", **mended: str) -> None:
        data = file_of(name)
        file = docx.Document(io.BytesIO(data))
        for paragraph in file.paragraphs:
            for run in paragraph.runs:
                for old, new in mended.items():
                    run.text = run.text.replace(old, new)
        out = io.BytesIO()
        file.save(out)
        again = io.BytesIO(out.getvalue())
        again.name = "second.docx"
        answer = self.client.post(f"{self.address}/drafts", {"file": again})
        self.assertEqual(answer.status_code, 201)
        run_waiting_checks()

    def test_one_draft_has_nothing_beside_it(self) -> None:
        found = self.compared()
        self.assertEqual([d["slips"] for d in found["drafts"]], [5])
        self.assertIsNone(found["compared"])

    def test_mended_still_there_and_new_by_identity_what_was_asked_first(self) -> None:
        asked = self.keep("list-order")
        # The unlisted source is another's now; everything else is as it was.
        self.second(Pellow="Quill")
        found = self.compared()
        self.assertEqual([d["number"] for d in found["drafts"]], [1, 2])
        compared = found["compared"]
        mended = {row["rule"] for row in compared if row["after"] is None}
        self.assertIn("cite-unlisted", mended)
        self.assertIn("entry-uncited", mended)
        still = [row for row in compared if row["before"] and row["after"]]
        self.assertEqual([row["key"] for row in still if row["asked"]], [asked])
        unlisted = next(row for row in compared if row["rule"] == "cite-unlisted")
        self.assertEqual(unlisted["before"]["words"], "(Pellow 112)")
        self.assertTrue(unlisted["before"]["lead"].startswith("…"))
        keys = [row["key"] for row in compared]
        self.assertEqual(len(keys), len(set(keys)))
        # Decisions hang on keys: what was kept is kept in the new draft.
        kept = {
            d["finding_key"] for d in self.client.get(f"{self.address}/desk").json()["decisions"]
        }
        self.assertEqual(kept, {asked})


class ManyAtOnce(TestCase):
    def setUp(self) -> None:
        self.user = instructor()
        self.client.force_login(self.user)
        self.assignment = assignment_of(self.user)
        self.papers = [hand_in(self.assignment, n) for n in ("marlowe", "dray", "quist")]
        self.address = f"/api/assignments/{self.assignment.pk}"

    def send(self, path: str, body: dict[str, Any]) -> Any:
        return self.client.post(f"{self.address}{path}", body, content_type="application/json")

    def keys(self) -> list[int]:
        return [paper.pk for paper in self.papers]

    def test_returns_as_a_zip_by_jobs_named_by_writer(self) -> None:
        begun = self.send("/return-sets", {"papers": self.keys()}).json()
        address = f"/api/return-sets/{begun['id']}"
        self.assertEqual((begun["total"], begun["done"]), (3, 0))
        self.assertEqual(self.client.get(f"{address}/file").status_code, 409)
        for paper in self.keys():
            make_one(begun["id"], paper)
            make_one(begun["id"], paper)  # a job that is run once more
        self.assertEqual(self.client.get(address).json()["done"], 3)
        made = zipfile.ZipFile(io.BytesIO(self.client.get(f"{address}/file").content))
        self.assertEqual(
            sorted(made.namelist()), ["Ines Marlowe.docx", "Mateo Quist.docx", "Piers Dray.docx"]
        )
        docx.Document(io.BytesIO(made.read("Ines Marlowe.docx")))

    def test_what_cannot_be_made_says_why_and_holds_up_no_other(self) -> None:
        Check.objects.filter(draft__paper=self.papers[0]).delete()
        begun = self.send("/return-sets", {"papers": self.keys()}).json()
        for paper in self.keys():
            make_one(begun["id"], paper)
        shown = self.client.get(f"/api/return-sets/{begun['id']}").json()
        self.assertIn("not checked yet", shown["problems"][0])
        content = self.client.get(f"/api/return-sets/{begun['id']}/file").content
        names = zipfile.ZipFile(io.BytesIO(content)).namelist()
        self.assertEqual(len(names), 3)
        self.assertIn("not made.txt", names)

    def test_pages_to_read_as_a_table_for_mailing(self) -> None:
        set_writers(self.assignment.course, "Name,Email\nInes Marlowe,i@reach.example\n")
        table = self.send("/return-links", {"papers": self.keys(), "days": 3}).content.decode()
        rows = {row["writer"]: row for row in csv.DictReader(io.StringIO(table))}
        self.assertEqual(rows["Ines Marlowe"]["email"], "i@reach.example")
        address = rows["Ines Marlowe"]["page"].partition("testserver")[2]
        self.assertIn(b"Slack Water", Client().get(address).content)

    def test_a_rule_is_kept_or_waived_in_all_and_undone_at_each_desk(self) -> None:
        done = self.send(
            "/many", {"papers": self.keys(), "what": "keep", "rule": "cite-first-element"}
        )
        self.assertEqual(done.json(), {"papers": 2})
        desk = f"/api/papers/{self.papers[0].pk}"
        kept = self.client.get(f"{desk}/desk").json()["decisions"]
        self.assertEqual({d["rule"] for d in kept}, {"cite-first-element"})
        self.client.delete(f"{desk}/steps/last")
        self.assertEqual(self.client.get(f"{desk}/desk").json()["decisions"], [])
        again = self.send("/many", {"papers": self.keys(), "what": "check"})
        self.assertEqual(again.json(), {"papers": 3})
        self.assertEqual(Check.objects.filter(state=Check.State.QUEUED).count(), 3)

    def test_all_that_is_open_is_kept_and_what_was_decided_stays(self) -> None:
        desk = f"/api/papers/{self.papers[0].pk}"
        first = FindingRow.objects.filter(checked__draft__paper=self.papers[0]).values_list(
            "key", flat=True
        )[0]
        decide_findings(self.user, self.papers[0], keys=[first], verdict="waived", remark=None)
        self.assertEqual(
            self.send("/many", {"papers": self.keys(), "what": "keep", "rule": "*"}).json(),
            {"papers": 2},
        )
        stands = self.client.get(f"{desk}/desk").json()["decisions"]
        self.assertEqual(len(stands), 5)
        self.assertEqual([d["finding_key"] for d in stands if d["verdict"] == "waived"], [first])
        again = self.send("/many", {"papers": self.keys(), "what": "keep", "rule": "*"})
        self.assertEqual(again.json(), {"papers": 0})

    def test_many_are_returned_at_once_and_each_is_undone_at_its_desk(self) -> None:
        def say(returned: bool) -> Any:
            body = {"papers": self.keys(), "returned": returned}
            return self.client.put(
                f"{self.address}/returned", body, content_type="application/json"
            ).json()

        set_returned(self.user, self.papers[1], returned=True)
        before = Paper.objects.get(pk=self.papers[1].pk).returned_at
        self.assertEqual(say(True), {"papers": 2})
        self.assertEqual(Paper.objects.get(pk=self.papers[1].pk).returned_at, before)
        self.client.delete(f"/api/papers/{self.papers[0].pk}/steps/last")
        out = Paper.objects.filter(returned_at=None)
        self.assertEqual([paper.pk for paper in out], [self.papers[0].pk])
        self.assertEqual(say(False), {"papers": 2})
        self.assertEqual(out.all().count(), 3)

    def test_papers_of_another_are_passed_over(self) -> None:
        other = hand_in(assignment_of(instructor("pym")), "hale")
        refused = self.send("/return-sets", {"papers": [other.pk]})
        self.assertEqual(refused.status_code, 404)
        done = self.send("/many", {"papers": [other.pk], "what": "check"})
        self.assertEqual(done.json(), {"papers": 0})
