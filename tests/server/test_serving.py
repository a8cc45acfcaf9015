"""The web server itself: what it refuses before the application sees it, and whom it believes about addresses."""

from __future__ import annotations

import json
import os
import socket
import threading
from collections.abc import Callable, Iterable
from typing import Any
from unittest import TestCase, mock

from config.serve import server_on

Environment = dict[str, Any]


def echo(environ: Environment, start: Callable[..., Any]) -> Iterable[bytes]:
    """Who asks and how, as this application is told."""
    told = {
        key: environ.get(key, "") for key in ("REMOTE_ADDR", "wsgi.url_scheme", "REQUEST_METHOD")
    }
    told["HTTP_X_FORWARDED_FOR"] = environ.get("HTTP_X_FORWARDED_FOR", "")
    start("200 OK", [("Content-Type", "application/json")])
    return [json.dumps(told).encode()]


class ServerTestCase(TestCase):
    environment: dict[str, str] = {}

    def setUp(self) -> None:
        listening = socket.create_server(("127.0.0.1", 0))
        self.port = listening.getsockname()[1]
        with mock.patch.dict(os.environ, self.environment):
            self.server = server_on(listening, echo)
        thread = threading.Thread(target=self.server.run, daemon=True)
        thread.start()
        self.addCleanup(thread.join, 10)
        self.addCleanup(self.server.close)

    def ask(self, request: bytes) -> tuple[int, dict[str, str]]:
        """Status and body of what a request, byte for byte, is answered with."""
        with socket.create_connection(("127.0.0.1", self.port), timeout=10) as wire:
            wire.sendall(request)
            taken = b""
            while chunk := wire.recv(65536):
                taken += chunk
        head, _, body = taken.partition(b"\r\n\r\n")
        return int(head.split(b" ")[1]), json.loads(body)


class Refusals(ServerTestCase):
    def test_a_body_announced_as_too_large_is_refused_before_it_is_sent(self) -> None:
        status, body = self.ask(
            b"POST /api/papers HTTP/1.1\r\nHost: localhost\r\nContent-Length: 900000000\r\n\r\nfirst bytes"
        )
        self.assertEqual((status, body["code"]), (413, "too-large"))
        self.assertIn("30 MB", body["message"])

    def test_a_request_that_is_none(self) -> None:
        status, body = self.ask(
            b"GET / HTTP/1.1\r\nHost: localhost\r\nContent-Length: many\r\n\r\n"
        )
        self.assertEqual((status, body["code"]), (400, "invalid"))

    def test_an_encoding_that_nobody_knows(self) -> None:
        status, body = self.ask(
            b"POST / HTTP/1.1\r\nHost: localhost\r\nTransfer-Encoding: knots\r\n\r\n"
        )
        self.assertEqual((status, body["code"]), (501, "invalid"))

    def test_a_heading_without_end(self) -> None:
        # As much as is read before it is refused: what lies unread would have the answer lost with the connection.
        status, body = self.ask(b"GET / HTTP/1.1\r\nX-Long: ".ljust(32_768, b"a"))
        self.assertEqual((status, body["code"]), (431, "too-large"))

    def test_a_half_sent_request_keeps_nobody_waiting(self) -> None:
        half = [socket.create_connection(("127.0.0.1", self.port)) for _ in range(40)]
        for wire in half:
            self.addCleanup(wire.close)
            wire.sendall(b"POST / HTTP/1.1\r\nHost: localhost\r\nContent-Length: 900\r\n\r\nabc")
        status, body = self.ask(b"GET / HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n")
        self.assertEqual((status, body["REQUEST_METHOD"]), (200, "GET"))


_FORWARDED = (
    b"GET / HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n"
    b"X-Forwarded-For: 203.0.113.7\r\nX-Forwarded-Proto: https\r\n\r\n"
)


class WithoutProxy(ServerTestCase):
    environment = {"GRELT_PROXY": ""}

    def test_nobody_is_believed_about_who_asks(self) -> None:
        _, told = self.ask(_FORWARDED)
        self.assertEqual(told["REMOTE_ADDR"], "127.0.0.1")
        self.assertEqual((told["HTTP_X_FORWARDED_FOR"], told["wsgi.url_scheme"]), ("", "http"))


class BehindItsProxy(ServerTestCase):
    environment = {"GRELT_PROXY": "127.0.0.1"}

    def test_the_proxy_is_believed(self) -> None:
        _, told = self.ask(_FORWARDED)
        self.assertEqual((told["REMOTE_ADDR"], told["wsgi.url_scheme"]), ("203.0.113.7", "https"))


class BehindAnotherProxy(ServerTestCase):
    environment = {"GRELT_PROXY": "198.51.100.1"}

    def test_another_is_not(self) -> None:
        _, told = self.ask(_FORWARDED)
        self.assertEqual((told["REMOTE_ADDR"], told["wsgi.url_scheme"]), ("127.0.0.1", "http"))
