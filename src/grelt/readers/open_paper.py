"""Tells what a file is by its first bytes and hands it to the reader of that format, loaded at need."""

from __future__ import annotations

import re
from pathlib import PurePath

from ..document import Document
from ..errors import (
    FormatUnsupported,
    PaperDamaged,
    PaperEmpty,
    PaperEncrypted,
    PaperMislabelled,
    PaperTooLarge,
)
from .archive import Archive
from .legible import legible
from .limits import LIMITS, bounded

READABLE = (".docx", ".odt", ".html", ".md", ".txt", ".pdf")
_SPACES = re.compile(r"\s+")
_ZIP = b"PK\x03\x04"
_COMPOUND = b"\xd0\xcf\x11\xe0\xa1\xb1\x1a\xe1"
_OTHERS = (
    (b"%PDF", ".pdf", "a PDF"),
    (b"{\\rtf", ".rtf", "a rich text file"),
    (b"\x89PNG", ".png", "a picture"),
    (b"\xff\xd8\xff", ".jpg", "a picture"),
    (b"Rar!", ".rar", "an archive"),
    (b"7z\xbc\xaf", ".7z", "an archive"),
    (b"\x1f\x8b", ".gz", "a packed file"),
)


def read_paper(data: bytes, name: str) -> Document:
    """Read a file's bytes into a document.

    `name` is only used to say in a message what the file claims to be.
    Raises a `PaperUnreadable` with a message for the instructor.
    """
    document = legible(_read(data, name))
    bounded(sum(len(p.text) for p in document.paragraphs), LIMITS.characters, "characters")
    for paragraph in document.paragraphs:
        if len(paragraph.text) > LIMITS.spaces:
            longest = max(map(len, _SPACES.findall(paragraph.text)), default=0)
            bounded(longest, LIMITS.spaces, "spaces in a row")
    return document


def _read(data: bytes, name: str) -> Document:
    claimed = PurePath(name).suffix.casefold()
    if not data:
        raise PaperEmpty("The file is empty (0 bytes). Ask for the paper to be sent again.")
    if len(data) > LIMITS.file:
        raise PaperTooLarge(
            f"The file is larger than {LIMITS.file // 2**20} MB. "
            "Take out its pictures, or save the text alone as a new .docx."
        )
    if data.startswith(_ZIP):
        return _read_zipped(data)
    if data.startswith(_COMPOUND):
        raise _compound_file(data, claimed)
    if data[:1024].lstrip().startswith(b"%PDF") and claimed != ".docx":
        from .pdf import read_pdf

        return read_pdf(data)
    for magic, suffix, what in _OTHERS:
        if data.startswith(magic):
            raise _other_format(claimed, suffix, what)
    page = data[:1024].lstrip(b"\xef\xbb\xbf \t\r\n").lower()
    if claimed in (".html", ".htm") or (
        claimed not in (".docx", ".odt") and page.startswith((b"<!doctype html", b"<html"))
    ):
        from .html import read_html

        return read_html(data)
    if claimed in (".md", ".markdown"):
        from .markdown import read_markdown

        return read_markdown(data)
    if claimed == ".txt":
        from .text import read_text

        return read_text(data)
    if claimed in (".odt", ".pdf"):
        raise PaperMislabelled(
            f"The file is named {claimed} and is something else inside. Ask for it to be saved and sent again."
        )
    if claimed == ".docx":
        if data.lstrip()[:1] == b"<":
            raise PaperMislabelled(
                "The file is named .docx and is a web page or XML inside. "
                "Open it and save it as a .docx document."
            )
        raise PaperDamaged(
            "The file is named .docx and does not hold a document: its beginning is damaged or "
            "it is something else. Ask for it to be saved and sent again."
        )
    raise FormatUnsupported(
        f"Grelt reads {', '.join(READABLE)} files so far, and this one "
        f"({claimed or 'no ending'}) is not one. Save the paper as .docx."
    )


def _read_zipped(data: bytes) -> Document:
    archive = Archive(data)
    if _is_odt(archive):
        from .odt import read_odt

        return read_odt(archive)
    from .docx import read_docx

    return read_docx(data)


def _is_odt(archive: Archive) -> bool:
    """Whether a zip is an OpenDocument text."""
    if "content.xml" not in archive.names or "mimetype" not in archive.names:
        return False
    return b"opendocument.text" in archive.read("mimetype")


def _compound_file(data: bytes, claimed: str) -> PaperEncrypted | PaperMislabelled:
    if "EncryptedPackage".encode("utf-16-le") in data:
        return PaperEncrypted(
            "The paper is locked with a password. Ask for a copy saved without one."
        )
    if claimed == ".docx":
        return PaperMislabelled(
            "The file is named .docx and is an old binary document (.doc) inside. "
            "Open it and save it as .docx."
        )
    return PaperMislabelled("This is an old binary document (.doc). Open it and save it as .docx.")


def _other_format(claimed: str, suffix: str, what: str) -> PaperMislabelled | FormatUnsupported:
    if claimed in READABLE:
        return PaperMislabelled(
            f"The file is named {claimed} and is {what} ({suffix}) inside. "
            "Ask for the paper as a .docx document."
        )
    return FormatUnsupported(
        f"This is {what} ({suffix}). Grelt reads {', '.join(READABLE)} files so far: "
        "ask for the paper as a .docx document."
    )
