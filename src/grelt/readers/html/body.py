"""Walks the text of an exported page. Nothing in it is run or fetched."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace

from lxml import etree
from lxml import html as lxml_html

from ...document import Document, Note, Paragraph, RunFormat, Section
from ...errors import PaperDamaged, PaperEmpty, PaperTooLarge
from ..archive import NESTED, Element
from ..growing import GrowingText
from ..limits import LIMITS, bounded
from ..text import decode
from .styles import HtmlStyles, Values, inherited, paragraph_format, points, run_format

_BLOCKS = frozenset(
    """p h1 h2 h3 h4 h5 h6 div li dt dd td th pre blockquote address figcaption caption""".split()
)
_CONTAINERS = frozenset(
    """body article section main header footer div blockquote ul ol dl table tbody thead tfoot tr
    td th li center form figure nav aside hgroup""".split()
)
_PASSED_OVER = frozenset(
    "script style head title meta link noscript template svg math iframe object embed form".split()
)
_NOTE = re.compile(
    r"(?:_?(?:sd)?(?:ftn|edn|fn|footnote|endnote|note))[-_:]?(\d+)(?:sym|body)?$", re.I
)
_DEEPEST = 80

_LONGEST_WAY_BACK = 5


@dataclass(frozen=True)
class _Place:
    values: Values
    left: float = 0.0
    marker: str | None = None
    in_table: bool = False
    note: str | None = None
    depth: int = 0


@dataclass
class _Builder:
    growing: GrowingText = field(default_factory=GrowingText)
    markers: list[tuple[int, str]] = field(default_factory=list)

    def add(self, text: str, format: RunFormat | None, *, keep: bool = False) -> None:
        if format is None:
            return
        if not keep:
            text = re.sub(r"[ \t\r\n\f]+", " ", text)
            if self.growing.last in ("", " ", "\n"):
                text = text.lstrip(" ")
        self.growing.add(text, format)


def read_html(data: bytes) -> Document:
    """Read a page. Raises a `PaperUnreadable` with a message for the instructor."""
    text = re.sub(r"^\s*<\?xml[^>]*>", "", decode(data))
    parser = lxml_html.HTMLParser(no_network=True, remove_comments=True, remove_pis=True)
    try:
        root = lxml_html.document_fromstring(text, parser=parser)
    except (etree.ParserError, etree.XMLSyntaxError, ValueError) as error:
        raise PaperDamaged(
            "The page cannot be read: it is empty or damaged. Ask for the paper as .docx."
        ) from error
    styles = HtmlStyles([s.text or "" for s in root.iter("style")])
    walker = _Walker(styles, _note_targets(root))
    body = root.find("body")
    walker.blocks(body if body is not None else root, _Place({}))
    notes = walker.finish_notes()
    if not any(not p.is_blank for p in walker.paragraphs):
        raise PaperEmpty("The page holds no text. Ask for the paper to be sent again.")
    return Document("html", _from_the_margin(walker.paragraphs), notes, (Section(0),))


def _from_the_margin(paragraphs: list[Paragraph]) -> tuple[Paragraph, ...]:
    """The paragraphs without the indent that all of them share: that is the margin of the page."""
    shared = min(
        (
            (p.format.left or 0.0) + min(p.format.first_line or 0.0, 0.0)
            for p in paragraphs
            if not p.is_blank and not p.in_table
        ),
        default=0.0,
    )
    if shared <= 0:
        return tuple(paragraphs)
    return tuple(
        p
        if p.format.left is None
        else replace(p, format=replace(p.format, left=max(p.format.left - shared, 0.0)))
        for p in paragraphs
    )


def _note_targets(root: Element) -> dict[str, Element]:
    """Blocks that hold notes, by the address that leads to them."""
    found: dict[str, Element] = {}
    for element in root.iter():
        for address in (element.get("id"), element.get("name")):
            if not address or _NOTE.fullmatch(address) is None:
                continue
            block = element
            while block is not None and str(block.tag) not in _BLOCKS:
                parent = block.getparent()
                if parent is None:
                    break
                block = parent
            found.setdefault(address, block)
    return found


class _Walker:
    def __init__(self, styles: HtmlStyles, notes: dict[str, Element]) -> None:
        self.styles = styles
        self.paragraphs: list[Paragraph] = []
        self._targets = notes
        self._note_blocks = frozenset(notes.values())
        # In the order of their markers; a note may lead to another one.
        # Addresses of the notes that markers lead to, in their order.
        self._cited: set[str] = set()
        self._waiting: list[str] = []
        self._in_note = False

    def blocks(self, element: Element, place: _Place) -> None:
        if place.depth > _DEEPEST:
            raise PaperTooLarge(NESTED)
        tag = str(element.tag)
        if tag in _PASSED_OVER or (place.note is None and self._is_note(element)):
            return
        own = self.styles.own(element)
        values = inherited(place.values, own)
        if not any(str(child.tag) in _BLOCKS | _CONTAINERS for child in element):
            self._paragraph(element, replace(place, values=values))
            return
        left = place.left + (points(own.get("margin-left")) or 0.0)
        deeper = replace(
            place,
            values={k: v for k, v in values.items() if not k.startswith(("margin", "padding"))},
            left=left,
            in_table=place.in_table or tag == "table",
            depth=place.depth + 1,
        )
        if tag in ("ul", "ol"):
            deeper = replace(deeper, marker="bullet" if tag == "ul" else "number")
        loose = _Builder()
        loose.add(element.text or "", run_format(values, None))
        for child in element:
            if str(child.tag) in _BLOCKS | _CONTAINERS:
                self._flush(loose, deeper)
                loose = _Builder()
                self.blocks(child, deeper)
            elif str(child.tag) not in _PASSED_OVER:
                self._inline(child, loose, deeper.values, None, 0)
            loose.add(child.tail or "", run_format(values, None))
        self._flush(loose, deeper)

    def _flush(self, builder: _Builder, place: _Place) -> None:
        if builder.growing.text.strip():
            self._append(builder, place, None)

    def _is_note(self, element: Element) -> bool:
        return element in self._note_blocks

    def _paragraph(self, element: Element, place: _Place) -> None:
        builder = _Builder()
        format = run_format(place.values, None)
        builder.add(element.text or "", format, keep=str(element.tag) == "pre")
        for child in element:
            self._inline(child, builder, place.values, None, 0)
            builder.add(child.tail or "", format)
        tag = str(element.tag)
        outline = int(tag[1]) - 1 if re.fullmatch(r"h[1-6]", tag) else None
        if builder.growing.length or tag in ("p", "div"):
            self._append(builder, place, outline)

    def _append(self, builder: _Builder, place: _Place, outline: int | None) -> None:
        bounded(len(self.paragraphs) + 1, LIMITS.paragraphs, "paragraphs")
        self.paragraphs.append(
            Paragraph(
                index=len(self.paragraphs),
                text=builder.growing.text,
                runs=builder.growing.runs,
                format=paragraph_format(place.values, place.left, place.marker, outline),
                note_markers=tuple(builder.markers),
                in_table=place.in_table,
                note=place.note,
            )
        )

    def _inline(
        self, element: Element, builder: _Builder, values: Values, link: str | None, depth: int
    ) -> None:
        if depth > _DEEPEST:
            raise PaperTooLarge(NESTED)
        tag = str(element.tag)
        if tag in _PASSED_OVER:
            return
        own = inherited(values, self.styles.own(element))
        if tag == "a" and element.get("href"):
            href = str(element.get("href"))
            target = href.removeprefix("#")
            if href.startswith("#") and target in self._targets:
                if target not in self._cited:
                    self._cited.add(target)
                    self._waiting.append(target)
                builder.markers.append((builder.growing.length, target))
                return
            if self._in_note and href.startswith("#") and _is_way_back(element):
                return
            link = None if href.startswith("#") else href
        format = run_format(own, link)
        if tag == "br":
            builder.add("\n", format, keep=True)
            return
        builder.add(element.text or "", format)
        for child in element:
            self._inline(child, builder, own, link, depth + 1)
            builder.add(child.tail or "", format)

    def finish_notes(self) -> tuple[Note, ...]:
        """Read the notes after the text, in the order of their markers."""
        notes: list[Note] = []
        self._in_note = True
        # Grows on the way: a note may cite others, which come behind all that the text cites.
        for address in self._waiting:
            bounded(len(self._waiting), LIMITS.notes, "notes")
            first = len(self.paragraphs)
            self.blocks(self._targets[address], _Place({}, note=address))
            kind = "endnote" if "end" in address.lower() or "edn" in address.lower() else "footnote"
            paragraphs = tuple(range(first, len(self.paragraphs)))
            notes.append(Note(address, kind, len(notes) + 1, paragraphs))
        return tuple(notes)


def _is_way_back(link: Element) -> bool:
    """Whether a link in a note is its own figure, or an arrow, that leads back to the marker."""
    return len("".join(map(str, link.itertext())).strip()) <= _LONGEST_WAY_BACK
