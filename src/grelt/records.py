"""What a look-up says of works, as plain data: the core asks nobody itself.

Whoever calls the core hands in what was found. A file of records is JSON:
`{"prefixes": ["10.5555"], "items": [CSL-JSON, …], "problem": ""}`; `prefixes` are the DOI prefixes of which
the look-up knows every work, `problem` says in words that it did not answer.
"""

from __future__ import annotations

import json
import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any

from .errors import RecordsInvalid
from .exchange import work_of
from .exchange.csl import FieldsInvalid
from .text.calendar import MONTH_NAMES
from .text.folding import letters
from .text.names import PersonName
from .works import Group, Work

_COMPARED = ("title", "container", "volume", "issue")


@dataclass(frozen=True)
class Records:
    """Works by DOI and by address (both folded)."""

    works: Mapping[str, Work] = field(default_factory=dict)
    prefixes: tuple[str, ...] = ()
    problem: str = ""

    def of(self, work: Work) -> Work | None:
        """The record of a work, by its DOI or its address."""
        for element in ("doi", "url"):
            found = self.works.get(identifier(work.text(element)))
            if work.text(element) and found is not None:
                return found
        return None

    def should_know(self, work: Work) -> bool:
        """Whether the look-up would know a work if there were one."""
        doi = identifier(work.text("doi"))
        return bool(doi) and any(doi.startswith(f"{p}/") for p in self.prefixes)


@dataclass(frozen=True, slots=True)
class Discrepancy:
    """An element that an entry and its record have otherwise."""

    element: str
    written: str
    recorded: str


def identifier(text: str) -> str:
    """A DOI or an address without what is written now so, now so."""
    bare = re.sub(r"^(?:https?://)?(?:www\.)?(?:(?:dx\.)?doi\.org/)?", "", text.strip().casefold())
    return bare.rstrip("/.")


def read_records(text: str) -> Records:
    """Read a file of records. Raises `RecordsInvalid` with the place of the fault."""
    try:
        data = json.loads(text)
    except (json.JSONDecodeError, RecursionError) as error:
        raise RecordsInvalid(f"The records are not well-formed JSON: {error}.") from error
    if isinstance(data, list):
        data = {"items": data}
    if not isinstance(data, dict) or not isinstance(data.get("items", []), list):
        raise RecordsInvalid("Records are a list of CSL-JSON items, or a table with “items”.")
    prefixes = data.get("prefixes", [])
    if not isinstance(prefixes, list) or not all(isinstance(p, str) for p in prefixes):
        raise RecordsInvalid("“prefixes” is a list of the beginnings of DOIs.")
    works: dict[str, Work] = {}
    for number, item in enumerate(data.get("items", []), start=1):
        try:
            work = work_of(item)
        except FieldsInvalid as error:
            raise RecordsInvalid(f"Record {number}: {error.message}") from error
        for element in ("doi", "url"):
            if work.text(element):
                works[identifier(work.text(element))] = work
    return Records(works, tuple(prefixes), str(data.get("problem", "")))


def discrepancies(written: Work, recorded: Work) -> list[Discrepancy]:
    """Elements that both have and have otherwise. What a record lacks is no discrepancy."""
    found = []
    for element in _COMPARED:
        one, other = written.text(element), recorded.text(element)
        if one and other and letters(one) != letters(other):
            found.append(Discrepancy(element, one, other))
    date, record_date = written.date(), recorded.date()
    if date is not None and record_date is not None and date.year and record_date.year:
        if date.year != record_date.year:
            found.append(Discrepancy("date", str(date.year), str(record_date.year)))
        elif (
            date.month
            and record_date.month
            and (date.month, date.day) != (record_date.month, record_date.day)
        ):
            found.append(
                Discrepancy(
                    "date", _day(date.month, date.day), _day(record_date.month, record_date.day)
                )
            )
    pages, record_pages = _first(written.text("pages")), _first(recorded.text("pages"))
    if pages and record_pages and pages != record_pages:
        found.append(Discrepancy("pages", written.text("pages"), recorded.text("pages")))
    who, record_who = _families(written), _families(recorded)
    shown = len(who)
    if who and record_who and who != record_who[:shown]:
        found.append(Discrepancy("author", ", ".join(_names(written)), ", ".join(_names(recorded))))
    return found


def _day(month: int, day: str) -> str:

    return f"{MONTH_NAMES[month - 1]} {day}".strip()


def _first(pages: str) -> str:
    match = re.match(r"\w+", pages)
    return match.group() if match else ""


def _families(work: Work) -> list[str]:
    return [
        letters(n.family if isinstance(n, PersonName) else n.literal) for n in work.names("author")
    ]


def _names(work: Work) -> list[str]:
    return [n.literal if isinstance(n, Group) else n.family for n in work.names("author")]


def records_text(items: list[dict[str, Any]], prefixes: list[str], problem: str = "") -> str:
    """A file of records, always the same for the same records."""
    return json.dumps(
        {"prefixes": sorted(prefixes), "items": items, "problem": problem},
        sort_keys=True,
        ensure_ascii=False,
    )
