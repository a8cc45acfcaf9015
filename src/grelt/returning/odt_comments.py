"""The student's own .odt with remarks as annotations at their words; every part but the text stays as it
came."""

from __future__ import annotations

import re
from collections.abc import Iterable

from lxml import etree

from ..readers.archive import Archive, Element
from ..readers.odt.body import TracedParagraph, Where, traced_odt
from .anchors import Anchored, anchored, first_word
from .docx_comments import legible, repacked, written
from .gather import Return

_OFFICE = "{urn:oasis:names:tc:opendocument:xmlns:office:1.0}"
_TEXT = "{urn:oasis:names:tc:opendocument:xmlns:text:1.0}"
_DC = "{http://purl.org/dc/elements/1.1/}"
_SPACES = re.compile(r"[ \t\r\n]+")


def commented_odt(data: bytes, returned: Return, *, author: str, date: str) -> bytes:
    """The file with an annotation for each remark. `date` is that of the annotations (ISO 8601); remarks
    without a place stand at the beginning. Raises `PaperUnreadable` kinds."""
    archive = Archive(data)
    content = archive.xml("content.xml")
    paragraphs = traced_odt(archive, content)
    placed, loose = anchored(returned, [p.text for p in paragraphs])
    first = next((i for i, p in enumerate(paragraphs) if p.text.strip() and p.pieces), None)
    if first is not None:
        placed += [Anchored(first, 0, first_word(paragraphs[first].text), lines) for lines in loose]
    by_paragraph: dict[int, list[tuple[str, Anchored]]] = {}
    for number, anchor in enumerate(sorted(placed, key=lambda a: (a.paragraph, a.start, a.end))):
        by_paragraph.setdefault(anchor.paragraph, []).append((f"grelt-{number + 1}", anchor))
    for index, anchors in by_paragraph.items():
        _put(paragraphs[index], anchors, author, date)
    return repacked(data, {"content.xml": written(content)})


def _put(
    paragraph: TracedParagraph, anchors: Iterable[tuple[str, Anchored]], author: str, date: str
) -> None:
    events: list[tuple[int, int, str, Anchored]] = []
    for name, anchor in anchors:
        events += [(anchor.start, 1, name, anchor), (anchor.end, 0, name, anchor)]
    for offset, begins, name, anchor in sorted(events, key=lambda e: e[:3], reverse=True):
        mark = (
            _annotation(name, anchor.lines, author, date)
            if begins
            else etree.Element(f"{_OFFICE}annotation-end", {f"{_OFFICE}name": name})
        )
        _insert(paragraph, offset, mark, begins=bool(begins))


def _insert(paragraph: TracedParagraph, offset: int, mark: Element, *, begins: bool) -> None:
    """A mark before the character at an offset, or behind the one before it."""
    for start, end, item, where in paragraph.pieces:
        if start <= offset < end if begins else start < offset <= end:
            if where is Where.ITSELF:
                _beside(item, mark, before=begins)
                return
            behind = where is Where.BEHIND
            raw = (item.tail if behind else item.text) or ""
            cut = _raw_offset(raw, end - start, offset - start)
            mark.tail = raw[cut:] or None
            if behind:
                # lxml moves the text behind an element with it: it is cut by hand.
                item.tail = None
                item.addnext(mark)
                item.tail = raw[:cut] or None
            else:
                item.text = raw[:cut] or None
                item.insert(0, mark)
            return


def _beside(item: Element, mark: Element, *, before: bool) -> None:
    """A mark before or behind an element that makes text by itself."""
    if before:
        item.addprevious(mark)
        return
    mark.tail, item.tail = item.tail, None
    item.addnext(mark)


def _raw_offset(raw: str, length: int, offset: int) -> int:
    """Where a character of the text stands in what is written, in which white space in a row is one space,
    and none at the beginning of a paragraph."""
    shown = 0
    at = 0
    dropped = len(_SPACES.sub(" ", raw)) - length
    for match in re.finditer(r"[ \t\r\n]+|[^ \t\r\n]", raw):
        if dropped > 0 and match.group()[0] in " \t\r\n":
            dropped, at = dropped - 1, match.end()
            continue
        if shown == offset:
            return match.start()
        shown, at = shown + 1, match.end()
    return at


def _annotation(name: str, lines: Iterable[str], author: str, date: str) -> Element:
    mark = etree.Element(f"{_OFFICE}annotation", {f"{_OFFICE}name": name})
    etree.SubElement(mark, f"{_DC}creator").text = legible(author)
    etree.SubElement(mark, f"{_DC}date").text = date.removesuffix("Z")
    for line in lines:
        etree.SubElement(mark, f"{_TEXT}p").text = legible(line)
    return mark
