"""The report's schema, as JSON Schema and as named parts of an API description."""

from __future__ import annotations

import json
from functools import cache
from pathlib import Path
from typing import Any


@cache
def _text() -> str:
    return Path(__file__).with_name("schema.json").read_text(encoding="utf-8")


def report_schema() -> dict[str, Any]:
    """The JSON Schema of a report."""
    schema: dict[str, Any] = json.loads(_text())
    return schema


# What reports have had since they were first kept; an older one is shown until its paper is checked again.
_LATER: dict[str, Any] = {
    "page": None,
    "requirements": [],
    "points": None,
    "verdict": None,
    "likely_list": None,
    "chances": {},
}


def completed(report: dict[str, Any]) -> dict[str, Any]:
    """A report as kept by an earlier release, with what has come since as unknown."""
    return {**_LATER, **report}


def report_components() -> dict[str, Any]:
    """The schema cut into named parts for an OpenAPI document: `Report`, `ReportEntry` and so on."""
    schema: dict[str, Any] = json.loads(_text().replace("#/$defs/", "#/components/schemas/Report"))
    parts = {f"Report{name}": part for name, part in schema.pop("$defs").items()}
    schema.pop("$schema")
    return {"Report": schema, **parts}
