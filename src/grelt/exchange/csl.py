"""CSL-JSON: an open format of names and variables. What it has no variable for stands in `custom`."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any

from ..errors import GreltError
from ..text.calendar import SEASONS
from ..text.names import LEFT_OUT, PersonName
from ..text.spans import Span
from ..works import KINDS, DateValue, Group, Name, TextValue, Value, Work

Json = dict[str, Any]

NAME_VARIABLES = (
    "author", "editor", "translator", "director", "performer", "interviewer", "host", "illustrator",
    "reviewed-author", "container-author",
)  # fmt: skip
DATE_VARIABLES = {"date": "issued", "accessed": "accessed", "original-date": "original-date"}
TEXT_VARIABLES = {
    "title": "title",
    "container": "container-title",
    "series": "collection-title",
    "edition": "edition",
    "volume": "volume",
    "issue": "issue",
    "pages": "page",
    "volumes": "number-of-volumes",
    "number": "number",
    "publisher": "publisher",
    "place": "publisher-place",
    "event": "event-title",
    "database": "source",
    "medium": "genre",
    "section": "section",
    "reviewed": "reviewed-title",
    "doi": "DOI",
    "url": "URL",
}
# Elements of ours that CSL has no variable for.
CUSTOM = ("handle", "institution", "article", "uploader")
# Kinds whose number is that of an issue; of others it is their own.
IN_ISSUES = ("journal-article", "magazine-article", "newspaper-article", "review", "interview")
_BY_TYPE = {csl: kind for kind, csl in reversed(KINDS.items())}
_ITALIC = re.compile(r"</?i>")


class FieldsInvalid(GreltError):
    """Fields that are no CSL-JSON item, or a text in none of the formats; the message says why."""

    code = "fields-invalid"


# Dots in a list of names are no name.
_LEFT_OUT = PersonName(LEFT_OUT)


def csl_of(work: Work) -> Json:
    """A work as a CSL-JSON item. Its exact kind stands in `custom.kind`."""
    item: Json = {"type": KINDS.get(work.kind, "document")}
    custom: Json = {"kind": work.kind}
    for element, value in work.values.items():
        if isinstance(value, tuple):
            names = [_name(n) for n in value if n != _LEFT_OUT]
            if element in NAME_VARIABLES:
                item[element] = names
            else:
                custom[element] = names
        elif isinstance(value, DateValue):
            item[DATE_VARIABLES.get(element, element)] = _date(value)
        elif element in TEXT_VARIABLES:
            item[TEXT_VARIABLES[element]] = _rich(value)
        else:
            custom[element] = value.text
    if work.kind == "thesis" and "institution" in custom:
        item["publisher"] = custom.pop("institution")
    if work.more:
        custom["more"] = sorted(work.more)
    item["custom"] = custom
    return item


def _name(name: Name) -> Json:
    if isinstance(name, Group):
        return {"literal": name.literal}
    parts = (("family", name.family), ("given", name.given), ("suffix", name.suffix))
    return {k: v for k, v in parts if v}


def _date(value: DateValue) -> Json:
    if value.year is None:
        written: Json = {"literal": value.literal}
    else:
        parts: list[int] = [value.year]
        if value.month is not None:
            parts.append(value.month)
            if value.day:
                parts.append(int(value.day.split("-")[0]))
        written = {"date-parts": [parts]}
        later = _later(value, parts)
        if later is not None:
            written["date-parts"].append(later)
        if value.season:
            written["season"] = value.season
        if value.circa:
            written["circa"] = True
    if value.letter:
        written["year-suffix"] = value.letter
    return written


def _later(value: DateValue, parts: list[int]) -> list[int] | None:
    if value.day and "-" in value.day:
        return [*parts[:2], int(value.day.split("-")[1])]
    if value.until.isdigit() and value.month is not None:
        return [parts[0], int(value.until)]
    if value.until.isdigit():
        first = str(value.year)
        return [int(first[: len(first) - len(value.until)] + value.until)]
    return None


def _rich(value: TextValue) -> str:
    text = value.text
    for span in sorted(value.apart, reverse=True):
        text = f"{text[: span.start]}<i>{span.of(value.text)}</i>{text[span.end :]}"
    return text


def work_of(item: Mapping[str, Any], kind: str | None = None) -> Work:
    """A work from a CSL-JSON item. Raises `FieldsInvalid`; what is not known is passed over."""
    if not isinstance(item, Mapping):
        raise FieldsInvalid("An item must be a table of fields.")
    custom = item.get("custom")
    custom = custom if isinstance(custom, Mapping) else {}
    kind = kind or str(custom.get("kind") or _BY_TYPE.get(str(item.get("type", "")), ""))
    if kind not in KINDS:
        raise FieldsInvalid(f"There is no kind of source for type “{item.get('type', '')}”.")
    values: dict[str, Value] = {}
    for element in (*NAME_VARIABLES, "uploader"):
        raw = item.get(element, custom.get(element))
        if raw:
            values[element] = _names(raw, element)
    for element, variable in DATE_VARIABLES.items():
        if item.get(variable):
            date = _read_date(item[variable], variable)
            if date is not None:
                values[element] = date
    for element, variable in TEXT_VARIABLES.items():
        if str(item.get(variable) or "").strip():
            values[element] = _text(str(item[variable]).strip())
    for element in CUSTOM:
        raw = custom.get(element)
        if isinstance(raw, str) and raw.strip():
            values[element] = TextValue(raw.strip())
    if kind == "thesis" and "institution" not in values and "publisher" in values:
        values["institution"] = values.pop("publisher")
    if kind == "edited-book" and "editor" not in values and "author" in values:
        kind = "book"
    if kind == "book" and "editor" in values and "author" not in values:
        kind = "edited-book"
    more = custom.get("more")
    return Work(kind, values, frozenset(map(str, more)) if isinstance(more, list) else frozenset())


def _text(raw: str) -> TextValue:
    text, apart, start = "", [], None
    at = 0
    for match in _ITALIC.finditer(raw):
        text += raw[at : match.start()]
        at = match.end()
        if match.group() == "<i>":
            start = len(text)
        elif start is not None:
            apart.append(Span(start, len(text)))
            start = None
    return TextValue(text + raw[at:], tuple(apart))


def _names(raw: Any, element: str) -> tuple[Name, ...]:
    if not isinstance(raw, list):
        raise FieldsInvalid(f"“{element}” must be a list of names.")
    found: list[Name] = []
    for name in raw:
        if isinstance(name, Mapping) and str(name.get("literal") or "").strip():
            found.append(Group(str(name["literal"]).strip()))
        elif isinstance(name, Mapping) and str(name.get("family") or "").strip():
            particle = str(name.get("non-dropping-particle") or "").strip()
            family = f"{particle} {name['family']}".strip()
            found.append(
                PersonName(
                    family,
                    str(name.get("given") or "").strip(),
                    str(name.get("suffix") or "").strip(),
                )
            )
        elif name:
            raise FieldsInvalid(f"A name in “{element}” has neither “family” nor “literal”.")
    return tuple(found)


def _read_date(raw: Any, variable: str) -> DateValue | None:
    if not isinstance(raw, Mapping):
        raise FieldsInvalid(f"“{variable}” must be a date of CSL-JSON.")
    letter = str(raw.get("year-suffix") or "")
    parts = raw.get("date-parts")
    if not parts:
        literal = str(raw.get("literal") or raw.get("raw") or "").strip()
        return DateValue(literal=literal, letter=letter) if literal else None
    try:
        first = [int(n) for n in parts[0]]
        second = [int(n) for n in parts[1]] if len(parts) > 1 else []
        year = first[0]
    except (TypeError, ValueError, IndexError, KeyError) as error:
        raise FieldsInvalid(f"“{variable}” is no date: year, month and day are numbers.") from error
    month = first[1] if len(first) > 1 and 1 <= first[1] <= 12 else None
    day = str(first[2]) if month is not None and len(first) > 2 else ""
    until = ""
    if second:
        if day and len(second) > 2:
            day = f"{day}-{second[2]}"
        elif month is not None and len(second) > 1:
            until = str(second[1])
        elif month is None:
            until = str(second[0])
    season = str(raw.get("season") or "").casefold()
    if season.isdigit():
        season = ("", "spring", "summer", "autumn", "winter")[int(season) % 5]
    season = season if season in SEASONS else ""
    return DateValue(year, month, day, season, until, letter=letter, circa=bool(raw.get("circa")))
