"""A class of papers: figures of each, the picture of all, and its forms."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING, Any

from .checking import written_name

if TYPE_CHECKING:
    from ..classes import Handed

# The forms of a class; `classes/forms.py` has what each is.
CLASS_FORMS = ("html", "teach", "pdf", "csv", "json")


def paper_figures(report: Mapping[str, Any]) -> dict[str, Any]:
    """What a class needs of one report, small enough to be kept beside it."""
    from ..classes import paper_figures as figures
    from ..report import completed

    return figures(completed(dict(report)))


def writer_of(report: Mapping[str, Any]) -> str:
    """Whose a paper is by its own front; empty where it does not say."""
    parts = (report["front"] or {"parts": []})["parts"]
    named = next((" ".join(p["text"].split()) for p in parts if p["name"] == "writer"), "")
    return written_name(named)


def handed(writer: str, figures: Mapping[str, Any], **more: Any) -> Handed:
    """A paper of a class: its writer and figures; `title`, `address` and keys of `waived` findings as well."""
    from ..classes import Handed

    return Handed(writer, figures, **more)


def masked(report: Mapping[str, Any], names: Sequence[str]) -> dict[str, Any]:
    """A report without these names and the one that it says itself, for marking that does not know whose it
    is."""
    from ..classes.blind import masked as without

    return without(dict(report), names)


def class_picture(papers: Sequence[Handed]) -> dict[str, Any]:
    """Writers by rules, with what is worth teaching and the sources that several papers list."""
    from ..classes import class_picture as picture

    return picture(papers)


def class_file(form: str, picture: Mapping[str, Any], title: str) -> tuple[bytes, str, str]:
    """A picture in one of `CLASS_FORMS`: its bytes, the ending of its name, its kind of content."""
    from ..classes.forms import FORMS, class_as

    return class_as(form, dict(picture), title), *FORMS[form]


def term_of(pictures: Sequence[tuple[str, dict[str, Any]]]) -> dict[str, Any]:
    """A slip's course over stages: drafts, or assignments of a term."""
    from ..classes import term_of as term

    return term(pictures)
