"""One error format for everything that is no page: `{"code": …, "message": …, "fields": …, "about": …}`."""

from __future__ import annotations

import logging
import sys
from typing import Any

from django.core.exceptions import (
    DisallowedHost,
    PermissionDenied,
    RequestDataTooBig,
    SuspiciousOperation,
    TooManyFilesSent,
)
from django.db import InterfaceError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse, JsonResponse
from rest_framework import exceptions, serializers
from rest_framework.response import Response

from grelt.api import GreltError

_log = logging.getLogger(__name__)

# The status of each code; what the core refuses is 422.
STATUS = {
    "invalid": 400,
    "host-unknown": 400,
    "sign-in-refused": 400,
    "guide-unknown": 422,
    "signed-out": 401,
    "forged": 403,
    "not-allowed": 403,
    "not-found": 404,
    "method-not-allowed": 405,
    "changed-meanwhile": 409,
    "nothing-to-undo": 409,
    "not-checked": 409,
    "same-file": 409,
    "not-ready": 409,
    "names-hidden": 409,
    "invitation-over": 404,
    "name-wrong": 409,
    "password-wrong": 422,
    "password-weak": 422,
    "account-refused": 422,
    "link-over": 404,
    "sign-up-closed": 403,
    "bundle-too-large": 413,
    "list-unreadable": 422,
    "paper-too-large": 413,
    "too-large": 413,
    "not-json": 415,
    "too-often": 429,
    "too-many-papers": 429,
    "failed": 500,
    "database-away": 503,
    "disk-full": 507,
}
_REFUSED_BY_CORE = 422
_DATABASE_AWAY = (
    "The database does not answer. Nothing was changed; Grelt goes on as soon as it is back."
)
_DISK_FULL = "The disk of the server is full. Nothing was changed; tell whoever runs Grelt."
_FAILED = "Grelt could not do this, and the fault is its own. Nothing was changed."
# SQLSTATE classes: https://www.postgresql.org/docs/current/errcodes-appendix.html
_OUT_OF_DISK = ("53100", "58030")


class Problem(exceptions.APIException):
    """A refusal with a stable code and a message for the person; `about` says what it is about."""

    def __init__(self, code: str, message: str, about: dict[str, str] | None = None) -> None:
        self.status_code = STATUS.get(code, _REFUSED_BY_CORE)
        self.about = about or {}
        super().__init__(message, code)


class ProblemSchema(serializers.Serializer[Any]):
    """A refusal: a stable code, words for the person, what is wrong with each field, what it is about."""

    code = serializers.CharField()
    message = serializers.CharField()
    fields = serializers.DictField(child=serializers.CharField(), required=False)  # type: ignore[assignment]
    about = serializers.DictField(child=serializers.CharField(), required=False)


def handle(error: Exception, context: dict[str, Any]) -> Response | None:
    """What an exception in a view is answered with; None has an unexpected one logged, as a 500."""
    found = _problem(error)
    if found is None:
        return None
    code, body = found
    response = Response(body, status=_status(error, code))
    if isinstance(error, exceptions.NotAuthenticated):
        response["WWW-Authenticate"] = "Session"
    if isinstance(error, exceptions.Throttled):
        response["Retry-After"] = str(_wait(error))
    return response


def _status(error: Exception, code: str) -> int:
    if isinstance(error, exceptions.APIException) and code not in STATUS:
        return error.status_code
    return STATUS.get(code, _REFUSED_BY_CORE)


def _problem(error: Exception) -> tuple[str, dict[str, Any]] | None:
    """Code and body of the problem that an exception is, if it is one."""
    code, message, more = "", "", {}
    match error:
        case Problem():
            code, message = str(error.get_codes()), str(error.detail)
            more = {"about": error.about} if error.about else {}
        case GreltError():
            code, message = error.code, error.message
        case exceptions.ValidationError():
            fields = _flat(error.detail)
            code, message, more = "invalid", " ".join(fields.values()), {"fields": fields}
        case Http404():
            code, message = "not-found", "There is nothing here, or it is not yours to see."
        case exceptions.NotAuthenticated() | exceptions.AuthenticationFailed():
            code, message = "signed-out", "Sign in to go on."
        case PermissionDenied() | exceptions.PermissionDenied():
            code, message = "not-allowed", str(error) or "You may not do this."
        case exceptions.Throttled():
            message = f"Too many tries. Wait {_wait(error)} seconds and try again."
            code = "too-often"
        case exceptions.MethodNotAllowed():
            code, message = "method-not-allowed", "This cannot be done here."
        case exceptions.UnsupportedMediaType():
            code, message = "not-json", "Grelt takes JSON here, and files as forms."
        case exceptions.APIException():
            code, message = "invalid", str(error.detail)
        case RequestDataTooBig() | TooManyFilesSent():
            code, message = "too-large", "This is more than Grelt takes at once."
        case SuspiciousOperation():
            code, message = "invalid", "This request makes no sense to Grelt."
        case OperationalError() | InterfaceError():
            full = getattr(error.__cause__, "sqlstate", None) in _OUT_OF_DISK
            code = "disk-full" if full else "database-away"
            message = _DISK_FULL if full else _DATABASE_AWAY
        case OSError() if error.errno == 28:  # no space left on device
            code, message = "disk-full", _DISK_FULL
        case _:
            return None
    return code, {"code": code, "message": message, **more}


def _wait(error: exceptions.Throttled) -> int:
    return int(getattr(error, "wait", None) or 60) + 1


def answer_to(error: BaseException | None) -> HttpResponse:
    """The same outside of the API's views, where exceptions end that nobody took."""
    found = _problem(error) if isinstance(error, Exception) else None
    code, body = found or ("failed", {"code": "failed", "message": _FAILED})
    return JsonResponse(body, status=STATUS.get(code, 500))


def bad_request(request: HttpRequest, exception: Exception) -> HttpResponse:
    """Django's answer 400."""
    if isinstance(exception, DisallowedHost):
        message = "Grelt is not served under this name: it is not among GRELT_HOSTS."
        return JsonResponse({"code": "host-unknown", "message": message}, status=400)
    return answer_to(exception)


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:
    """Django's answer 404."""
    return answer_to(Http404())


def server_error(request: HttpRequest) -> HttpResponse:
    """Django's answer 500: 503 where the database is away."""
    return answer_to(sys.exc_info()[1])


def forged(request: HttpRequest, reason: str = "") -> HttpResponse:
    """A request without the token of its page."""
    message = "This page is out of date, or the request is not its own. Load it anew and try again."
    return JsonResponse({"code": "forged", "message": message}, status=STATUS["forged"])


def _flat(detail: Any) -> dict[str, str]:
    if isinstance(detail, dict):
        return {str(key): _words(value) for key, value in detail.items()}
    return {"form": _words(detail)}


def _words(value: Any) -> str:
    if isinstance(value, dict):
        return " ".join(_words(v) for v in value.values())
    return " ".join(map(_words, value)) if isinstance(value, list) else str(value)
