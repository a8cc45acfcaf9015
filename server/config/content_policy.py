"""A strict content policy: scripts, styles, faces and connections of our own origin only.

The one style tag that the interface's styling engine fills carries a nonce made for each answer.
"""

from __future__ import annotations

import secrets
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

_POLICY = (
    "default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; img-src 'self' data:; "
    "font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; "
    "frame-ancestors 'none'"
)


class ContentPolicyMiddleware:
    """Adds the policy to every answer; `request.csp_nonce` is for the page that needs it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        nonce = secrets.token_urlsafe(16)
        request.csp_nonce = nonce  # type: ignore[attr-defined]
        response = self.get_response(request)
        response.headers.setdefault("Content-Security-Policy", _POLICY.format(nonce=nonce))
        return response
