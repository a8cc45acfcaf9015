"""What a PDF would draw, counted before any of it is drawn.

A form may draw others, and itself: a file of one kilobyte can ask for more than any memory holds. PDFium
reads all that a page draws as soon as the page is opened, so forms are followed on paper first, by QPDF.
"""

from __future__ import annotations

import base64
import io
import re
import zlib
from math import prod
from typing import Any

import pikepdf

from ...errors import PaperDamaged, PaperHostile
from ..limits import LIMITS

_DRAWS = re.compile(rb"/([^\s/\[\]()<>{}%]{1,127})\s+Do\b")
BROKEN = (
    "The PDF is damaged or was cut off while being sent. Ask for it to be saved and sent again."
)
_ENDLESS = (
    "The PDF draws parts of itself over and over: no paper needs that. It was refused; "
    "ask for the paper as .docx, or as a PDF saved anew from the word processor."
)
_HEAVY = (
    f"Unpacked, the PDF would be larger than {LIMITS.unpacked // 2**20} MB: it is packed in a way no paper "
    "is, and was refused. Ask for the paper as .docx."
)
_FLATE = ("/FlateDecode", "/Fl")
_ASCII = ("/ASCII85Decode", "/A85", "/ASCIIHexDecode", "/AHx")
# How many bytes one may stand for in packings that text has seldom (ISO 32000-1, 7.4.4, 7.4.5).
_SWELLS = {
    "/LZWDecode": 2700, "/LZW": 2700, "/RunLengthDecode": 64, "/RL": 64, "/FlateDecode": 1032, "/Fl": 1032,
}  # fmt: skip
_DEEPEST = 30


def refuse_endless(data: bytes) -> None:
    """Raises `PaperHostile` for a PDF whose forms draw too much, or whose streams unpack to too much.

    What QPDF cannot open is left to the reader, which says what is wrong with it.
    """
    try:
        with pikepdf.open(io.BytesIO(data), suppress_warnings=True) as file:
            if len(file.pages) <= LIMITS.pages:
                weigher = _Weigher()
                weigher.streams(file)
                weigher.pages(file)
    except pikepdf.PdfError:
        return
    except UnicodeDecodeError as error:
        raise PaperDamaged(BROKEN) from error


class _Weigher:
    """Counts what each form draws, itself and by others, once."""

    def __init__(self) -> None:
        self._draws: dict[tuple[int, int], int] = {}
        self._unpacked = 0

    def streams(self, file: pikepdf.Pdf) -> None:
        """Unpacks all but pictures once, to see how much they are."""
        for item in file.objects:
            if _is_stream(item) and item.get("/Subtype") != pikepdf.Name.Image:
                self._unpacked += len(self._content(item))
                if self._unpacked > LIMITS.unpacked:
                    raise PaperHostile(_HEAVY)

    def pages(self, file: pikepdf.Pdf) -> None:
        for page in file.pages:
            contents = page.obj.get("/Contents")
            streams = list(contents) if isinstance(contents, pikepdf.Array) else [contents]
            resources = page.obj.get("/Resources")
            content = b"\n".join(self._content(s) for s in streams if _is_stream(s))
            drawn = self._drawn(content, resources, frozenset())
            if drawn > LIMITS.forms:
                raise PaperHostile(_ENDLESS)

    def _drawn(self, content: bytes, resources: Any, within: frozenset[tuple[int, int]]) -> int:
        """How many forms a content draws, those drawn by forms counted each time."""
        forms = _forms(resources)
        total = 0
        for match in _DRAWS.finditer(content) if forms else ():
            form = forms.get("/" + match[1].decode("latin-1"))
            if form is not None:
                total += 1 + self._of(form, resources, within)
            if total > LIMITS.forms:
                raise PaperHostile(_ENDLESS)
        return total

    def _of(self, form: Any, around: Any, within: frozenset[tuple[int, int]]) -> int:
        key = form.objgen
        if key in within or len(within) > _DEEPEST:
            raise PaperHostile(_ENDLESS)
        if key not in self._draws:
            resources = form.get("/Resources", around)
            content = self._content(form)
            self._draws[key] = self._drawn(content, resources, within | {key})
        return self._draws[key]

    def _content(self, stream: Any) -> bytes:
        """A stream unpacked, never further than the limit: as PDFium would, as far as it can be followed."""
        filters = stream.get("/Filter")
        names = [
            _named(f)
            for f in (filters if isinstance(filters, pikepdf.Array) else [filters])
            if f is not None
        ]
        found = bytes(stream.read_raw_bytes())
        for number, name in enumerate(names):
            if name in _FLATE:
                found = _unpacked(found)
            elif name in _ASCII:
                found = _from_ascii(name, found)
            else:
                swells = prod(_SWELLS.get(n, 1) for n in names[number:])
                if len(found) * swells > LIMITS.unpacked:
                    raise PaperHostile(_HEAVY)
                break
        if all(name in _FLATE for name in names) and stream.get("/DecodeParms") is None:
            return found
        try:
            return found + b"\n" + bytes(stream.read_bytes(pikepdf.StreamDecodeLevel.specialized))
        except pikepdf.PdfError:
            return found


def _named(name: Any) -> str:
    """A name as text; an empty one where its bytes are none."""
    try:
        return str(name)
    except UnicodeDecodeError:
        return ""


def _from_ascii(name: str, text: bytes) -> bytes:
    """Bytes that were written as letters; the letters themselves where they are none."""
    try:
        if name in ("/ASCII85Decode", "/A85"):
            return base64.a85decode(text.strip().removeprefix(b"<~").partition(b"~>")[0])
        figures = text.partition(b">")[0].translate(None, b" \t\r\n\f\0")
        return bytes.fromhex((figures + b"0" * (len(figures) % 2)).decode("ascii"))
    except ValueError:
        return text


def _unpacked(packed: bytes) -> bytes:
    unpacker = zlib.decompressobj()
    try:
        found = unpacker.decompress(packed, LIMITS.unpacked + 1)
    except zlib.error:
        return b""  # the reader says what is wrong with it
    if len(found) > LIMITS.unpacked:
        raise PaperHostile(_HEAVY)
    return found


def _is_stream(item: Any) -> bool:
    return isinstance(item, pikepdf.Stream)


def _forms(resources: Any) -> dict[str, Any]:
    held = resources.get("/XObject") if isinstance(resources, pikepdf.Dictionary) else None
    if not isinstance(held, pikepdf.Dictionary):
        return {}
    return {
        name: item
        for name, item in held.items()
        if _is_stream(item) and item.get("/Subtype") == pikepdf.Name.Form
    }
