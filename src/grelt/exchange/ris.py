"""RIS in and out, by the package rispy."""

from __future__ import annotations

from typing import Any

import rispy

from ..text.name_lists import inverted_name
from ..text.names import PersonName, natural_name
from ..works import DateValue, Group, Name, TextValue, Value, Work, read_date
from .csl import IN_ISSUES, FieldsInvalid

_TYPES = {
    "book": "BOOK", "edited-book": "EDBOOK", "chapter": "CHAP", "journal-article": "JOUR",
    "magazine-article": "MGZN", "newspaper-article": "NEWS", "web-page": "ELEC", "web-site": "ELEC",
    "report": "RPRT", "thesis": "THES", "conference-paper": "CPAPER", "film": "MPCT", "video": "VIDEO",
    "audio": "SOUND", "reference-entry": "ENCYC", "dataset": "DATA", "software": "COMP", "legal": "STAT",
    "image": "ART", "personal-communication": "PCOMM", "review": "JOUR", "interview": "GEN",
    "social-post": "BLOG",
}  # fmt: skip
_KINDS = {ris: kind for kind, ris in reversed(_TYPES.items())} | {
    "CONF": "conference-paper",
    "GEN": "web-page",
}
_PLURAL = {
    "authors": "author",
    "first_authors": "author",
    "secondary_authors": "editor",
    "tertiary_authors": "translator",
}
_TEXTS = {
    "title": "title", "primary_title": "title", "secondary_title": "container", "journal_name": "container",
    "volume": "volume", "number": "issue", "edition": "edition", "publisher": "publisher",
    "place_published": "place", "doi": "doi", "database_provider": "database", "name_of_database": "database",
}  # fmt: skip


def read_ris(text: str) -> list[Work]:
    """The works of a RIS text. Raises `FieldsInvalid`."""
    try:
        entries = rispy.loads(text)
    except Exception as error:
        raise FieldsInvalid(f"The text is no RIS: {error}.") from error
    if not entries:
        raise FieldsInvalid("No RIS record was found: a record begins with a line “TY  - ”.")
    return [_work(entry) for entry in entries]


def _work(entry: dict[str, Any]) -> Work:
    kind = _KINDS.get(str(entry.get("type_of_reference", "")), "book")
    values: dict[str, Value] = {}
    for field, role in _PLURAL.items():
        names = entry.get(field)
        if names:
            values.setdefault(role, tuple(_name(n) for n in names))
    for field, element in _TEXTS.items():
        if str(entry.get(field) or "").strip():
            values.setdefault(element, TextValue(str(entry[field]).strip()))
    start, end = str(entry.get("start_page") or ""), str(entry.get("end_page") or "")
    if start:
        values["pages"] = TextValue(f"{start}-{end}" if end and end != start else start)
    urls = entry.get("urls") or ([entry["url"]] if entry.get("url") else [])
    if urls:
        values["url"] = TextValue(str(urls[0]))
    date = _date(str(entry.get("date") or entry.get("year") or entry.get("publication_year") or ""))
    if date is not None:
        values["date"] = date
    accessed = _date(str(entry.get("access_date") or ""))
    if accessed is not None:
        values["accessed"] = accessed
    if kind not in IN_ISSUES and "issue" in values:
        values["number"] = values.pop("issue")
    if kind == "thesis" and "publisher" in values:
        values["institution"] = values.pop("publisher")
    if kind == "book" and "author" not in values and "editor" in values:
        kind = "edited-book"
    return Work(kind, values)


def _name(text: str) -> Name:
    """A name as `Family, Given, Suffix`; a group has no comma, or one behind it."""
    family, *rest = (part.strip() for part in text.strip().split(","))
    if len(rest) == 2 and not rest[1]:
        # A comma behind a person's name, or a group with one in its name?
        return inverted_name(text) or Group(text.strip().rstrip(","))
    if rest and rest[0]:
        return PersonName(family, rest[0], ", ".join(rest[1:]))
    read = natural_name(family) if not rest else None
    return read if read is not None and read.given else Group(family)


def _date(text: str) -> DateValue | None:
    """`2021/04/22/`, `2021`: parts may be empty."""
    parts = [p for p in text.replace("-", "/").split("/") if p.strip()]
    if parts and parts[0].isdigit() and len(parts[0]) == 4:
        month = (
            int(parts[1])
            if len(parts) > 1 and parts[1].isdigit() and 1 <= int(parts[1]) <= 12
            else None
        )
        day = str(int(parts[2])) if month and len(parts) > 2 and parts[2].isdigit() else ""
        return DateValue(int(parts[0]), month, day)
    return read_date(text) if text.strip() else None


def write_ris(works: list[Work]) -> str:
    """Works as RIS."""
    return str(rispy.dumps([_entry(w) for w in works]))


def _entry(work: Work) -> dict[str, Any]:
    entry: dict[str, Any] = {"type_of_reference": _TYPES.get(work.kind, "GEN")}
    for field, role in (
        ("authors", "author"),
        ("secondary_authors", "editor"),
        ("tertiary_authors", "translator"),
    ):
        if work.names(role):
            entry[field] = [_written(n) for n in work.names(role)]
    back = {e: f for f, e in reversed(_TEXTS.items())}
    for element, field in back.items():
        if work.text(element):
            entry[field] = _line(work.text(element))
    for element, field in (("institution", "publisher"), ("number", "number")):
        if work.text(element):
            entry[field] = _line(work.text(element))
    if work.text("pages"):
        start, _, end = _line(work.text("pages")).replace("–", "-").partition("-")
        entry["start_page"] = start
        if end:
            entry["end_page"] = end
    if work.text("url"):
        entry["urls"] = [_line(work.text("url"))]
    for field, element in (("date", "date"), ("access_date", "accessed")):
        date = work.date(element)
        if date is not None and date.year is not None:
            parts = [
                str(date.year),
                f"{date.month:02d}" if date.month else "",
                f"{int(date.day):02d}" if date.day.isdigit() else "",
            ]
            entry[field] = "/".join(parts)
            if element == "date":
                entry["year"] = str(date.year)
    return entry


def _written(name: Name) -> str:
    if isinstance(name, Group):
        return f"{_line(name.literal)},"
    return _line(", ".join(filter(None, (name.family, name.given, name.suffix))))


def _line(text: str) -> str:
    """A value is one line: what stood on the next would be another field."""
    return " ".join(text.split())
