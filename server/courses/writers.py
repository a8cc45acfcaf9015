"""Whose a paper is: by the class list, where it says; by the paper's own words, by the name of its file."""

from __future__ import annotations

import csv
import io
import re
import unicodedata
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

_LONGEST = 200
_MOST = 2000
_NAMES = ("name", "writer", "student", "full name")
_FIRST, _LAST = (
    ("first name", "given name", "first", "given"),
    ("last name", "surname", "family name", "last", "family"),
)
_MAILS = ("email", "e-mail", "mail", "email address")


@dataclass(frozen=True)
class Listed:
    """Someone on a class list."""

    name: str
    email: str = ""


class ListUnreadable(ValueError):
    """A class list that is none, with the line and what to do."""


def read_class_list(text: str) -> list[Listed]:
    """A class list: a .csv with a column of names (or of first and last names) and perhaps one of addresses, or
    a name a line. Raises `ListUnreadable`."""
    text = text.removeprefix("\ufeff")
    lines = [line for line in text.splitlines() if line.strip()]
    if not lines:
        raise ListUnreadable("There is nobody on it.")
    dialect = (
        "\t" if "\t" in lines[0] else ";" if lines[0].count(";") > lines[0].count(",") else ","
    )
    rows = [
        [c.strip() for c in row]
        for row in csv.reader(io.StringIO("\n".join(lines)), delimiter=dialect)
    ]
    heads = [c.casefold() for c in rows[0]]
    columns = {
        what: next((i for i, head in enumerate(heads) if head in names), None)
        for what, names in (("name", _NAMES), ("first", _FIRST), ("last", _LAST), ("mail", _MAILS))
    }
    headed = columns["name"] is not None or columns["last"] is not None
    found: dict[str, Listed] = {}
    for number, row in enumerate(rows[1:] if headed else rows, start=2 if headed else 1):
        name = (
            _name(row, columns)
            if headed
            else _turned(dialect.join(row) if dialect == "," else row[0])
        )
        mail = columns["mail"]
        email = row[mail] if headed and mail is not None and mail < len(row) else ""
        if len(name) > _LONGEST or not any(c.isalpha() for c in name):
            raise ListUnreadable(f"Line {number} has no name in it: “{' '.join(row)[:60]}”.")
        found.setdefault(_key(name), Listed(name, email[:254]))
    if len(found) > _MOST:
        raise ListUnreadable(f"It has more than {_MOST:,} names.")
    return list(found.values())


def _name(row: Sequence[str], columns: dict[str, int | None]) -> str:
    def cell(what: str) -> str:
        at = columns[what]
        return row[at] if at is not None and at < len(row) else ""

    whole = cell("name")
    return _turned(whole) if whole else f"{cell('first')} {cell('last')}".strip()


def _turned(name: str) -> str:
    """`Marlowe, Ines` as `Ines Marlowe`."""
    family, comma, given = name.partition(",")
    return " ".join((f"{given} {family}" if comma and given.strip() else name.rstrip(",")).split())


def whose(names: Iterable[str], said: str, file: str) -> str:
    """Whose a paper is that names somebody itself (or nobody: empty), by a class list and its file's name: as
    the list has them; as the paper does, where the list has nobody of that name."""
    listed = list(names)
    return writer_listed(listed, said) or writer_listed(listed, file) or said


def writer_listed(names: Iterable[str], said: str) -> str:
    """The one name of a class list that what is said has (a line of a paper, the name of a file): all its
    parts, or the family name with the first letter of the given name, or the family name that nobody else has.
    Empty where none, or more than one, fits."""
    words = _words(said)
    if not words:
        return ""
    known = {name: _words(name) for name in names}
    for fits in (_whole, _initial, _family):
        found = [name for name, parts in known.items() if parts and fits(parts, words)]
        if len(found) == 1:
            return found[0]
        if found:
            return ""
    return ""


def _whole(parts: list[str], words: list[str]) -> bool:
    joined = "".join(words)
    return (
        set(parts) <= set(words)
        or "".join(parts) in joined
        or parts[-1] + "".join(parts[:-1]) in joined
    )


def _initial(parts: list[str], words: list[str]) -> bool:
    return (
        parts[-1] in words
        and len(parts) > 1
        and (parts[0][0] in words or parts[0][0] + parts[-1] in words)
    )


def _family(parts: list[str], words: list[str]) -> bool:
    return parts[-1] in words and len(parts[-1]) > 2


def _words(text: str) -> list[str]:
    plain = unicodedata.normalize("NFKD", re.sub(r"(?<=[a-z])(?=[A-Z])", " ", text))
    folded = "".join(c for c in plain if not unicodedata.combining(c)).casefold()
    return re.findall(r"[^\W\d_]+", folded)


def _key(name: str) -> str:
    return " ".join(sorted(_words(name)))
