"""Texts of several works in one of the formats. The libraries for them are loaded at need."""

from __future__ import annotations

import json

from ..works import Work
from .csl import FieldsInvalid, csl_of, work_of

FORMATS = ("csl", "bibtex", "ris")


def works_from(text: str, format: str) -> list[Work]:
    """Read works. Raises `FieldsInvalid` with what is wrong."""
    if format == "bibtex":
        from .bibtex import read_bibtex

        return read_bibtex(text)
    if format == "ris":
        from .ris import read_ris

        return read_ris(text)
    if format != "csl":
        raise FieldsInvalid(f"There is no format “{format}”. Known: {', '.join(FORMATS)}.")
    try:
        data = json.loads(text)
    except json.JSONDecodeError as error:
        raise FieldsInvalid(f"The text is not well-formed JSON: {error}.") from error
    return [work_of(item) for item in (data if isinstance(data, list) else [data])]


def works_to(works: list[Work], format: str) -> str:
    """Write works. Raises `FieldsInvalid` for a format that there is not."""
    if format == "bibtex":
        from .bibtex import write_bibtex

        return write_bibtex(works)
    if format == "ris":
        from .ris import write_ris

        return write_ris(works)
    if format != "csl":
        raise FieldsInvalid(f"There is no format “{format}”. Known: {', '.join(FORMATS)}.")
    return json.dumps([csl_of(w) for w in works], ensure_ascii=False, indent=2)
