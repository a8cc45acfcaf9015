"""A report as text that every reader of JSON and every database takes, whatever a paper held."""

from __future__ import annotations

import json
import math
import re
from typing import Any

# What PostgreSQL keeps in no JSON: NUL, and halves of pairs without the other (RFC 8259, 8.2).
_UNTAKEN = re.compile("[\0\ud800-\udfff]")
_MAY_BE = re.compile("\\\\u0000|[\ud800-\udfff]")


def written(report: dict[str, Any]) -> str:
    """The JSON text of a report; what cannot stand in it is replaced, and numbers that are none are null."""
    try:
        text = _dumped(report)
    except ValueError:
        return _dumped(_cleaned(report))
    return text if _MAY_BE.search(text) is None else _dumped(_cleaned(report))


def _dumped(value: Any) -> str:
    return json.dumps(value, ensure_ascii=False, allow_nan=False, separators=(",", ":"))


def _cleaned(value: Any) -> Any:
    if isinstance(value, str):
        return _UNTAKEN.sub("\ufffd", value)
    if isinstance(value, float):
        return value if math.isfinite(value) else None
    if isinstance(value, dict):
        return {_cleaned(key): _cleaned(item) for key, item in value.items()}
    if isinstance(value, list | tuple):
        return [_cleaned(item) for item in value]
    return value
