"""The web server: `python -m config.serve FILENO`, on a socket that whoever starts it has opened.

Requests are taken in whole before a thread works on them, so that slow and half-sent ones keep nobody waiting;
what is too large is refused by its announced length, before it is taken.
"""

from __future__ import annotations

import json
import os
import socket
import sys
from typing import Any

from waitress.channel import HTTPChannel
from waitress.server import create_server
from waitress.task import ErrorTask

_THREADS = 8
# The largest paper, and the form around it; the application says what is too large in its own words below.
# A class as one .zip, with what a form adds.
_MOST_BYTES = 256 * 2**20
_MOST_HEADER_BYTES = 32_768
# Seconds without a byte, on a request half sent or a connection kept.
_SILENCE = 30
_MOST_CONNECTIONS = 900

# What the server itself refuses, before the application sees it: status -> code and words for the person.
_REFUSED = {
    400: ("invalid", "This request makes no sense to Grelt."),
    413: ("too-large", "This is more than Grelt takes at once: a paper has at most 30 MB."),
    431: ("too-large", "The heading of this request is more than Grelt takes."),
    501: ("invalid", "This request is sent in a way that Grelt does not take."),
}
_BROKEN = ("failed", "Grelt could not do this, and the fault is its own. Nothing was changed.")


class _Refusal(ErrorTask):  # type: ignore[misc]
    """What the server refuses, in the one format of all problems."""

    def execute(self) -> None:
        error = self.request.error
        code, message = _REFUSED.get(error.code, _BROKEN)
        body = json.dumps({"code": code, "message": message}).encode()
        self.status = f"{error.code} {error.reason}"
        self.response_headers.append(("Content-Type", "application/json"))
        self.set_close_on_finish()
        self.content_length = len(body)
        self.write(body)


class _Channel(HTTPChannel):  # type: ignore[misc]
    error_task_class = _Refusal


def server_on(listening: socket.socket, application: Any) -> Any:
    """The server of a WSGI application on a socket that listens; `run` has it work until it is ended."""
    proxy = os.environ.get("GRELT_PROXY", "")
    told = {"x-forwarded-for", "x-forwarded-proto"}
    trusted = {"trusted_proxy": proxy, "trusted_proxy_headers": told} if proxy else {}
    server = create_server(
        application,
        sockets=[listening],
        threads=_THREADS,
        max_request_body_size=_MOST_BYTES,
        max_request_header_size=_MOST_HEADER_BYTES,
        channel_timeout=_SILENCE,
        connection_limit=_MOST_CONNECTIONS,
        cleanup_interval=5,
        asyncore_use_poll=True,
        # Only the proxy that is set up is believed about who asks.
        clear_untrusted_proxy_headers=True,
        ident=None,
        **trusted,
    )
    server.channel_class = _Channel
    return server


def main() -> None:
    from .wsgi import application

    server_on(socket.socket(fileno=int(sys.argv[1])), application).run()


if __name__ == "__main__":
    main()
