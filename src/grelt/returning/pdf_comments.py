"""The student's own .pdf with remarks as highlights and notes on its pages."""

from __future__ import annotations

import io
from collections.abc import Iterator
from dataclasses import dataclass

import pikepdf
import pypdfium2

from ..text.folding import fold
from .gather import Json, Remark, Return, said_of

# So many letters before a stretch tell it from others like it.
_CONTEXT = 24
_LONGEST = 400
_COLOUR = (0.75, 0.88, 0.87)

Box = tuple[float, float, float, float]


@dataclass
class _PageLetters:
    """The letters and figures of a page, folded, and the number of the character that each is."""

    letters: str
    characters: list[int]


def commented_pdf(data: bytes, returned: Return, *, author: str, date: str) -> bytes:
    """The file with a highlight and a note for each remark; those without a place, or whose words cannot be
    found on the page, stand at the head of their page."""
    read = pypdfium2.PdfDocument(data)
    with pikepdf.open(io.BytesIO(data)) as file:
        known: dict[int, _PageLetters] = {}
        for remark in returned.remarks:
            number = min(max((remark.page or 1) - 1, 0), len(read) - 1)
            for page in (number, number - 1, number + 1):
                if not 0 <= page < len(read):
                    continue
                letters = known.setdefault(page, _letters(read[page]))
                boxes = _boxes(read[page], letters, remark, returned.report)
                if boxes:
                    _add(file, page, boxes, remark, author, date)
                    break
            else:
                height = read[number].get_height()
                _add(
                    file,
                    number,
                    [(18.0, height - 30, 30.0, height - 18)],
                    remark,
                    author,
                    date,
                    quiet=True,
                )
        out = io.BytesIO()
        file.save(out, deterministic_id=True)
    return out.getvalue()


def _letters(page: pypdfium2.PdfPage) -> _PageLetters:
    text = page.get_textpage()
    count = text.count_chars()
    words = text.get_text_range(0, count, errors="ignore") if count else ""
    letters: list[str] = []
    characters: list[int] = []
    for number, character in enumerate(words):
        for letter in fold(character):
            if letter.isalnum():
                letters.append(letter)
                characters.append(number)
    return _PageLetters("".join(letters), characters)


def _boxes(
    page: pypdfium2.PdfPage, letters: _PageLetters, remark: Remark, report: Json
) -> list[Box]:
    """The lines on which a remark's words stand; nothing where they are not on the page."""
    if not remark.places:
        return []
    at = remark.places[0]
    text = report["paragraphs"][at.paragraph]["text"]
    bare = _bare(
        text[at.start : min(at.end, at.start + _LONGEST)] or text[at.start : at.start + 20]
    )
    if not bare:
        return []
    before = _bare(text[max(0, at.start - 2 * _CONTEXT) : at.start])[-_CONTEXT:]
    begin = letters.letters.find(before + bare)
    begin = begin + len(before) if begin >= 0 else letters.letters.find(bare)
    if begin < 0:
        return []
    characters = letters.characters[begin : begin + len(bare)]
    textpage = page.get_textpage()
    return list(_lines([textpage.get_charbox(c) for c in characters if c < textpage.count_chars()]))


def _bare(text: str) -> str:
    return "".join(c for c in fold(text) if c.isalnum())


def _lines(boxes: list[Box]) -> Iterator[Box]:
    """Boxes of characters joined line by line."""
    line: Box | None = None
    for left, bottom, right, top in boxes:
        if line is not None and bottom < line[3] and top > line[1] and left >= line[0]:
            line = (line[0], min(line[1], bottom), max(line[2], right), max(line[3], top))
            continue
        if line is not None:
            yield line
        line = (left, bottom, right, top)
    if line is not None:
        yield line


def _add(
    file: pikepdf.Pdf,
    number: int,
    boxes: list[Box],
    remark: Remark,
    author: str,
    date: str,
    *,
    quiet: bool = False,
) -> None:
    page = file.pages[number]
    rect = [
        min(b[0] for b in boxes),
        min(b[1] for b in boxes),
        max(b[2] for b in boxes),
        max(b[3] for b in boxes),
    ]
    said: dict[str, object] = {
        "/Type": pikepdf.Name("/Annot"),
        "/Subtype": pikepdf.Name("/Text" if quiet else "/Highlight"),
        "/Rect": rect,
        "/Contents": pikepdf.String("\n".join(said_of(remark))),
        "/T": pikepdf.String(author),
        "/M": pikepdf.String(_pdf_date(date)),
        "/C": list(_COLOUR),
        "/F": 4,
    }
    if not quiet:
        said["/QuadPoints"] = [
            value
            for left, bottom, right, top in boxes
            for value in (left, top, right, top, left, bottom, right, bottom)
        ]
    annotation = file.make_indirect(pikepdf.Dictionary(said))
    if "/Annots" not in page:
        page["/Annots"] = pikepdf.Array()
    page["/Annots"].append(annotation)


def _pdf_date(date: str) -> str:
    """ISO 8601 as PDF has it: `D:20261128090000Z`."""
    figures = "".join(c for c in date if c.isdigit())
    return f"D:{figures[:14].ljust(14, '0')}Z"
