"""What stands on the pages of a PDF, asked of PDFium: stretches of text with their place and
dress, ruled lines and filled boxes, links. Lengths in points from the top left."""

from __future__ import annotations

import ctypes
import re
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

import pypdfium2 as pdfium
import pypdfium2.raw as raw

from ...errors import PaperDamaged, PaperEncrypted
from ..limits import LIMITS, bounded
from .weight import BROKEN, refuse_endless

_SUBSET = re.compile(r"^[A-Z]{6}\+")
_ITALIC_FLAG, _BOLD_FLAG = 1 << 6, 1 << 18
_DEEPEST_FORM = 4
_BAND = 24.0
_WIDEST = 20_000.0
LOCKED = "The paper is locked with a password. Ask for a copy saved without one."


@dataclass(frozen=True, slots=True)
class Face:
    """A face of the file: its family's name, and whether it is a bold or an italic cut."""

    family: str
    bold: bool
    italic: bool


@dataclass(frozen=True, slots=True)
class Stretch:
    """Text shown by one operator, on one line and in one dress. `base` is its baseline."""

    text: str
    left: float
    right: float
    top: float
    base: float
    size: float
    face: Face
    colour: str | None


@dataclass(frozen=True, slots=True)
class Box:
    """A filled or ruled rectangle."""

    left: float
    right: float
    top: float
    bottom: float
    colour: str | None

    @property
    def height(self) -> float:
        return self.bottom - self.top


@dataclass(frozen=True, slots=True)
class Link:
    """The place of a live link on the page, and where it leads (never opened)."""

    left: float
    right: float
    top: float
    bottom: float
    address: str


@dataclass(frozen=True)
class Page:
    """One page. `pictures` counts its images."""

    number: int
    width: float
    height: float
    stretches: tuple[Stretch, ...]
    boxes: tuple[Box, ...]
    links: tuple[Link, ...]
    pictures: int


def read_pages(data: bytes) -> list[Page]:
    """All pages of a PDF. Raises a `PaperUnreadable` with a message for the instructor."""
    refuse_endless(data)
    try:
        file = pdfium.PdfDocument(data)
    except pdfium.PdfiumError as error:
        locked = "password" in str(error).casefold() or "security" in str(error).casefold()
        raise PaperEncrypted(LOCKED) if locked else PaperDamaged(BROKEN) from error
    try:
        bounded(len(file), LIMITS.pages, "pages")
        faces = _Faces()
        return [_page(file, number, faces) for number in range(len(file))]
    except pdfium.PdfiumError as error:
        raise PaperDamaged(BROKEN) from error
    finally:
        file.close()


def _page(file: Any, index: int, faces: _Faces) -> Page:
    page = file[index]
    words = page.get_textpage()
    try:
        width, height = float(page.get_width()), float(page.get_height())
        stretches: list[Stretch] = []
        boxes: list[Box] = []
        pictures = 0
        for number, item in enumerate(page.get_objects(max_depth=_DEEPEST_FORM)):
            bounded(number, LIMITS.objects, "pieces on one page")
            if item.type == raw.FPDF_PAGEOBJ_TEXT:
                found = _stretch(item, words, height, faces)
                if found is not None:
                    stretches.append(found)
            elif item.type == raw.FPDF_PAGEOBJ_PATH:
                boxes.append(_box(item, height))
            elif item.type == raw.FPDF_PAGEOBJ_IMAGE:
                pictures += 1
        links = tuple(_links(file, page, height))
        bands = _by_band(boxes)
        return Page(
            index + 1, width, height,
            tuple(s for whole in stretches for s in _parted(whole, bands, words, height)),
            tuple(boxes), links, pictures,
        )  # fmt: skip
    finally:
        words.close()
        page.close()


def _stretch(item: Any, words: Any, height: float, faces: _Faces) -> Stretch | None:
    length = raw.FPDFTextObj_GetText(item.raw, words.raw, None, 0)
    if length <= 2:
        return None
    buffer = ctypes.create_string_buffer(length)
    raw.FPDFTextObj_GetText(
        item.raw, words.raw, ctypes.cast(buffer, ctypes.POINTER(ctypes.c_ushort)), length
    )
    text = buffer.raw[: length - 2].decode("utf-16-le", "replace")
    text = text.replace("\r", "").replace("\n", "").replace("\x02", "-").replace("\ufffe", "-")
    matrix = item.get_matrix()
    if not text or abs(matrix.b) > 0.2 * abs(matrix.a) or matrix.a <= 0:
        return None  # set on its side: no text of the paper
    left, _, right, top = item.get_bounds()
    size = ctypes.c_float()
    raw.FPDFTextObj_GetFontSize(item.raw, ctypes.byref(size))
    return Stretch(
        text=text,
        left=matrix.e if text[:1].strip() else left,
        right=right,
        top=height - top,
        base=height - matrix.f,
        size=size.value * matrix.d if matrix.d > 0 else size.value,
        face=faces.of(item),
        colour=_fill(item),
    )


class _Faces:
    """Faces by the address of their font object, so that each is asked for once."""

    def __init__(self) -> None:
        self._known: dict[int, Face] = {}

    def of(self, item: Any) -> Face:
        font = raw.FPDFTextObj_GetFont(item.raw)
        key = ctypes.cast(font, ctypes.c_void_p).value or 0
        if key not in self._known:
            buffer = ctypes.create_string_buffer(256)
            raw.FPDFFont_GetBaseFontName(font, buffer, 256)
            flags = raw.FPDFFont_GetFlags(font)
            self._known[key] = _face(buffer.value.decode("latin-1"), max(0, flags))
        return self._known[key]


@lru_cache(maxsize=256)
def _face(name: str, flags: int) -> Face:
    name = _SUBSET.sub("", name)
    family = re.split(r"[-,]", name)[0].removesuffix("MT").removesuffix("PS")
    low = name.casefold()
    return Face(
        family,
        bold="bold" in low or "black" in low or bool(flags & _BOLD_FLAG),
        italic="italic" in low or "oblique" in low or bool(flags & _ITALIC_FLAG),
    )


def _fill(item: Any) -> str | None:
    red, green, blue, alpha = (ctypes.c_uint() for _ in range(4))
    if not raw.FPDFPageObj_GetFillColor(item.raw, *map(ctypes.byref, (red, green, blue, alpha))):
        return None
    return f"{red.value & 255:02X}{green.value & 255:02X}{blue.value & 255:02X}"


def _box(item: Any, height: float) -> Box:
    left, bottom, right, top = item.get_bounds()
    mode, stroke = ctypes.c_int(), ctypes.c_int()
    raw.FPDFPath_GetDrawMode(item.raw, ctypes.byref(mode), ctypes.byref(stroke))
    filled = bool(mode.value)
    colour = _fill(item) if filled else None
    return Box(left, right, height - top, height - bottom, colour)


def _by_band(boxes: list[Box]) -> dict[int, list[Box]]:
    """Boxes by the bands of the page that they touch, so that a stretch looks at those near it alone."""
    found: dict[int, list[Box]] = {}
    for box in boxes:
        if not _on_a_page(box.top) or not _on_a_page(box.bottom):
            continue
        for band in range(int(box.top // _BAND), int(box.bottom // _BAND) + 1):
            found.setdefault(band, []).append(box)
    return found


def _near(whole: Stretch, bands: dict[int, list[Box]]) -> list[Box]:
    low, high = whole.base - 0.5 * whole.size, whole.base + 0.3 * whole.size
    if not _on_a_page(low) or not _on_a_page(high):
        return []
    numbers = range(int(low // _BAND), int(high // _BAND) + 1)
    return list(dict.fromkeys(box for n in numbers for box in bands.get(n, ())))


def _on_a_page(length: float) -> bool:
    """Whether a place is on a page of any size."""
    return -_WIDEST < length < _WIDEST


def _parted(
    whole: Stretch, bands: dict[int, list[Box]], words: Any, height: float
) -> Iterator[Stretch]:
    """A stretch cut where a rule or shading under it begins or ends."""
    span = whole.right - whole.left
    cuts = [
        box
        for box in _near(whole, bands)
        if box.top < whole.base + 0.3 * whole.size
        and box.bottom > whole.base - 0.5 * whole.size
        and box.left < whole.right - 2
        and box.right > whole.left + 2
        and box.right - box.left < 0.97 * span
    ]
    if not cuts or len(whole.text) < 2:
        yield whole
        return
    box = cuts[0]
    inner = words.get_text_bounded(
        left=box.left - 0.5, right=box.right + 0.5,
        bottom=height - whole.base - 0.3 * whole.size,
        top=height - whole.base + 0.8 * whole.size,
    ).strip()  # fmt: skip
    at = whole.text.find(inner) if inner else -1
    if at < 0:
        yield whole
        return
    begin, end = max(whole.left, box.left), min(whole.right, box.right)
    for text, left, right in (
        (whole.text[:at], whole.left, begin),
        (inner, begin, end),
        (whole.text[at + len(inner) :], end, whole.right),
    ):
        if text:
            yield Stretch(
                text, left, right, whole.top, whole.base, whole.size, whole.face, whole.colour
            )


def _links(file: Any, page: Any, height: float) -> Iterator[Link]:
    position, link = ctypes.c_int(0), raw.FPDF_LINK()
    while raw.FPDFLink_Enumerate(page.raw, ctypes.byref(position), ctypes.byref(link)):
        action = raw.FPDFLink_GetAction(link)
        area = raw.FS_RECTF()
        if not action or not raw.FPDFLink_GetAnnotRect(link, ctypes.byref(area)):
            continue
        length = raw.FPDFAction_GetURIPath(file.raw, action, None, 0)
        if length <= 1:
            continue
        buffer = ctypes.create_string_buffer(length)
        raw.FPDFAction_GetURIPath(file.raw, action, buffer, length)
        address = buffer.value.decode("utf-8", "replace")
        top, bottom = sorted((height - area.top, height - area.bottom))
        yield Link(area.left, area.right, top, bottom, address)
