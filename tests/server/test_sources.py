"""The shelf, composing, open formats, and records looked up: found, not there, slow, down, nonsense."""

from __future__ import annotations

import json
import threading
import time
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any

from django.core.cache import cache
from django.test import TestCase, override_settings

from grelt import api as core
from lookup import service
from sources.actions.look_up import look_up
from sources.models import Record
from sources.queries import records_text
from tests.world import assignment_of, hand_in_own, instructor

KNOWN = "10.5555/wr.2021.101"
BOOK = {
    "type": "book", "title": "Salt and slack water", "publisher": "Tidemark Press",
    "author": [{"family": "Okonjo", "given": "Adaeze"}], "issued": {"date-parts": [[2021]]},
}  # fmt: skip


class Sources(TestCase):
    def setUp(self) -> None:
        self.client.force_login(instructor())

    def post(self, end: str, body: dict[str, Any]) -> Any:
        return self.client.post(f"/api/sources/{end}", body, content_type="application/json")

    def test_the_shelf_has_every_kind(self) -> None:
        kinds = self.client.get("/api/guides/apa-7/shelf").json()
        self.assertEqual([k["kind"] for k in kinds], list(core.KINDS))
        for kind in kinds:
            example = kind["example"]
            self.assertTrue(example["entry"]["text"] or example["unlisted"], kind["kind"])
        missing = self.client.get("/api/guides/nobody-1/shelf")
        self.assertGreaterEqual(missing.status_code, 400)
        self.assertIn("nobody-1", missing.json()["message"])

    def test_the_shelf_says_what_the_house_of_an_assignment_changes(self) -> None:
        user = instructor("quill")
        house: dict[str, object] = {"house": {"access_dates": "always", "databases": "omit"}}
        assignment = assignment_of(user, house)
        address = f"/api/guides/mla-9/shelf?assignment={assignment.pk}"
        self.assertEqual(self.client.get(address).status_code, 404)  # somebody else's
        self.client.force_login(user)
        kinds = {k["kind"]: k for k in self.client.get(address).json()}
        page = {e["element"]: e["house"] for e in kinds["web-page"]["elements"]}
        self.assertEqual((page["accessed"], page["title"]), ("asked", ""))
        article = {e["element"]: e["house"] for e in kinds["journal-article"]["elements"]}
        self.assertEqual(article["database"], "left out")
        plain = self.client.get("/api/guides/mla-9/shelf").json()
        self.assertEqual({e["house"] for k in plain for e in k["elements"]}, {""})

    def test_a_work_is_written_in_its_guide(self) -> None:
        made = self.post(
            "compose", {"guide": "mla-9", "kind": "book", "item": BOOK, "locator": "24"}
        ).json()
        self.assertEqual(
            made["entry"]["text"], "Okonjo, Adaeze. Salt and Slack Water. Tidemark Press, 2021."
        )
        self.assertEqual(made["in_text"][0]["text"], "(Okonjo 24)")
        self.assertEqual(made["gaps"], [])

    def test_what_is_written_is_text_and_no_markup(self) -> None:
        item = {**BOOK, "title": "<script>alert(1)</script> & salt"}
        made = self.post("compose", {"guide": "apa-7", "kind": "book", "item": item}).json()
        self.assertNotIn("<script", made["entry"]["html"])
        self.assertIn("&amp; salt", made["entry"]["html"])

    def test_formats_go_in_and_out(self) -> None:
        for format in ("csl", "bibtex", "ris"):
            with self.subTest(format=format):
                text = self.post("write", {"format": format, "items": [BOOK]}).json()["text"]
                (item,) = self.post("read", {"format": format, "text": text}).json()["items"]
                self.assertEqual((item["title"], item["author"]), (BOOK["title"], BOOK["author"]))

    def test_what_cannot_be_read_is_refused_in_words(self) -> None:
        for end, body in (
            ("read", {"format": "bibtex", "text": "nothing here"}),
            ("read", {"format": "csl", "text": "{"}),
            ("write", {"format": "csl", "items": [{"type": "book", "author": "x"}]}),
            ("compose", {"guide": "mla-9", "kind": "book", "item": {"issued": "soon"}}),
            ("compose", {"guide": "nobody-1", "kind": "book", "item": BOOK}),
            ("compose", {"guide": "mla-9", "kind": "wizardry", "item": BOOK}),
        ):
            with self.subTest(end=end, body=body):
                answer = self.post(end, body)
                self.assertIn(answer.status_code, (400, 404, 422))
                self.assertTrue(answer.json()["message"])

    def test_only_for_those_who_signed_in(self) -> None:
        self.client.logout()
        self.assertEqual(self.client.get("/api/guides/apa-7/shelf").status_code, 401)
        self.assertEqual(
            self.post("compose", {"guide": "mla-9", "kind": "book", "item": BOOK}).status_code, 401
        )
        self.assertEqual(self.client.get("/api/sources/record?id=x").status_code, 401)


class LookUp(TestCase):
    def setUp(self) -> None:
        cache.clear()
        self.client.force_login(instructor())

    def served(
        self, *, delay: float = 0.0, nonsense: bool = False
    ) -> tuple[ThreadingHTTPServer, str]:
        return self.serving(service.server(0, delay=delay, nonsense=nonsense))

    def serving(self, running: ThreadingHTTPServer) -> tuple[ThreadingHTTPServer, str]:
        threading.Thread(target=running.serve_forever, daemon=True).start()
        self.addCleanup(running.server_close)
        self.addCleanup(running.shutdown)
        return running, f"http://127.0.0.1:{running.server_address[1]}"

    def saying(self, body: bytes, pause: float = 0.0) -> str:
        """A service that answers everything with these bytes, one by one where there is a pause."""

        class Handler(BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                self.send_response(200)
                self.end_headers()
                for byte in [body] if not pause else [body[n : n + 1] for n in range(len(body))]:
                    try:
                        self.wfile.write(byte)
                        self.wfile.flush()
                    except OSError:
                        return
                    time.sleep(pause)

            def log_message(self, *_: object) -> None:
                pass

        return self.serving(ThreadingHTTPServer(("127.0.0.1", 0), Handler))[1]

    def found(self, address: str, *identifiers: str, wait: float = 5.0) -> Any:
        """What a check would take in, after asking."""
        with override_settings(RECORDS_ADDRESS=address, RECORDS_WAIT=wait):
            problem = look_up(list(identifiers))
            return json.loads(records_text(list(identifiers), problem))

    def test_records_are_found_however_the_doi_is_written(self) -> None:
        _, address = self.served()
        for written in (KNOWN, KNOWN.upper(), f"https://doi.org/{KNOWN}"):
            with self.subTest(written=written):
                got = self.found(address, written)
                self.assertEqual(got["items"][0]["DOI"], KNOWN)
                self.assertEqual((got["prefixes"], got["problem"]), (["10.5555"], ""))

    def test_no_record_is_no_problem(self) -> None:
        _, address = self.served()
        got = self.found(address, "10.5555/not.there")
        self.assertEqual((got["items"], got["problem"]), ([], ""))

    def test_slow_down_and_nonsense_are_said(self) -> None:
        slow, down = self.served(delay=0.6)[1], "http://127.0.0.1:9"
        nonsense = self.served(nonsense=True)[1]
        for address, words in (
            (slow, "too slow"),
            (down, "did not answer"),
            (nonsense, "make no sense"),
        ):
            with self.subTest(address=address):
                got = self.found(address, KNOWN, "10.5555/not.there", wait=0.2)
                self.assertIn(words, got["problem"])
                # Of a look-up that failed nothing may be called absent.
                self.assertEqual((got["items"], got["prefixes"]), ([], []))

    def test_whatever_it_says_is_taken_or_told(self) -> None:
        deep = b'{"item":' + b"[" * 20_000 + b"]" * 20_000 + b"}"
        for body in (
            b"", b"[]", b"null", b"{", b'{"item": 3}', b'{"item": {}, "prefixes": null, "x": 1}',
            b'{"item": null, "prefixes": 5}', b'{"item": null, "prefixes": [5]}', deep,
            b'{"item": {"type": "book", "title": "a\\u0000b"}, "prefixes": []}',
            b'{"item": {"type": "book", "title": "a\\ud800b"}, "prefixes": []}',
            b'{"item": {"type": "book", "volume": NaN}, "prefixes": []}', b"\xff\xfe\x00",
            b'{"item": {"author": "nobody"}, "prefixes": []}', b"9" * 5000,
        ):  # fmt: skip
            with self.subTest(body=body[:60]):
                cache.clear()
                got = self.found(self.saying(body), KNOWN)
                self.assertTrue(got["problem"] or not got["items"] or got["items"][0])
                Record.objects.all().delete()

    def test_one_that_drips_is_waited_for_no_longer_than_was_said(self) -> None:
        began = time.monotonic()
        got = self.found(self.saying(b" " * 100, pause=0.1), KNOWN, wait=0.4)
        self.assertIn("too slow", got["problem"])
        self.assertLess(time.monotonic() - began, 3)

    def test_the_whole_has_an_end_and_questions_are_counted(self) -> None:
        address = self.served(delay=0.3)[1]
        many = [f"10.5555/none.{n}" for n in range(40)]
        began = time.monotonic()
        with override_settings(RECORDS_WHOLE_WAIT=0.5):
            self.assertIn("too slow", self.found(address, *many)["problem"])
        self.assertLess(time.monotonic() - began, 3)
        cache.clear()
        quick = self.served()[1]
        with override_settings(RECORDS_MOST=3):
            self.assertIn("more sources", self.found(quick, *[f"{m}b" for m in many])["problem"])
        self.assertEqual(Record.objects.filter(identifier__endswith="b").count(), 3)

    def test_what_was_answered_is_not_asked_again(self) -> None:
        running, address = self.served()
        before = self.found(address, KNOWN)
        running.shutdown()
        running.server_close()
        self.assertEqual(self.found(address, KNOWN), before)

    def test_a_service_that_failed_is_left_alone_for_a_moment(self) -> None:
        address = self.served(delay=0.5)[1]
        self.found(address, KNOWN, wait=0.1)
        again = self.found(address, "10.5555/other", wait=5.0)
        self.assertIn("too slow", again["problem"])

    def test_a_record_is_shown_to_who_composes(self) -> None:
        _, address = self.served()
        with override_settings(RECORDS_ADDRESS=address):
            got = self.client.get("/api/sources/record", {"id": KNOWN}).json()
            self.assertEqual(got["item"]["title"], "Called and not called: Sleep under expectation")
            none = self.client.get("/api/sources/record", {"id": "10.5555/none"}).json()
            self.assertEqual((none["item"], bool(none["problem"])), (None, True))
        with override_settings(RECORDS_ADDRESS=""):
            self.assertIn("set up", self.client.get("/api/sources/record?id=x").json()["problem"])

    def report(self, address: str, wait: float = 5.0) -> Any:
        with override_settings(RECORDS_ADDRESS=address, RECORDS_WAIT=wait):
            paper = hand_in_own(instructor("quill"), "chaudry")
        self.client.force_login(paper.assignment.course.owner)
        return self.client.get(f"/api/papers/{paper.pk}/report").json()

    def test_a_check_goes_on_and_says_what_became_of_the_look_up(self) -> None:
        up = self.report(self.served()[1])
        self.assertRegex(up["inputs"]["records"], r"^\d+ of \d+ records found")

    def test_a_check_without_an_answer_has_every_other_finding(self) -> None:
        report = self.report("http://127.0.0.1:9")
        self.assertIn("did not answer", report["inputs"]["records"])
        self.assertGreater(len(report["findings"]), 0)
        self.assertFalse([f for f in report["findings"] if f["rule"].startswith("ref-record")])
