"""How the API describes itself: every operation with the problems that it can answer with."""

from __future__ import annotations

from typing import Any, Literal

from drf_spectacular.authentication import SessionScheme
from drf_spectacular.openapi import AutoSchema
from rest_framework.permissions import AllowAny

from .problems import ProblemSchema


class OwnSessions(SessionScheme):  # type: ignore[no-untyped-call]
    """Found by being there: our sessions are described as Django's."""

    target_class = "config.requests.Session"


class Described(AutoSchema):
    """Operations with the problems that they can answer with, by what they take and who may ask."""

    def _get_response_bodies(
        self, direction: Literal["request", "response"] = "response"
    ) -> dict[str, Any]:
        found: dict[str, Any] = super()._get_response_bodies(direction)
        for status in self._problems():
            found.setdefault(status, self._get_response_for_code(ProblemSchema, status))  # type: ignore[no-untyped-call]
        return found

    def _problems(self) -> list[str]:
        writes = self.method not in ("GET", "HEAD")
        statuses = ["429", "503"]
        if not any(isinstance(p, AllowAny) for p in self.view.get_permissions()):
            statuses.append("401")
        if writes:
            statuses += ["400", "403", "409", "413", "415", "422"]
        if "{" in self.path:
            statuses.append("404")
        return sorted(statuses)
