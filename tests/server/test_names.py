"""Marking without knowing whose a paper is: no name in anything that the server shows until names are shown again."""

from __future__ import annotations

from typing import Any

from django.test import TestCase

from papers.models import Paper
from tests.world import assignment_of, hand_in, hand_in_again, instructor


class HiddenNames(TestCase):
    def setUp(self) -> None:
        user = instructor()
        self.client.force_login(user)
        self.assignment = assignment_of(user)
        self.paper = hand_in(self.assignment, "quist")
        hand_in(self.assignment, "marlowe")
        hand_in_again(self.paper, "6b-quist")
        self.work = f"/api/assignments/{self.assignment.pk}"
        self.address = f"/api/papers/{self.paper.pk}"

    def send(self, verb: str, address: str, body: dict[str, Any] | None = None) -> Any:
        return getattr(self.client, verb)(address, body or {}, content_type="application/json")

    def hide(self, hidden: bool) -> None:
        answer = self.send("put", f"{self.work}/names", {"hidden": hidden})
        self.assertEqual(answer.json()["names_hidden"], hidden)

    def shown(self) -> dict[str, str]:
        addresses = (
            f"{self.work}/papers", self.address, f"{self.address}/report", f"{self.address}/desk",
            f"{self.address}/return", f"{self.address}/drafts/compared", f"{self.work}/class",
        )  # fmt: skip
        return {a: self.client.get(a).content.decode() for a in addresses}

    def test_no_name_is_anywhere_until_they_are_shown_again(self) -> None:
        before = self.shown()
        self.assertTrue(
            all("Quist" in before[f"{a}"] for a in (self.address, f"{self.address}/report"))
        )
        self.hide(True)
        for address, content in self.shown().items():
            for name in ("quist", "mateo", "marlowe", "ines m"):
                self.assertNotIn(name, content.casefold(), address)
        self.hide(False)
        again = self.shown()
        # The list says what the time is.
        del before[f"{self.work}/papers"], again[f"{self.work}/papers"]
        self.assertEqual(again, before)

    def test_places_stay_where_they_are(self) -> None:
        report = self.client.get(f"{self.address}/report").json()
        self.hide(True)
        hidden = self.client.get(f"{self.address}/report").json()
        lengths = [len(p["text"]) for p in report["paragraphs"]]
        self.assertEqual([len(p["text"]) for p in hidden["paragraphs"]], lengths)
        self.assertEqual(
            [f["key"] for f in hidden["findings"]], [f["key"] for f in report["findings"]]
        )

    def test_what_bears_names_is_not_given_out(self) -> None:
        self.hide(True)
        keys = {"papers": [self.paper.pk]}
        for verb, address, body in (
            ("get", f"{self.address}/file", None),
            ("get", f"{self.address}/return/file?form=docx", None),
            ("put", f"{self.address}/return/page", {"days": 3}),
            ("post", f"{self.work}/return-sets", keys),
            ("post", f"{self.work}/return-links", keys),
        ):
            with self.subTest(address):
                answer = self.send(verb, address, body) if body else self.client.get(address)
                self.assertEqual((answer.status_code, answer.json()["code"]), (409, "names-hidden"))

    def test_a_writer_that_is_not_shown_is_not_changed(self) -> None:
        self.hide(True)
        body = {"writer": f"Paper {self.paper.pk}", "title": "Horns", "guide": ""}
        self.send("put", f"{self.address}/details", body)
        paper = Paper.objects.get(pk=self.paper.pk)
        self.assertEqual((paper.writer, paper.title), ("Mateo Quist", "Horns"))
