"""How the API reads requests: who asks, and sound JSON alone."""

from __future__ import annotations

import codecs
import json
import re
from collections.abc import Mapping
from typing import IO, Any

from django.conf import settings
from rest_framework.authentication import SessionAuthentication
from rest_framework.exceptions import ParseError
from rest_framework.parsers import JSONParser
from rest_framework.request import Request

_DEEPEST = 30
_UNTAKEN = re.compile("[\0\ud800-\udfff]")


class SoundJson(JSONParser):
    """JSON that can be stored: not nested without end, no NUL, no halves of pairs, no NaN."""

    def parse(
        self,
        stream: IO[Any],
        media_type: str | None = None,
        parser_context: Mapping[str, Any] | None = None,
    ) -> Any:
        encoding = str((parser_context or {}).get("encoding", settings.DEFAULT_CHARSET))
        try:
            text = codecs.getreader(encoding)(stream).read()
            data = json.loads(text, parse_constant=_no_number)
        except (ValueError, LookupError) as error:
            raise ParseError("This is not well-formed JSON.") from error
        except RecursionError as error:
            raise ParseError("This JSON is nested too deeply.") from error
        _refuse_unsound(data, 0)
        return data


def _no_number(constant: str) -> None:
    raise ValueError(f"{constant} is no number of JSON")


def _refuse_unsound(value: Any, depth: int) -> None:
    if depth > _DEEPEST:
        raise ParseError("This JSON is nested too deeply.")
    if isinstance(value, str):
        if _UNTAKEN.search(value):
            raise ParseError("This text holds characters that no text has.")
    elif isinstance(value, dict):
        for key, item in value.items():
            _refuse_unsound(key, depth)
            _refuse_unsound(item, depth + 1)
    elif isinstance(value, list):
        for item in value:
            _refuse_unsound(item, depth + 1)


class Session(SessionAuthentication):
    """Sessions, as before; whoever has none is asked to sign in (401), not told that it is forbidden."""

    def authenticate_header(self, request: Request) -> str:
        return "Session"
