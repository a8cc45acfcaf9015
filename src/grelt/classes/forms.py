"""The forms in which the picture of a class can be taken away."""

from __future__ import annotations

import json
from typing import Any

from .class_pdf import class_pdf
from .pages import class_csv, class_page, teaching_page

# The ending and the kind of content of each.
FORMS: dict[str, tuple[str, str]] = {
    "html": (".html", "text/html; charset=utf-8"),
    "teach": (".html", "text/html; charset=utf-8"),
    "pdf": (".pdf", "application/pdf"),
    "csv": (".csv", "text/csv; charset=utf-8"),
    "json": (".json", "application/json"),
}


def class_as(form: str, picture: dict[str, Any], title: str) -> bytes:
    """The picture in one of its forms; `teach` is what is worth teaching alone, to be shown."""
    if form == "pdf":
        return class_pdf(picture, title)
    if form == "html":
        return class_page(picture, title).encode()
    if form == "teach":
        return teaching_page(picture, title).encode()
    if form == "csv":
        return class_csv(picture).encode()
    return (json.dumps(picture, ensure_ascii=False, indent=1) + "\n").encode()
