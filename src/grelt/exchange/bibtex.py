"""BibTeX in and out, by the package bibtexparser; fields by the names of its common styles."""

from __future__ import annotations

import re
import warnings
from typing import Any

from bibtexparser import model
from bibtexparser.entrypoint import parse_string, write_string
from bibtexparser.library import Library

from ..text.calendar import MONTH_NAMES
from ..text.folding import letters
from ..text.name_lists import inverted_name
from ..text.names import PersonName, natural_name
from ..works import DateValue, Group, Name, TextValue, Value, Work, read_date
from .csl import FieldsInvalid

_TYPES = {
    "book": "book", "edited-book": "book", "chapter": "incollection", "reference-entry": "incollection",
    "journal-article": "article", "magazine-article": "article", "newspaper-article": "article",
    "review": "article", "report": "techreport", "thesis": "phdthesis", "conference-paper": "inproceedings",
    "web-page": "online", "web-site": "online", "software": "software", "dataset": "dataset",
}  # fmt: skip
_KINDS = {
    "book": "book", "incollection": "chapter", "inbook": "chapter", "article": "journal-article",
    "techreport": "report", "report": "report", "phdthesis": "thesis", "mastersthesis": "thesis",
    "thesis": "thesis", "inproceedings": "conference-paper", "conference": "conference-paper",
    "online": "web-page", "www": "web-page", "electronic": "web-page", "software": "software",
    "dataset": "dataset", "misc": "web-page", "proceedings": "edited-book", "booklet": "book",
}  # fmt: skip
# Kinds whose `number` is that of an issue; of others it is their own.
_IN_ISSUES = ("journal-article", "magazine-article", "newspaper-article", "review", "interview")
_FIELDS = {
    "title": "title", "volume": "volume", "pages": "pages", "publisher": "publisher", "series": "series",
    "address": "place", "location": "place", "edition": "edition", "doi": "doi", "url": "url",
    "school": "institution", "number": "issue", "type": "medium",
}  # fmt: skip
_ACCENTS = {
    "'": "\u0301",
    "`": "\u0300",
    "^": "\u0302",
    '"': "\u0308",
    "~": "\u0303",
    "c": "\u0327",
}


def read_bibtex(text: str) -> list[Work]:
    """The works of a BibTeX text. Raises `FieldsInvalid` where nothing can be read."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        library = parse_string(text)
    if not library.entries:
        raise FieldsInvalid("No BibTeX entry was found: an entry begins with @ and a type.")
    return [_work(entry) for entry in library.entries]


def _work(entry: Any) -> Work:
    raw = {f.key.casefold(): str(f.value) for f in entry.fields}
    fields = {key: _plain(value) for key, value in raw.items()}
    kind = _KINDS.get(str(entry.entry_type).casefold(), "book")
    values: dict[str, Value] = {}
    for role in ("author", "editor", "translator"):
        if fields.get(role):
            values[role] = tuple(_name(n) for n in _parted(raw[role]))
    for field, element in _FIELDS.items():
        if fields.get(field):
            values.setdefault(element, TextValue(fields[field]))
    for field in ("journal", "journaltitle", "booktitle", "organization"):
        if fields.get(field):
            values.setdefault("container", TextValue(fields[field]))
    if kind not in _IN_ISSUES and "issue" in values:
        values["number"] = values.pop("issue")
    if kind == "report" and "institution" in fields:
        values.setdefault("publisher", TextValue(fields["institution"]))
    date = _date(fields)
    if date is not None:
        values["date"] = date
    if fields.get("urldate") and (accessed := read_date(fields["urldate"])) is not None:
        values["accessed"] = accessed
    if kind == "book" and "author" not in values and "editor" in values:
        kind = "edited-book"
    return Work(kind, values)


def _plain(value: str) -> str:
    """A field's text without braces, with its accents and dashes."""

    def accented(match: re.Match[str]) -> str:
        import unicodedata

        return unicodedata.normalize("NFC", match.group(2) + _ACCENTS[match.group(1)])

    value = re.sub(r"\\(['`^\"~c])\s?\{?([A-Za-z])\}?", accented, value)
    value = re.sub(r"\\(&|%|_|#|\$)", r"\1", value)
    return re.sub(
        r"\s+", " ", re.sub(r"[{}]", "", value).replace("--", "–").replace("~", " ")
    ).strip()


def _parted(names: str) -> list[str]:
    """The names of a list, parted at each “and” that is outside of braces."""
    parts, depth, start = [], 0, 0
    for match in re.finditer(r"[{}]|\s+and\s+", names):
        if match.group() in "{}":
            depth += 1 if match.group() == "{" else -1
        elif depth == 0:
            parts.append(names[start : match.start()])
            start = match.end()
    return [*parts, names[start:]]


def _name(raw: str) -> Name:
    """A name; what is in braces as a whole is a group."""
    text = _plain(raw)
    if re.fullmatch(r"\s*\{[^{}]*\}\s*", raw):
        return Group(text)
    read = inverted_name(text) if "," in text else natural_name(text)
    return read if read is not None and read.given else Group(text)


def _date(fields: dict[str, str]) -> DateValue | None:
    if fields.get("date"):
        return read_date(fields["date"])
    year = fields.get("year", "")
    if not year:
        return None
    month = fields.get("month", "")
    named = next(
        (n for n, m in enumerate(MONTH_NAMES, 1) if m.casefold().startswith(month[:3].casefold())),
        None,
    )
    date = read_date(year)
    if date is not None and month and named and date.year is not None:
        return DateValue(date.year, int(month) if month.isdigit() else named)
    return date


def write_bibtex(works: list[Work]) -> str:
    """Works as BibTeX, with keys of surname and year."""
    library = Library()
    seen: dict[str, int] = {}
    for work in works:
        key = _key(work, seen)
        library.add(model.Entry(_TYPES.get(work.kind, "misc"), key, _written(work)))
    return str(write_string(library))


def _key(work: Work, seen: dict[str, int]) -> str:
    names = work.names("author") or work.names("editor")
    first = names[0] if names else None
    word = (
        first.family
        if isinstance(first, PersonName)
        else (first.literal if first else work.text("title"))
    )
    date = work.date()
    key = f"{letters(word)[:20]}{date.year if date and date.year else ''}" or "work"
    seen[key] = seen.get(key, 0) + 1
    return key if seen[key] == 1 else f"{key}{chr(96 + seen[key])}"


def _written(work: Work) -> list[Any]:
    fields: dict[str, str] = {}
    for role in ("author", "editor", "translator"):
        if work.names(role):
            fields[role] = " and ".join(_bibname(n) for n in work.names(role))
    back = {element: field for field, element in reversed(_FIELDS.items())}
    for element, field in back.items():
        if work.text(element):
            fields[field] = (
                work.text(element).replace("–", "--") if element == "pages" else work.text(element)
            )
    if work.text("number"):
        fields["number"] = work.text("number")
    if work.text("container"):
        fields["journal" if _TYPES.get(work.kind) == "article" else "booktitle"] = work.text(
            "container"
        )
    date, accessed = work.date(), work.date("accessed")
    if date is not None and date.year is not None:
        fields["year"] = str(date.year)
        if date.month is not None:
            fields["month"] = MONTH_NAMES[date.month - 1]
    elif date is not None:
        fields["year"] = date.literal
    if accessed is not None and accessed.year is not None:
        day = f"-{int(accessed.day):02d}" if accessed.day.isdigit() else ""
        fields["urldate"] = f"{accessed.year}-{accessed.month or 1:02d}{day or '-01'}"
    return [model.Field(key, value) for key, value in fields.items()]


def _bibname(name: Name) -> str:
    if isinstance(name, Group):
        return "{" + name.literal + "}"
    return ", ".join(filter(None, (name.family, name.suffix, name.given)))
