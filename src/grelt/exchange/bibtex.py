"""BibTeX in and out, by the package bibtexparser; fields by the names of its common styles."""

from __future__ import annotations

import logging
import re
import warnings
from functools import cache
from typing import Any

from bibtexparser import model
from bibtexparser.entrypoint import parse_string, write_string
from bibtexparser.library import Library
from pylatexenc.latex2text import LatexNodes2Text

from ..text.calendar import MONTH_NAMES
from ..text.folding import letters
from ..text.names import PersonName, natural_name
from ..works import DateValue, Group, Name, TextValue, Value, Work, read_date
from .csl import IN_ISSUES, FieldsInvalid

# What it cannot read is told by an error of ours; it would print it besides.
logging.getLogger("bibtexparser").addHandler(logging.NullHandler())
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
_FIELDS = {
    "title": "title", "volume": "volume", "pages": "pages", "publisher": "publisher", "series": "series",
    "address": "place", "location": "place", "edition": "edition", "doi": "doi", "url": "url",
    "school": "institution", "number": "issue", "type": "medium",
}  # fmt: skip
# Fields that are no TeX: addresses, taken as they stand.
_ADDRESSES = ("url", "doi")
# How what means something to TeX is written; a brace alone would end the field.
_WRITTEN = str.maketrans(
    {c: f"\\{c}" for c in "&%_#$"}
    | {"{": r"\lbrace{}", "}": r"\rbrace{}", "\\": r"\textbackslash{}"}
    | {"~": r"\textasciitilde{}", "^": r"\textasciicircum{}"}
)
# What TeX draws together, kept apart: two hyphens are a dash to it, two commas a mark of quotation.
_DRAWN_TOGETHER = re.compile(r"(?<=-)(?=-)|(?<=')(?=')|(?<=`)(?=`)|(?<=,)(?=,)|(?<=[?!])(?=`)")
_PERCENT = re.compile(r"(?<!\\)%")


def read_bibtex(text: str) -> list[Work]:
    """The works of a BibTeX text. Raises `FieldsInvalid` where an entry cannot be read, or there is none."""
    with warnings.catch_warnings():
        warnings.simplefilter("ignore")
        library = parse_string(text)
    found = [_entry(block) for block in library.blocks]
    entries = [entry for entry in found if entry is not None]
    if not entries:
        raise FieldsInvalid("No BibTeX entry was found: an entry begins with @ and a type.")
    return [_work(entry) for entry in entries]


def _entry(block: model.Block) -> model.Entry | None:
    """The entry of a block; one whose key or field stands twice is one, too. Comments and the like are none."""
    if isinstance(block, (model.DuplicateBlockKeyBlock, model.DuplicateFieldKeyBlock)):
        block = block.ignore_error_block or block
    if isinstance(block, model.ParsingFailedBlock):
        raise FieldsInvalid(
            f"The BibTeX entry that begins on line {(block.start_line or 0) + 1} cannot be read: a brace, a "
            "quotation mark or a comma is missing or too many."
        )
    return block if isinstance(block, model.Entry) else None


def _work(entry: Any) -> Work:
    # Of a field that stands twice the first holds, as to BibTeX itself.
    raw = {f.key.casefold(): str(f.value) for f in reversed(entry.fields)}
    fields = {k: v.strip() if k in _ADDRESSES else _plain(v) for k, v in raw.items()}
    kind = _KINDS.get(str(entry.entry_type).casefold(), "book")
    values: dict[str, Value] = {}
    for role in ("author", "editor", "translator"):
        if fields.get(role):
            values[role] = tuple(_name(n) for n in _parted(r"\s+and\s+", raw[role]))
    for field, element in _FIELDS.items():
        if fields.get(field):
            values.setdefault(element, TextValue(fields[field]))
    for field in ("journal", "journaltitle", "booktitle", "organization"):
        if fields.get(field):
            values.setdefault("container", TextValue(fields[field]))
    if kind not in IN_ISSUES and "issue" in values:
        values["number"] = values.pop("issue")
    if kind == "report" and "institution" in fields:
        values.setdefault("publisher", TextValue(fields["institution"]))
    date = _date(fields)
    if date is not None:
        values["date"] = date
    if fields.get("urldate") and (accessed := _read_iso(fields["urldate"])) is not None:
        values["accessed"] = accessed
    if kind == "book" and "author" not in values and "editor" in values:
        kind = "edited-book"
    return Work(kind, values)


def _plain(value: str) -> str:
    """A field's text as it is read, without what TeX needs to set it."""
    # Written by hand, a percent sign is meant; to TeX it would begin a comment.
    read = _tex().latex_to_text(_PERCENT.sub(r"\\%", value)).replace("ˆ", "^")
    return re.sub(r"\s+", " ", read).strip()


@cache
def _tex() -> LatexNodes2Text:
    return LatexNodes2Text(math_mode="verbatim")


def _marked(text: str) -> str:
    """A text as TeX reads it: `_plain` gives it back."""
    words = _DRAWN_TOGETHER.sub("\ue000", re.sub(r"\s+", " ", text).strip())
    return words.translate(_WRITTEN).replace("\ue000", "{}")


def _parted(mark: str, text: str) -> list[str]:
    """The parts of a text, parted at each mark (a pattern) that is outside of braces."""
    parts, depth, start = [], 0, 0
    for match in re.finditer(r"[{}]|" + mark, text):
        if match.group() in "{}":
            depth += 1 if match.group() == "{" else -1
        elif depth == 0:
            parts.append(text[start : match.start()])
            start = match.end()
    return [*parts, text[start:]]


def _name(raw: str) -> Name:
    """A name; what is in braces as a whole is a group, and commas part a person's: family, suffix, given."""
    if _in_braces(raw.strip()):
        return Group(_plain(raw))
    family, *rest = (_plain(part) for part in _parted(",", raw))
    if any(rest):
        return PersonName(family, rest[-1], " ".join(rest[:-1]))
    read = natural_name(family)
    return read if read is not None and read.given else Group(family)


def _in_braces(raw: str) -> bool:
    """Whether the first brace is closed by the last."""
    depth = 0
    for at, char in enumerate(raw):
        depth += (char == "{") - (char == "}")
        if depth == 0:
            return char == "}" and at == len(raw) - 1
    return False


def _date(fields: dict[str, str]) -> DateValue | None:
    if fields.get("date"):
        return _read_iso(fields["date"])
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
            fields[field] = _field(element, work.text(element))
    if work.text("number"):
        fields["number"] = _marked(work.text("number"))
    if work.text("container"):
        within = "journal" if _TYPES.get(work.kind) == "article" else "booktitle"
        fields[within] = _marked(work.text("container"))
    date, accessed = work.date(), work.date("accessed")
    if date is not None and date.year is not None:
        fields["year"] = str(date.year)
        if date.month is not None:
            fields["month"] = MONTH_NAMES[date.month - 1]
        if date.month is not None and date.day.isdigit():
            fields["date"] = _iso(date)
    elif date is not None:
        fields["year"] = _marked(date.literal)
    if accessed is not None and accessed.year is not None:
        fields["urldate"] = _iso(accessed)
    return [model.Field(key, value) for key, value in fields.items()]


def _field(element: str, text: str) -> str:
    if element in _ADDRESSES:
        return re.sub(
            r"[{}\s]", lambda found: "".join(f"%{b:02X}" for b in found.group().encode()), text
        )
    if element == "pages":
        return _marked(text.replace("–", "-")).replace("-", "--")
    return _marked(text)


def _iso(date: DateValue) -> str:
    """Year, month and day, as far as they are known: none is made up."""
    parts = [str(date.year)]
    if date.month is not None:
        parts += [f"{date.month:02d}"]
        if date.day.isdigit():
            parts += [f"{int(date.day):02d}"]
    return "-".join(parts)


def _read_iso(text: str) -> DateValue | None:
    """What `_iso` writes; another form as anywhere."""
    month = re.fullmatch(r"(\d{4})-(0[1-9]|1[0-2])", text)
    return DateValue(int(month[1]), int(month[2])) if month else read_date(text)


def _bibname(name: Name) -> str:
    if isinstance(name, Group):
        return "{" + _marked(name.literal) + "}"
    return ", ".join(_part(part) for part in (name.family, name.suffix, name.given) if part)


def _part(part: str) -> str:
    """A part of a name; in braces where a comma or an “and” in it would part it."""
    marked = _marked(part)
    return "{" + marked + "}" if "," in part or re.search(r"\band\b", part, re.I) else marked
