"""The student's page: read without an account, by an address that nobody guesses; nothing but the return is
on it, and nothing on it can run."""

from __future__ import annotations

import base64
import hashlib
import re

from django.http import HttpRequest, HttpResponse
from django.views.decorators.http import require_safe

from .queries import page_at

_GONE = (
    "<!doctype html><html lang=en><meta charset=utf-8><title>Nothing to read here</title>"
    "<p>There is nothing to read here. The page was withdrawn, or its time is over: ask your instructor."
)


@require_safe
def student_page(request: HttpRequest, token: str) -> HttpResponse:
    """The page of a link; where it was withdrawn or has ended, a line that says so."""
    page = page_at(token)
    response = HttpResponse(page if page is not None else _GONE, status=200 if page else 404)
    style = re.search(r"<style>(.*?)</style>", page or "", re.S)
    digest = hashlib.sha256(style.group(1).encode()).digest() if style else b""
    allowed = f"'sha256-{base64.b64encode(digest).decode()}'" if style else "'none'"
    response.headers["Content-Security-Policy"] = (
        f"default-src 'none'; style-src {allowed}; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    )
    response.headers["Cache-Control"] = "no-store"
    response.headers["Referrer-Policy"] = "no-referrer"
    response.headers["X-Robots-Tag"] = "noindex, nofollow"
    return response
