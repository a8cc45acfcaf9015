"""Resolves effective formatting: document defaults, theme faces, styles, numbering, direct.

ECMA-376 part 1, 17.7.2 (style hierarchy) and 17.7.3 (toggle properties). Internally
lengths are twentieths of a point, as the file has them.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from ...document import LineSpacing, ParagraphFormat, RunFormat
from ..measures import number, points, positive, whole
from .package import Element, Package, W

_TWIP = 1 / 20

_A = "{http://schemas.openxmlformats.org/drawingml/2006/main}"
_TOGGLES = ("b", "i", "caps", "smallCaps")
_ON = {None, "1", "true", "on"}
_ALIGNMENTS = {
    "left": "left",
    "start": "left",
    "center": "center",
    "right": "right",
    "end": "right",
    "both": "justify",
    "distribute": "justify",
}
_HIGHLIGHTS = {
    "yellow": "FFFF00", "green": "00FF00", "cyan": "00FFFF", "magenta": "FF00FF",
    "blue": "0000FF", "red": "FF0000", "darkBlue": "000080", "darkCyan": "008080",
    "darkGreen": "008000", "darkMagenta": "800080", "darkRed": "800000",
    "darkYellow": "808000", "darkGray": "808080", "lightGray": "C0C0C0",
    "black": "000000", "white": "none", "none": "none",
}  # fmt: skip

_PARAGRAPH_FLAGS = (
    "pageBreakBefore", "contextualSpacing", "keepNext", "keepLines", "widowControl",
)  # fmt: skip

RunValues = dict[str, str | bool]
ParagraphValues = dict[str, str]


@dataclass(frozen=True)
class _Style:
    based_on: str | None
    name: str
    properties: Element


def is_on(element: Element) -> bool:
    return element.get(f"{W}val") in _ON


def run_values(properties: Element | None) -> RunValues:
    """What an `rPr` sets, and no more."""
    values: RunValues = {}
    if properties is None:
        return values
    for item in properties:
        tag = item.tag.removeprefix(W)
        value = item.get(f"{W}val", "")
        if tag in _TOGGLES or tag in ("vanish", "webHidden"):
            values[tag] = is_on(item)
        elif tag == "rFonts":
            for attribute in ("ascii", "hAnsi", "asciiTheme", "hAnsiTheme"):
                face = item.get(f"{W}{attribute}")
                if face:
                    base = attribute.removesuffix("Theme")
                    values.pop(base, None)
                    values.pop(f"{base}Theme", None)
                    values[attribute] = face
        elif tag in ("sz", "color", "highlight", "vertAlign", "u", "rStyle", "position", "lang"):
            values[tag] = value
        elif tag == "shd":
            values["shd"] = item.get(f"{W}fill", "auto")
    return values


def paragraph_values(properties: Element | None) -> ParagraphValues:
    """What a `pPr` sets, flattened: `ind.left`, `spacing.line`, `jc` and so on."""
    values: ParagraphValues = {}
    if properties is None:
        return values
    for item in properties:
        tag = item.tag.removeprefix(W)
        if tag in ("ind", "spacing"):
            for key, value in item.attrib.items():
                values[f"{tag}.{str(key).removeprefix(W)}"] = str(value)
            if tag == "ind":
                if f"{W}hanging" in item.attrib:
                    values.pop("ind.firstLine", None)
                elif f"{W}firstLine" in item.attrib:
                    values.pop("ind.hanging", None)
        elif tag in ("jc", "pStyle", "outlineLvl"):
            values[tag] = item.get(f"{W}val", "")
        elif tag in _PARAGRAPH_FLAGS:
            values[tag] = "1" if is_on(item) else "0"
        elif tag == "shd":
            values["shd"] = item.get(f"{W}fill", "auto")
        elif tag == "numPr":
            for part in item:
                values[f"num.{part.tag.removeprefix(W)}"] = part.get(f"{W}val", "")
    return values


class Styles:
    """The style sheet of one file, ready to resolve paragraphs and runs."""

    def __init__(self, package: Package) -> None:
        self._styles: dict[str, _Style] = {}
        self._run_defaults: RunValues = {}
        self._paragraph_defaults: ParagraphValues = {}
        self._default_paragraph: str | None = None
        self._chains: dict[str, tuple[ParagraphValues, RunValues]] = {}
        self._faces = _theme_faces(package)
        self._numbering = _Numbering(package)
        for name in package.related("styles"):
            self._read(package.xml(name))

    def _read(self, root: Element) -> None:
        defaults = root.find(f"{W}docDefaults")
        if defaults is not None:
            self._run_defaults = run_values(defaults.find(f"{W}rPrDefault/{W}rPr"))
            self._paragraph_defaults = paragraph_values(defaults.find(f"{W}pPrDefault/{W}pPr"))
        for item in root.iter(f"{W}style"):
            identity = item.get(f"{W}styleId", "")
            based_on = item.find(f"{W}basedOn")
            label = item.find(f"{W}name")
            self._styles[identity] = _Style(
                based_on.get(f"{W}val") if based_on is not None else None,
                label.get(f"{W}val", identity) if label is not None else identity,
                item,
            )
            paragraphs = item.get(f"{W}type", "paragraph") == "paragraph"
            if paragraphs and item.get(f"{W}default") in ("1", "true"):
                self._default_paragraph = identity

    def _chain(self, identity: str | None) -> tuple[ParagraphValues, RunValues]:
        """Paragraph and run values of a style with all its ancestors, of which the nearest wins."""
        if identity is None or identity not in self._styles:
            return {}, {}
        if identity in self._chains:
            return self._chains[identity]
        line: dict[str, _Style] = {}
        at: str | None = identity
        while at is not None and at in self._styles and at not in self._chains and at not in line:
            line[at] = self._styles[at]
            at = self._styles[at].based_on
        paragraph, run = self._chains.get(at or "", ({}, {}))
        for name, style in reversed(line.items()):
            # Of the many styles that a file has few are used, and only those are read.
            paragraph = _laid_over(paragraph, paragraph_values(style.properties.find(f"{W}pPr")))
            run = _run_over(run, run_values(style.properties.find(f"{W}rPr")))
            self._chains[name] = (paragraph, run)
        return self._chains[identity]

    def paragraph(
        self, properties: Element | None, table: str | None = None
    ) -> tuple[ParagraphFormat, ParagraphValues]:
        """The effective format of a paragraph, and the raw values it came from.

        `table` is the style of the table it stands in: below the paragraph's own style.
        """
        direct = paragraph_values(properties)
        style = direct.get("pStyle") or self._default_paragraph
        chain, _ = self._chain(style)
        values = _laid_over(self._paragraph_defaults, self._chain(table)[0])
        values = _laid_over(values, chain)
        number = direct.get("num.numId", values.get("num.numId", "0"))
        level = direct.get("num.ilvl", values.get("num.ilvl", "0"))
        marker, indents = self._numbering.level(number, level)
        values = _laid_over(_laid_over(values, indents), direct)
        values["style"] = style or ""
        name = self._styles[style].name if style in self._styles else None
        return _paragraph_format(values, marker, name), values

    def run(
        self, style: str, properties: Element | None, background: str, table: str | None = None
    ) -> RunFormat | None:
        """The effective format of a run in a paragraph of `style`; None for hidden text."""
        direct = run_values(properties)
        return self._run_format(style, direct, background, table)

    def language(self, properties: Element | None) -> str | None:
        """The language a run is marked as being in, if it is not the file's own (two letters)."""
        mark = properties.find(f"{W}lang") if properties is not None else None
        code = (mark.get(f"{W}val", "") if mark is not None else "")[:2].lower()
        own = str(self._run_defaults.get("lang", "en"))[:2].lower()
        return code if code and code != own else None

    def _run_format(
        self, style: str, direct: RunValues, background: str, table: str | None
    ) -> RunFormat | None:
        _, table_chain = self._chain(table)
        _, paragraph_chain = self._chain(style or None)
        _, character_chain = self._chain(str(direct.get("rStyle", "")) or None)
        values: RunValues = dict(self._run_defaults)
        toggles = dict.fromkeys(_TOGGLES, False)
        for chain in (table_chain, paragraph_chain, character_chain):
            values = _run_over(values, chain)
            for toggle in _TOGGLES:
                toggles[toggle] ^= bool(chain.get(toggle, False))
        for toggle in _TOGGLES:
            values[toggle] = toggles[toggle] or bool(self._run_defaults.get(toggle, False))
        values = _run_over(values, direct)
        if values.get("vanish"):
            return None
        return self._finished(values, background)

    def _finished(self, values: RunValues, background: str) -> RunFormat:
        theme = values.get("asciiTheme") or values.get("hAnsiTheme")
        face = values.get("ascii") or values.get("hAnsi")
        if theme is not None:
            face = self._faces.get("major" if str(theme).startswith("major") else "minor", face)
        size = values.get("sz")
        shading = str(values.get("shd", "auto"))
        highlight = _HIGHLIGHTS.get(str(values.get("highlight", "none")), "none")
        behind = highlight if highlight != "none" else _fill(shading)
        return RunFormat(
            face=str(face) if face else None,
            size=positive(points(number(str(size)), 0.5)) if size else None,
            bold=bool(values.get("b", False)),
            italic=bool(values.get("i", False)),
            underline=str(values.get("u", "none")) not in ("none", "", "0"),
            capitals=bool(values.get("caps", False)) or bool(values.get("smallCaps", False)),
            colour=_colour(str(values.get("color", "auto"))),
            background=behind if behind != "none" else background,
            raised=values.get("vertAlign") == "superscript"
            or (number(str(values.get("position", "0"))) or 0.0) > 0,
        )


def _run_over(base: RunValues, over: RunValues) -> RunValues:
    """Later values win; a face named and a face of the theme displace each other."""
    values = dict(base)
    for attribute in ("ascii", "hAnsi"):
        if attribute in over:
            values.pop(f"{attribute}Theme", None)
        if f"{attribute}Theme" in over:
            values.pop(attribute, None)
    values.update(over)
    return values


def _laid_over(base: ParagraphValues, over: ParagraphValues) -> ParagraphValues:
    values = dict(base)
    if "ind.hanging" in over:
        values.pop("ind.firstLine", None)
    if "ind.firstLine" in over:
        values.pop("ind.hanging", None)
    values.update(over)
    return values


def _points(values: ParagraphValues, *keys: str) -> float:
    for key in keys:
        if key in values:
            return points(number(values[key]), _TWIP) or 0.0
    return 0.0


def _colour(value: str) -> str:
    return value.upper() if len(value) == 6 else "auto"


def _fill(value: str) -> str:
    upper = value.upper()
    return upper if len(upper) == 6 and upper != "FFFFFF" else "none"


def _paragraph_format(
    values: ParagraphValues, marker: str | None, style: str | None
) -> ParagraphFormat:
    hanging = _points(values, "ind.hanging")
    line = values.get("spacing.line")
    spacing = LineSpacing("multiple", 1.0)
    if line is not None:
        rule = values.get("spacing.lineRule", "auto")
        if rule == "auto":
            lines = points(number(line), 1 / 240, 3)
            spacing = LineSpacing("multiple", lines if lines is not None else 1.0)
        else:
            kind = "exact" if rule == "exact" else "least"
            spacing = LineSpacing(kind, points(number(line), _TWIP) or 0.0)
    outline = values.get("outlineLvl")
    return ParagraphFormat(
        alignment=_ALIGNMENTS.get(values.get("jc", "left"), "left"),
        left=_points(values, "ind.left", "ind.start"),
        right=_points(values, "ind.right", "ind.end"),
        first_line=-hanging if "ind.hanging" in values else _points(values, "ind.firstLine"),
        line_spacing=spacing,
        space_before=_space(values, "before"),
        space_after=_space(values, "after"),
        page_break_before=values.get("pageBreakBefore") == "1",
        marker=marker,
        style=style,
        outline=whole(outline),
        keep_with_next=values.get("keepNext") == "1",
        keep_together=values.get("keepLines") == "1",
        widow_control=values.get("widowControl", "1") == "1",
    )


def _space(values: ParagraphValues, side: str) -> float:
    """Space before or after. `Autospacing`, as pasted web text has it, is 14 points."""
    if values.get(f"spacing.{side}Autospacing") in ("1", "true", "on"):
        return 14.0
    lines = points(number(values.get(f"spacing.{side}Lines")), 0.12)
    if lines:
        # Hundredths of a line, which win over points (17.3.1.33); a line is 12 points.
        return lines
    return _points(values, f"spacing.{side}")


def without_contextual(
    format: ParagraphFormat, values: ParagraphValues, previous: str | None, following: str | None
) -> ParagraphFormat:
    """Drop the space between paragraphs of one style where contextual spacing is on."""
    if values.get("contextualSpacing") != "1":
        return format
    style = values.get("style")
    return replace(
        format,
        space_before=0.0 if previous == style else format.space_before,
        space_after=0.0 if following == style else format.space_after,
    )


def _theme_faces(package: Package) -> dict[str, str]:
    faces: dict[str, str] = {}
    for name in package.related("theme"):
        root = package.xml(name)
        for role in ("major", "minor"):
            latin = root.find(f".//{_A}{role}Font/{_A}latin")
            if latin is not None and latin.get("typeface"):
                faces[role] = latin.get("typeface", "")
    return faces


class _Numbering:
    """Which numbered paragraphs carry a figure, a bullet or nothing, and their indents."""

    def __init__(self, package: Package) -> None:
        # By number, then by level; numbers of one list share their levels.
        self._levels: dict[str, dict[str, tuple[str | None, ParagraphValues]]] = {}
        for name in package.related("numbering"):
            self._read(package.xml(name))

    def _read(self, root: Element) -> None:
        abstract: dict[str, dict[str, tuple[str | None, ParagraphValues]]] = {}
        for item in root.iter(f"{W}abstractNum"):
            levels = {}
            for level in item.iter(f"{W}lvl"):
                form = level.find(f"{W}numFmt")
                kind = form.get(f"{W}val", "decimal") if form is not None else "decimal"
                marker = {"bullet": "bullet", "none": None}.get(kind, "number")
                levels[level.get(f"{W}ilvl", "0")] = (
                    marker,
                    paragraph_values(level.find(f"{W}pPr")),
                )
            abstract[item.get(f"{W}abstractNumId", "")] = levels
        for item in root.iter(f"{W}num"):
            link = item.find(f"{W}abstractNumId")
            if link is None:
                continue
            self._levels[item.get(f"{W}numId", "")] = abstract.get(link.get(f"{W}val", ""), {})

    def level(self, number: str, level: str) -> tuple[str | None, ParagraphValues]:
        if number in ("0", ""):
            return None, {}
        marker, values = self._levels.get(number, {}).get(level, (None, {}))
        return marker, {k: v for k, v in values.items() if k.startswith("ind.")}
