"""The forms in which a return can be taken away."""

from __future__ import annotations

from typing import Literal, get_args

from ..errors import ReturnImpossible
from .docx_comments import commented_docx
from .files import letter_docx, list_docx, list_odt, records_of, remarks_csv, remarks_json
from .gather import Return
from .letter_pdf import letter_pdf
from .odt_comments import commented_odt
from .pages import letter_page, list_page, marked_page
from .pdf_comments import commented_pdf
from .put_right import PutRight, put_right

Form = Literal[
    "docx", "odt", "pdf", "html", "letter", "letter-docx", "letter-pdf", "list", "list-docx", "list-odt",
    "csl", "bibtex", "ris", "csv", "json",
]  # fmt: skip
FORMS: tuple[str, ...] = get_args(Form)
# The ending and the kind of content of each.
ENDINGS: dict[str, tuple[str, str]] = {
    "docx": (".docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document"),
    "odt": (".odt", "application/vnd.oasis.opendocument.text"),
    "pdf": (".pdf", "application/pdf"),
    "html": (".html", "text/html; charset=utf-8"),
    "letter": (".html", "text/html; charset=utf-8"),
    "letter-docx": (
        ".docx",
        "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
    ),
    "letter-pdf": (".pdf", "application/pdf"),
    "list": (".html", "text/html; charset=utf-8"),
    "list-docx": (
        ".docx",
        "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
    ),
    "list-odt": (".odt", "application/vnd.oasis.opendocument.text"),
    "csl": (".json", "application/vnd.citationstyles.csl+json"),
    "bibtex": (".bib", "application/x-bibtex; charset=utf-8"),
    "ris": (".ris", "application/x-research-info-systems; charset=utf-8"),
    "csv": (".csv", "text/csv; charset=utf-8"),
    "json": (".json", "application/json"),
}
_LISTS = ("list", "list-docx", "list-odt")
_OWN = {"docx": commented_docx, "odt": commented_odt, "pdf": commented_pdf}


def returned_as(
    form: str, data: bytes, name: str, returned: Return, *, author: str, date: str
) -> bytes:
    """A return in one form. `data` and `name` are the student's own file, `author` and `date` (ISO 8601)
    those of the comments. Raises `ReturnImpossible` where the form cannot be made of this paper."""
    if form in _OWN:
        if not name.casefold().endswith(f".{form}"):
            own = own_form(name)
            raise ReturnImpossible(
                f"“{name}” is no .{form}: remarks go into the student’s own file. Take it as {own}."
            )
        return _OWN[form](data, returned, author=author, date=date)
    if form in _LISTS:
        return list_as(form, put_right(returned.report))
    text = {
        "html": marked_page,
        "letter": letter_page,
        "csv": remarks_csv,
        "json": remarks_json,
    }
    if form in text:
        return text[form](returned).encode()
    if form in ("csl", "bibtex", "ris"):
        return records_of(returned, form).encode()
    return {"letter-docx": letter_docx, "letter-pdf": letter_pdf}[form](returned)


def list_as(form: str, right: PutRight) -> bytes:
    """A list in one of its forms: `list` (.html), `list-docx`, `list-odt`."""
    if form == "list":
        return list_page(right).encode()
    return {"list-docx": list_docx, "list-odt": list_odt}[form](right)


def own_form(name: str) -> str:
    """The form in which a student's own file goes back with its remarks: its own, or a marked page."""
    ending = name.casefold().rpartition(".")[2]
    return ending if ending in _OWN else "html"
