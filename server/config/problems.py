"""One error format for the whole API: `{"code": …, "message": …, "fields": …}`."""

from __future__ import annotations

from typing import Any

from django.core.exceptions import PermissionDenied
from django.http import Http404
from rest_framework import exceptions, status
from rest_framework.response import Response
from rest_framework.views import exception_handler

from grelt.api import GreltError


class Problem(exceptions.APIException):
    """A refusal with a stable code and a message for the person."""

    def __init__(self, code: str, message: str, status_code: int = 400) -> None:
        self.status_code = status_code
        super().__init__(message, code)


def handle(error: Exception, context: dict[str, Any]) -> Response | None:
    """Turn an exception into a problem; None lets an unexpected one be logged as a 500."""
    if isinstance(error, GreltError):
        return _response(error.code, error.message, status.HTTP_422_UNPROCESSABLE_ENTITY)
    if isinstance(error, exceptions.ValidationError):
        fields = _flat(error.detail)
        message = " ".join(fields.values())
        return _response("invalid", message, status.HTTP_400_BAD_REQUEST, fields)
    if isinstance(error, Http404):
        return _response("not-found", "There is nothing here, or it is not yours to see.", 404)
    if isinstance(error, PermissionDenied):
        return _response("not-allowed", str(error) or "You may not do this.", 403)
    if isinstance(error, exceptions.Throttled):
        wait = int(getattr(error, "wait", None) or 60)
        return _response("too-often", f"Too many tries. Wait {wait} seconds and try again.", 429)
    if isinstance(error, exceptions.NotAuthenticated):
        return _response("signed-out", "Sign in to go on.", status.HTTP_403_FORBIDDEN)
    if isinstance(error, exceptions.APIException):
        code = error.get_codes()
        return _response(str(code), str(error.detail), error.status_code)
    return exception_handler(error, context)


def _response(
    code: str, message: str, status_code: int, fields: dict[str, str] | None = None
) -> Response:
    body: dict[str, Any] = {"code": code, "message": message}
    if fields:
        body["fields"] = fields
    return Response(body, status=status_code)


def _flat(detail: Any) -> dict[str, str]:
    if isinstance(detail, dict):
        return {
            str(key): " ".join(str(m) for m in (value if isinstance(value, list) else [value]))
            for key, value in detail.items()
        }
    return {"form": " ".join(str(m) for m in (detail if isinstance(detail, list) else [detail]))}
