"""`python -m lookup.service PORT`: answers `GET /works?id=<DOI or address>` with a CSL-JSON record.

The records are the invented ones of `records.json`: some whole, some with gaps, some other than what
the demo's writers put down, some works of the known prefixes not there at all. `GRELT_LOOKUP_DELAY`
(seconds) makes it slow, `GRELT_LOOKUP_NONSENSE=1` makes it talk nonsense: for trying what a check
does then.
"""

from __future__ import annotations

import contextlib
import json
import os
import re
import sys
import time
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from typing import Any
from urllib.parse import parse_qs, urlsplit

RECORDS = Path(__file__).with_name("records.json")


def folded(identifier: str) -> str:
    """A DOI or an address without what is written now so, now so."""
    bare = re.sub(
        r"^(?:https?://)?(?:www\.)?(?:(?:dx\.)?doi\.org/)?", "", identifier.strip().casefold()
    )
    return bare.rstrip("/.")


class Handler(BaseHTTPRequestHandler):
    """Answers questions for one work each."""

    works: dict[str, dict[str, Any]]
    prefixes: list[str]
    delay = 0.0
    nonsense = False

    def do_GET(self) -> None:
        asked = urlsplit(self.path)
        time.sleep(self.delay)
        if self.nonsense:
            self._send(200, b"<html>maintenance</html>", "text/html")
        elif asked.path == "/works":
            identifier = folded(parse_qs(asked.query).get("id", [""])[0])
            answer = {"prefixes": self.prefixes, "item": self.works.get(identifier)}
            self._send(200, json.dumps(answer, ensure_ascii=False).encode(), "application/json")
        else:
            self._send(404, b"{}", "application/json")

    def _send(self, status: int, body: bytes, kind: str) -> None:
        # Who asked may have stopped waiting.
        with contextlib.suppress(BrokenPipeError, ConnectionResetError):
            self.send_response(status)
            self.send_header("Content-Type", kind)
            self.send_header("Content-Length", str(len(body)))
            self.end_headers()
            self.wfile.write(body)

    def log_message(self, format: str, *args: Any) -> None:
        """Quiet: what is asked for is nobody's business."""


def server(port: int, *, delay: float = 0.0, nonsense: bool = False) -> ThreadingHTTPServer:
    """A server on loopback; port 0 takes a free one."""
    data = json.loads(RECORDS.read_text(encoding="utf-8"))
    works: dict[str, dict[str, Any]] = {}
    for item in data["items"]:
        for field in ("DOI", "URL"):
            if item.get(field):
                works[folded(item[field])] = item
    handler = type(
        "Bound",
        (Handler,),
        {"works": works, "prefixes": data["prefixes"], "delay": delay, "nonsense": nonsense},
    )
    return ThreadingHTTPServer(("127.0.0.1", port), handler)


def main() -> None:
    running = server(
        int(sys.argv[1]) if len(sys.argv) > 1 else 8418,
        delay=float(os.environ.get("GRELT_LOOKUP_DELAY", "0")),
        nonsense=os.environ.get("GRELT_LOOKUP_NONSENSE") == "1",
    )
    try:
        running.serve_forever()
    except KeyboardInterrupt:
        running.server_close()


if __name__ == "__main__":
    main()
