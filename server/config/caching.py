"""Answers with students' work are kept by no browser and no proxy."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse


class NothingKeptMiddleware:
    """Says `no-store` of every answer of the API that does not say otherwise."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        if request.path.startswith("/api/"):
            response.headers.setdefault("Cache-Control", "private, no-store")
        return response
