"""Resolves effective formatting of an OpenDocument text: default styles, common and automatic
styles with their parents. OpenDocument 1.3, part 3, 16 (styles) and 20 (formatting)."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ...document import Header, LineSpacing, ParagraphFormat, RunFormat, Section
from .. import measures
from ..archive import Element

_O = "urn:oasis:names:tc:opendocument:xmlns:"
STYLE = f"{{{_O}style:1.0}}"
TEXT = f"{{{_O}text:1.0}}"
SVG = f"{{{_O}svg-compatible:1.0}}"
_LENGTH = re.compile(r"(-?[\d.]+)\s*(in|cm|mm|pt|pc|px)?")
_POINTS = {"in": 72.0, "cm": 28.3465, "mm": 2.83465, "pt": 1.0, "pc": 12.0, "px": 0.75, None: 1.0}
_ALIGNMENTS = {
    "start": "left", "left": "left", "center": "center", "end": "right", "right": "right",
    "justify": "justify",
}  # fmt: skip

_PAGES = ("", "-left", "-first")

Values = dict[str, str]


def points(text: str | None) -> float | None:
    """A length in points, or None where it is none (a percentage, nonsense)."""
    match = _LENGTH.fullmatch(text.strip()) if text else None
    return measures.points(measures.number(match[1]), _POINTS[match[2]]) if match else None


class OdtStyles:
    """Styles of one file by family and name, and its pages."""

    def __init__(self, roots: list[Element]) -> None:
        self._styles: dict[tuple[str, str], tuple[str | None, Values]] = {}
        self._defaults: dict[str, Values] = {}
        self._faces: dict[str, str] = {}
        self._lists: dict[str, dict[int, str]] = {}
        self._chains: dict[tuple[str, str], Values] = {}
        self._roots = roots
        for root in roots:
            self._read(root)

    def _read(self, root: Element) -> None:
        for item in root.iter(f"{STYLE}font-face"):
            family = item.get(f"{SVG}font-family", "").strip("'\"")
            self._faces[item.get(f"{STYLE}name", "")] = family
        for item in root.iter(f"{STYLE}default-style"):
            self._defaults[item.get(f"{STYLE}family", "")] = _values(item)
        for item in root.iter(f"{STYLE}style"):
            key = item.get(f"{STYLE}family", ""), item.get(f"{STYLE}name", "")
            self._styles[key] = (item.get(f"{STYLE}parent-style-name"), _values(item))
        for item in root.iter(f"{TEXT}list-style"):
            levels: dict[int, str] = {}
            for level in item:
                bullet = level.tag == f"{TEXT}list-level-style-bullet"
                marked = bullet or bool(level.get(f"{STYLE}num-format"))
                number = measures.whole(level.get(f"{TEXT}level", "1"))
                if marked and number is not None:
                    levels[number] = "bullet" if bullet else "number"
            self._lists[item.get(f"{STYLE}name", "")] = levels

    def values(self, family: str, name: str | None) -> Values:
        """Everything a style sets, its ancestors' and the family's defaults below it."""
        key = family, name or ""
        if key in self._chains:
            return self._chains[key]
        line: list[Values] = []
        seen: set[str] = set()
        at = name
        while at is not None and at not in seen and (family, at) in self._styles:
            seen.add(at)
            parent, own = self._styles[family, at]
            line.append(own)
            at = parent
        merged = dict(self._defaults.get(family, {}))
        for own in reversed(line):
            merged.update(own)
        self._chains[key] = merged
        return merged

    def paragraph(self, name: str | None, marker: str | None) -> ParagraphFormat:
        """The effective format of a paragraph."""
        values = self.values("paragraph", name)
        return ParagraphFormat(
            alignment=_ALIGNMENTS.get(values.get("text-align", "start"), "left"),
            left=points(values.get("margin-left")) or 0.0,
            right=points(values.get("margin-right")) or 0.0,
            first_line=points(values.get("text-indent")) or 0.0,
            line_spacing=_spacing(values),
            space_before=points(values.get("margin-top")) or 0.0,
            space_after=points(values.get("margin-bottom")) or 0.0,
            page_break_before=values.get("break-before") == "page",
            marker=marker,
            style=(name or "").replace("_20_", " ") or None,
            outline=None,
            keep_with_next=values.get("keep-with-next") == "always",
            keep_together=values.get("keep-together") == "always",
            widow_control=values.get("widows", "2") not in ("0", "1"),
        )

    def breaks_after(self, name: str | None) -> bool:
        return self.values("paragraph", name).get("break-after") == "page"

    def marker(self, list_style: str | None, level: int) -> str | None:
        """Whether items of a list at a level carry a figure or a bullet."""
        return self._lists.get(list_style or "", {}).get(level)

    def run(self, paragraph: str | None, spans: list[str], link: str | None) -> RunFormat | None:
        """The effective format of text in a paragraph style and nested text styles."""
        values = dict(self.values("paragraph", paragraph))
        for span in spans:
            values.update(self._own("text", span))
        if values.get("display") == "none":
            return None
        face = self._faces.get(values.get("font-name", ""), values.get("font-name"))
        size = measures.positive(points(values.get("font-size")))
        background = values.get("background-color", "transparent")
        return RunFormat(
            face=values.get("font-family", face or "").strip("'\"") or None,
            size=size,
            bold=values.get("font-weight", "normal") in ("bold", "600", "700", "800", "900"),
            italic=values.get("font-style", "normal") in ("italic", "oblique"),
            underline=values.get("text-underline-style", "none") != "none",
            capitals=values.get("text-transform") == "uppercase"
            or values.get("font-variant") == "small-caps",
            colour=_colour(values.get("color")),
            background=_background(background),
            raised=values.get("text-position", "").startswith(("super", "33")),
            link=link,
        )

    def language(self, spans: list[str]) -> str | None:
        """The language that text styles mark, if it is not the file's own (two letters)."""
        own = self._defaults.get("paragraph", {}).get("language", "en")
        marked = [self._own("text", span).get("language") for span in spans]
        found = next((m for m in reversed(marked) if m), None)
        return (
            found[:2] if found and found[:2] != own[:2] and found not in ("zxx", "none") else None
        )

    def _own(self, family: str, name: str) -> Values:
        """A text style without the family's defaults, which the paragraph has already."""
        merged: Values = {}
        line: list[Values] = []
        at: str | None = name
        seen: set[str] = set()
        while at is not None and at not in seen and (family, at) in self._styles:
            seen.add(at)
            parent, own = self._styles[family, at]
            line.append(own)
            at = parent
        for own in reversed(line):
            merged.update(own)
        return merged

    def section(self) -> Section:
        """The page set-up of the standard page, with its running head."""
        layout: Values = {}
        heights: dict[str, Values] = {}
        headers: list[Header] = []
        for root in self._roots:
            for item in root.iter(f"{STYLE}page-layout-properties"):
                layout = layout or _local(item)
            for item in root.iter(f"{STYLE}header-style", f"{STYLE}footer-style"):
                part = str(item.tag).partition("}")[2].partition("-")[0]
                for set_up in item.findall(f"{STYLE}header-footer-properties"):
                    heights.setdefault(part, _local(set_up))
            heads = [f"{STYLE}{where}{which}" for where in ("header", "footer") for which in _PAGES]
            headers += [
                self._head(item)
                for item in root.iter(*heads)
                if item.get(f"{STYLE}display") != "false"
            ]
        return Section(
            0,
            width=measures.distance(points(layout.get("page-width"))),
            height=measures.distance(points(layout.get("page-height"))),
            top=_edge(layout, "top", heights.get("header", {}), any(not h.foot for h in headers)),
            bottom=_edge(layout, "bottom", heights.get("footer", {}), any(h.foot for h in headers)),
            left=measures.distance(points(layout.get("margin-left", layout.get("margin")))),
            right=measures.distance(points(layout.get("margin-right", layout.get("margin")))),
            headers=tuple(headers),
            first_differs=any(h.kind == "first" for h in headers),
        )

    def _head(self, item: Element) -> Header:
        """A running head or foot of the standard page."""
        name = str(item.tag).partition("}")[2]
        line = item.find(f".//{TEXT}p")
        style = line.get(f"{TEXT}style-name") if line is not None else None
        values = self.values("paragraph", style)
        return Header(
            kind={"left": "even", "first": "first"}.get(name.partition("-")[2], "default"),
            text="".join(str(t) for t in item.itertext()).strip(),
            alignment=_ALIGNMENTS.get(values.get("text-align", "start"), "left"),
            page_number=item.find(f".//{TEXT}page-number") is not None,
            foot=name.startswith("footer"),
        )


def _edge(layout: Values, side: str, head: Values, has_head: bool) -> float | None:
    """From the edge of the page to the text: a running head stands between the margin and that
    (OpenDocument 1.3 part 3, 16.6-16.7); where its height is not given, nobody knows."""
    margin = measures.distance(points(layout.get(f"margin-{side}", layout.get("margin"))))
    if margin is None or not has_head:
        return margin
    height = points(head.get("height", head.get("min-height")))
    return None if height is None else margin + height


def _local(item: Element) -> Values:
    """The attributes of an element by their local names."""
    return {str(name).partition("}")[2]: str(value) for name, value in item.attrib.items()}


def _values(style: Element) -> Values:
    """Paragraph and text properties of a style by their local names."""
    return dict(_properties(style))


def _properties(style: Element) -> Iterator[tuple[str, str]]:
    for kind in ("paragraph-properties", "text-properties"):
        for item in style.findall(f"{STYLE}{kind}"):
            for name, value in item.attrib.items():
                local = str(name).partition("}")[2]
                unset = local == "background-color" and not str(value).startswith("#")
                if unset and kind == "paragraph-properties":
                    continue
                yield local, str(value)


def _spacing(values: Values) -> LineSpacing:
    height = values.get("line-height", "100%")
    if height.endswith("%"):
        lines = measures.points(measures.number(height[:-1]), 0.01, 3)
        return LineSpacing("multiple", lines if lines is not None else 1.0)
    exact = points(height)
    if exact is not None:
        return LineSpacing("exact", exact)
    least = points(values.get("line-height-at-least"))
    return LineSpacing("least", least) if least else LineSpacing("multiple", 1.0)


def _colour(value: str | None) -> str:
    return value[1:].upper() if value and len(value) == 7 else "auto"


def _background(value: str) -> str:
    colour = _colour(value)
    return "none" if colour in ("auto", "FFFFFF") else colour
