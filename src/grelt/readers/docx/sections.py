"""Page set-up of a .docx, section by section, with the running heads in force."""

from __future__ import annotations

import re

from ...document import Header, Section
from ..measures import distance, number, points
from .package import R_ID, Element, Package, W
from .styles import Styles, is_on

_PAGE_FIELD = re.compile(r"\bPAGE\b")


class SectionReader:
    """Gathers sections while the text is walked. A section without a head of some kind goes on
    with that of the section before it (ECMA-376 part 1, 17.10.2)."""

    def __init__(self, package: Package, styles: Styles) -> None:
        self._package = package
        self._styles = styles
        self._even_differs = _settings_say(package, "evenAndOddHeaders")
        self._found: list[Section] = []
        self._heads: dict[tuple[bool, str], Header] = {}
        self._start = 0

    @property
    def sections(self) -> tuple[Section, ...]:
        return tuple(self._found)

    def add(self, element: Element, end: int) -> None:
        """A `sectPr`, which closes the section that ends before paragraph `end`."""
        size, margins = element.find(f"{W}pgSz"), element.find(f"{W}pgMar")
        kind = element.find(f"{W}type")
        title_page = element.find(f"{W}titlePg")
        first_differs = title_page is not None and is_on(title_page)
        for foot, tag in ((False, "headerReference"), (True, "footerReference")):
            for reference in element.findall(f"{W}{tag}"):
                head = self._head(reference, foot=foot)
                if head is not None:
                    self._heads[foot, head.kind] = head
        in_force = tuple(
            head
            for (_, which), head in sorted(self._heads.items())
            if which == "default"
            or (which == "first" and first_differs)
            or (which == "even" and self._even_differs)
        )
        self._found.append(
            Section(
                start=self._start,
                width=_length(size, "w"),
                height=_length(size, "h"),
                top=_length(margins, "top"),
                bottom=_length(margins, "bottom"),
                left=_length(margins, "left"),
                right=_length(margins, "right"),
                new_page=kind is None or kind.get(f"{W}val") != "continuous",
                headers=in_force,
                first_differs=first_differs,
            )
        )
        self._start = end

    def _head(self, reference: Element, *, foot: bool) -> Header | None:
        part = self._package.related_by_id(reference.get(R_ID, ""))
        if part is None:
            return None
        root = self._package.xml(part)
        alignment: str | None = None
        for paragraph in root.iter(f"{W}p"):
            if "".join(map(str, paragraph.itertext())).strip():
                format, _ = self._styles.paragraph(paragraph.find(f"{W}pPr"))
                alignment = _set_by_tabs(paragraph) or format.alignment
                break
        codes = [i.text or "" for i in root.iter(f"{W}instrText")]
        codes += [i.get(f"{W}instr", "") for i in root.iter(f"{W}fldSimple")]
        return Header(
            kind=reference.get(f"{W}type", "default"),
            text="".join(t.text or "" for t in root.iter(f"{W}t")).strip(),
            alignment=alignment,
            page_number=any(_PAGE_FIELD.search(code) for code in codes)
            or next(root.iter(f"{W}pgNum"), None) is not None,
            foot=foot,
        )


def _set_by_tabs(paragraph: Element) -> str | None:
    """Two tabs before the words of a head lead to its right stop, one to its middle."""
    tabs = 0
    for item in paragraph.iter(f"{W}tab", f"{W}ptab", f"{W}t"):
        if item.tag == f"{W}t":
            break
        if item.tag == f"{W}ptab":
            return item.get(f"{W}alignment", "right")
        if (parent := item.getparent()) is not None and parent.tag == f"{W}r":
            tabs += 1
    return {0: None, 1: "center"}.get(tabs, "right")


def _settings_say(package: Package, name: str) -> bool:
    for part in package.related("settings"):
        found = package.xml(part).find(f"{W}{name}")
        if found is not None:
            return is_on(found)
    return False


def _length(element: Element | None, attribute: str) -> float | None:
    value = element.get(f"{W}{attribute}") if element is not None else None
    return distance(points(number(value), 1 / 20))
