"""Whose a paper is: by the class list, where it says; by the paper's own words, by the name of its file."""

from __future__ import annotations

import csv
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
    rows = _rows(text.removeprefix("\ufeff"))
    if not rows:
        raise ListUnreadable("There is nobody on it.")
    heads = [c.casefold() for c in rows[0].cells]
    columns = {
        what: next((i for i, head in enumerate(heads) if head in names), None)
        for what, names in (("name", _NAMES), ("first", _FIRST), ("last", _LAST), ("mail", _MAILS))
    }
    headed = columns["name"] is not None or columns["last"] is not None
    found: dict[str, Listed] = {}
    for row in rows[1:] if headed else rows:
        cells = row.cells
        mail = columns["mail"]
        email = cells[mail] if headed and mail is not None and mail < len(cells) else ""
        name = _name(cells, columns) if headed else _turned(row.line)
        if len(name) > _LONGEST or not any(c.isalpha() for c in name):
            raise ListUnreadable(
                f"Line {row.number} has no name in it: “{' '.join(cells)[:60].strip()}”."
            )
        found.setdefault(" ".join(_words(name)), Listed(name, email[:254]))
    if len(found) > _MOST:
        raise ListUnreadable(f"It has more than {_MOST:,} names.")
    return list(found.values())


@dataclass(frozen=True)
class _Row:
    """A line of the list by its number, in cells, and as a name where there are no heads over them."""

    number: int
    cells: list[str]
    line: str


def _rows(text: str) -> list[_Row]:
    """The lines that are not empty. Raises `ListUnreadable`."""
    lines = text.replace("\r\n", "\n").replace("\r", "\n").split("\n")
    first = next((line for line in lines if line.strip()), "")
    mark = "\t" if "\t" in first else ";" if first.count(";") > first.count(",") else ","
    rows: list[_Row] = []
    reader = csv.reader(lines, delimiter=mark)
    try:
        for read in reader:
            cells = [" ".join(c.split()) for c in read]
            if any(cells):
                line = ", ".join(cells) if mark == "," else cells[0]
                rows.append(_Row(reader.line_num, cells, line))
    except csv.Error as error:
        raise ListUnreadable(f"Line {reader.line_num} is no line of a .csv: {error}.") from error
    return rows


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
