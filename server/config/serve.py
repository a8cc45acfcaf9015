"""The web server: `python -m config.serve FILENO`, on a socket that whoever starts it has opened.

Requests are taken in whole before a thread works on them, so that slow and half-sent ones keep nobody waiting;
what is too large is refused by its announced length, before it is taken.
"""

from __future__ import annotations

import os
import socket
import sys

import waitress

_THREADS = 8
# The largest paper, and the form around it; the application says what is too large in its own words below.
_MOST_BYTES = 34 * 2**20
_MOST_HEADER_BYTES = 32_768
# Seconds without a byte, on a request half sent or a connection kept.
_SILENCE = 30
_MOST_CONNECTIONS = 900


def main() -> None:
    listening = socket.socket(fileno=int(sys.argv[1]))
    proxy = os.environ.get("GRELT_PROXY", "")
    told = {"x-forwarded-for", "x-forwarded-proto"}
    trusted = {"trusted_proxy": proxy, "trusted_proxy_headers": told} if proxy else {}
    from .wsgi import application

    waitress.serve(
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


if __name__ == "__main__":
    main()
