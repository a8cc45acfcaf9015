"""Makes of an essay the file that its writer hands in."""

from __future__ import annotations

from .essay import Essay
from .write_docx import write_docx
from .write_html import write_html
from .write_markdown import write_markdown
from .write_odt import write_odt
from .write_pdf import write_pdf

FORMATS = ("docx", "odt", "html", "md", "pdf")


def file_of(essay: Essay, format: str | None = None) -> tuple[str, bytes]:
    """Name and bytes of the essay as a file, in its own format or another of `FORMATS`."""
    ending = format or essay.format
    document = essay.document
    if ending == "docx":
        data = write_docx(
            document, running_head=essay.running_head, hand=essay.hand, face=essay.face
        )
    elif ending == "odt":
        data = write_odt(document, running_head=essay.running_head)
    elif ending == "html":
        data = write_html(document, title=essay.title)
    elif ending == "md":
        data = write_markdown(document)
    elif ending == "pdf":
        data = write_pdf(document, running_head=essay.running_head, title=essay.title)
    else:
        raise ValueError(f"no demo paper is written as {ending!r}")
    return f"{essay.name}.{ending}", data
