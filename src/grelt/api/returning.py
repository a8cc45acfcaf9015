"""What goes back of a paper, in all its forms."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from ..returning.gather import Return

# The forms of a return; `returning/forms.py` has what each is.
RETURN_FORMS = (
    "docx", "odt", "pdf", "html", "letter", "letter-docx", "letter-pdf", "list", "list-docx", "list-odt",
    "csl", "bibtex", "ris", "csv", "json",
)  # fmt: skip


def return_of(
    report: Mapping[str, Any],
    *,
    kept: Mapping[str, str] | None = None,
    words: str = "",
    writer: str = "",
    title: str = "",
    without: Collection[str] = (),
) -> Return:
    """What goes back of a report: its kept findings (by key, with the person's own words; None: all of them) as
    remarks, a habit as one. `words` are for the whole, `without` names rounds that are left out."""
    from ..returning.gather import Given, gather

    return gather(dict(report), Given(kept, words, frozenset(without)), writer, title)


def return_letter(returned: Return) -> list[dict[str, Any]]:
    """The letter of a return as blocks: kind, label, the key of a remark, and text with italics as `<i>`."""
    from ..returning.letter import letter
    from ..returning.pages import html_of_block

    return [
        {"kind": b.kind, "label": b.label, "key": b.key, "html": html_of_block(b), "text": b.text}
        for b in letter(returned)
    ]


def return_page(returned: Return) -> str:
    """The student's page: the letter, and the paper's words with their marks, as HTML that stands by itself."""
    from ..returning.pages import student_page

    return student_page(returned)


def own_form(name: str) -> str:
    """The form in which a file of this name goes back with its remarks: its own, or a marked page."""
    from ..returning.forms import own_form as form_of

    return form_of(name)


def return_file(
    form: str, data: bytes, name: str, returned: Return, *, author: str, date: str
) -> tuple[bytes, str, str]:
    """A return in one of the forms of `RETURN_FORMS`: its bytes, the ending of its name, its kind of content.
    Raises `ReturnImpossible`, `PaperUnreadable`."""
    from ..returning.forms import ENDINGS, returned_as

    made = returned_as(form, data, name, returned, author=author, date=date)
    return made, *ENDINGS[form]


def file_of_return(
    form: str, data: bytes, name: str, report: Mapping[str, Any], given: Mapping[str, Any],
    author: str, date: str,
) -> tuple[bytes, str, str]:  # fmt: skip
    """`return_file` of `return_of`, in one call that can be made in a process of its own."""
    return return_file(form, data, name, return_of(report, **given), author=author, date=date)


def safe_cell(words: str) -> str:
    """Words that no table takes for a formula."""
    from ..returning.files import tame

    return tame(words)
