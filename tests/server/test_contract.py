"""The API against anything a client can send: nothing is answered with 500, every refusal has the one form."""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any, ClassVar
from unittest import mock

import yaml
from django.db import OperationalError
from django.test import Client, TestCase

from tests.world import assignment_of, hand_in, instructor

_DESCRIPTION = Path(__file__).resolve().parents[2] / "server" / "openapi.yml"
_VERBS = ("get", "post", "put", "delete")
_DEEP: Any = json.loads("[" * 200 + "]" * 200)
_ODD: tuple[Any, ...] = (
    None, True, 0, -1, 10**30, 1.5, "", "x", "a" * 70_000, "\0", "\ud800", "\u202e", [], [[]], {}, {"a": {}},
    _DEEP, [1, "a", None], {"house": 3}, {"house": {"links": [1]}}, {"severity": {"entry-order": {}}},
)  # fmt: skip
_BODIES: tuple[bytes, ...] = (
    b"", b"{", b"null", b"[]", b"3", b'"x"', b"[" * 100_000, b'{"a":' * 50_000, b"\xff\xfe", b'{"keys": [NaN]}',
    b'{"a": 1e999}', b"9" * 5000, b'{"keys": ["\\ud800"]}', b'{"keys": ["\\u0000"], "verdict": "kept"}',
)  # fmt: skip


class Contract(TestCase):
    description: ClassVar[dict[str, Any]]
    ids: ClassVar[dict[str, str]]

    @classmethod
    def setUpTestData(cls) -> None:
        cls.description = yaml.safe_load(_DESCRIPTION.read_text(encoding="utf-8"))
        user = instructor()
        assignment = assignment_of(user)
        paper = hand_in(assignment, "dray")
        cls.ids = {
            "{assignment_id}": str(assignment.pk), "{paper_id}": str(paper.pk),
            "{course_id}": str(assignment.course.pk), "{guide}": "mla-9", "{rule}": "entry-order",
            "{citation}": "c1", "{entry}": "e1",
        }  # fmt: skip

    def setUp(self) -> None:
        self.client = Client(raise_request_exception=False)
        self.assertTrue(self.client.login(username="vale", password="slack-water"))

    def operations(self) -> Iterator[tuple[str, str, dict[str, Any]]]:
        for path, verbs in self.description["paths"].items():
            for verb in _VERBS:
                if verb in verbs:
                    address = path
                    for name, value in self.ids.items():
                        address = address.replace(name, value)
                    yield verb, address, verbs[verb]

    def fields(self, operation: dict[str, Any]) -> dict[str, Any]:
        content = operation.get("requestBody", {}).get("content", {}).get("application/json", {})
        name = content.get("schema", {}).get("$ref", "").rpartition("/")[2]
        found: dict[str, Any] = self.description["components"]["schemas"].get(name, {})
        return dict(found.get("properties", {}))

    def ask(self, verb: str, address: str, body: bytes | None) -> Any:
        if body is None:
            return getattr(self.client, verb)(address)
        return self.client.generic(verb.upper(), address, body, content_type="application/json")

    def assert_told(self, answer: Any) -> None:
        self.assertLess(answer.status_code, 500, answer.getvalue()[:300])
        if answer.status_code >= 400:
            problem = answer.json()
            self.assertTrue(problem["code"] and problem["message"], problem)

    def test_every_operation_says_how_it_refuses(self) -> None:
        for verb, address, operation in self.operations():
            with self.subTest(verb=verb, address=address):
                refusals = {s: r for s, r in operation["responses"].items() if int(s) >= 400}
                self.assertIn("503", refusals)
                for response in refusals.values():
                    schema = response["content"]["application/json"]["schema"]
                    self.assertEqual(schema["$ref"].rpartition("/")[2], "ProblemSchema")

    def test_bodies_that_are_none(self) -> None:
        for verb, address, _ in self.operations():
            for body in _BODIES:
                if verb in ("post", "put"):
                    with self.subTest(verb=verb, address=address, body=body[:30]):
                        self.assert_told(self.ask(verb, address, body))

    def test_fields_of_every_wrong_kind(self) -> None:
        for verb, address, operation in self.operations():
            fields = self.fields(operation)
            if verb not in ("post", "put") or address == "/api/session":
                continue
            for field in fields:
                for odd in _ODD:
                    body: dict[str, Any] = {f: "kept" for f in fields if f != field}
                    sound = {
                        "guide": "mla-9",
                        "kind": "book",
                        "format": "csl",
                        "title": "x",
                        "name": "x",
                    }
                    body |= {f: v for f, v in sound.items() if f in fields}
                    body |= {"keys": ["k"]} if "keys" in fields else {}
                    body |= {"item": {"type": "book"}} if "item" in fields else {}
                    for optional in ("seen", "borders", "house", "remark"):
                        body.pop(optional, None)
                    body[field] = odd
                    with self.subTest(address=address, field=field, odd=repr(odd)[:40]):
                        self.assert_told(self.ask(verb, address, json.dumps(body).encode()))

    def test_questions_behind_an_address(self) -> None:
        for verb, address, _ in self.operations():
            if verb != "get":
                continue
            for query in ("?limit=x", "?after=-1", "?ids=%00", "?since=%ED%A0%80", "?guide=%00", "?id=%00%ED",
                          "?assignment=" + "9" * 40, "?id=" + "a" * 5000, "?guide=../../x"):  # fmt: skip
                with self.subTest(address=address, query=query[:30]):
                    self.assert_told(self.client.get(address + query))

    def test_addresses_that_are_none(self) -> None:
        big = "9" * 30
        for address in (
            f"/api/papers/{big}", f"/api/papers/{big}/report", f"/api/assignments/{big}/papers", "/api/papers/-1",
            "/api/nothing", f"/api/courses/{big}/assignments", "/api/rules/nothing", "/api/guides/nothing/shelf",
            "/api/papers/%00", f"/api/assignments/{big}/progress?since=2026-01-01T00:00:00Z",
        ):  # fmt: skip
            for verb in _VERBS:
                with self.subTest(verb=verb, address=address):
                    answer = getattr(self.client, verb)(address)
                    self.assert_told(answer)
                    self.assertGreaterEqual(answer.status_code, 400)

    def test_forms_that_are_none(self) -> None:
        address = f"/api/assignments/{self.ids['{assignment_id}']}/papers"
        for body, kind in (
            (b"", "multipart/form-data; boundary=x"), (b"--x\r\n", "multipart/form-data; boundary=x"),
            (b"--x", "multipart/form-data"), (b"a=b", "application/x-www-form-urlencoded"), (b"<a/>", "text/xml"),
            (b"--x\r\nContent-Disposition: form-data; name=\"file\"; filename=\"\xff\0\"\r\n\r\nx\r\n--x--\r\n",
             "multipart/form-data; boundary=x"),
        ):  # fmt: skip
            with self.subTest(kind=kind, body=body[:20]):
                self.assert_told(self.client.generic("POST", address, body, content_type=kind))

    def test_a_database_that_is_away_is_said_in_the_same_form(self) -> None:
        with mock.patch("papers.api.router.paper_for", side_effect=OperationalError("gone")):
            answer = self.client.get(f"/api/papers/{self.ids['{paper_id}']}")
        self.assertEqual((answer.status_code, answer.json()["code"]), (503, "database-away"))
        with mock.patch(
            "django.contrib.sessions.backends.db.SessionStore.load",
            side_effect=OperationalError("gone"),
        ):
            answer = self.client.get("/api/courses")
        self.assertEqual((answer.status_code, answer.json()["code"]), (503, "database-away"))

    def test_a_fault_of_our_own_has_the_form_and_tells_nothing_of_it(self) -> None:
        with mock.patch("papers.api.router.paper_for", side_effect=RuntimeError("secret")):
            answer = self.client.get(f"/api/papers/{self.ids['{paper_id}']}")
        self.assertEqual((answer.status_code, answer.json()["code"]), (500, "failed"))
        self.assertNotIn("secret", answer.content.decode())
