"""Style sheets of an exported page: simple selectors, inline styles, what is inherited.

Only what the file says is known; a browser's own defaults are not taken for the writer's.
"""

from __future__ import annotations

import re
from collections.abc import Iterator
from functools import lru_cache
from typing import Any

import tinycss2

from ...document import LineSpacing, ParagraphFormat, RunFormat
from ...errors import PaperTooLarge
from .. import measures
from ..archive import NESTED, Element
from ..limits import LIMITS, bounded

_LENGTH = re.compile(r"(-?[\d.]+)\s*(in|cm|mm|pt|pc|px|em|rem)?$")
_POINTS = {"in": 72.0, "cm": 28.3465, "mm": 2.83465, "pt": 1.0, "pc": 12.0, "px": 0.75}
_SELECTOR = re.compile(r"([a-zA-Z][\w-]*)?(?:\.([\w-]+)|#([\w-]+))?$")
_INHERITED = {
    "text-align", "text-indent", "line-height", "font-family", "font-size", "font-weight",
    "font-style", "color", "text-transform",
}  # fmt: skip
_READ = _INHERITED | {
    "text-decoration", "background-color", "vertical-align", "display", "page-break-before", "break-before",
    *(f"{box}-{side}" for box in ("margin", "padding") for side in ("top", "right", "bottom", "left")),
}  # fmt: skip
_BRACKET = re.compile(r"[(\[{)\]}]")
_DEEPEST = 40
_ENDLESS_FIGURE = re.compile(r"[0-9.]{40,}")
_MOST_CLASSES = 20
_NAMED = {
    "black": "000000", "white": "FFFFFF", "red": "FF0000", "blue": "0000FF", "green": "008000",
    "gray": "808080", "grey": "808080", "yellow": "FFFF00", "navy": "000080", "silver": "C0C0C0",
}  # fmt: skip
_BY_TAG: dict[str, dict[str, str]] = {
    # Browsers set them in bold unasked: nobody has said how they are to be.
    **{f"h{level}": {"font-weight": "unsaid"} for level in range(1, 7)},
    "b": {"font-weight": "bold"},
    "strong": {"font-weight": "bold"},
    "i": {"font-style": "italic"},
    "em": {"font-style": "italic"},
    "cite": {"font-style": "italic"},
    "u": {"text-decoration": "underline"},
    "center": {"text-align": "center"},
    "blockquote": {"margin-left": "36pt"},
    "sup": {"vertical-align": "super"},
    "mark": {"background-color": "#FFFF00"},
}
_BOLD = ("bold", "bolder", "600", "700", "800", "900")

Values = dict[str, str]


class HtmlStyles:
    """The rules of a page's style sheets, ready to resolve elements."""

    def __init__(self, sheets: list[str]) -> None:
        # By tag, class and identity: what each property is set to, with the weight and place of its rule.
        self._rules: dict[tuple[str, str, str], dict[str, tuple[int, int, str]]] = {}
        self._places = 0
        bounded(sum(map(len, sheets)), LIMITS.styling, "characters of style sheets")
        for sheet in sheets:
            self._read(sheet)

    def _read(self, sheet: str) -> None:
        text = _tame(sheet).replace("<!--", "").replace("-->", "")
        sheet_rules = tinycss2.parse_stylesheet(text, skip_comments=True, skip_whitespace=True)
        for rule in sheet_rules:
            self._places += 1
            if rule.type != "qualified-rule":
                continue
            values = declarations(tinycss2.serialize(rule.content))
            for selector in tinycss2.serialize(rule.prelude).split(","):
                match = _SELECTOR.match(selector.strip())
                if match is None or not any(match.groups()):
                    continue
                tag, name, identity = (group or "" for group in match.groups())
                weight = bool(tag) + 10 * bool(name) + 100 * bool(identity)
                known = self._rules.setdefault((tag.lower(), name, identity), {})
                for key, value in values.items():
                    known[key] = (weight, self._places, value)

    def _applying(self, element: Element, tag: str) -> Iterator[dict[str, tuple[int, int, str]]]:
        identity = element.get("id") or ""
        names = (element.get("class") or "").split()[:_MOST_CLASSES]
        keys = [(tag, "", ""), *((t, n, "") for n in names for t in ("", tag))]
        if identity:
            keys += [("", "", identity), (tag, "", identity)]
        for key in keys:
            if key in self._rules:
                yield self._rules[key]

    def own(self, element: Element) -> Values:
        """What is set on an element itself, by tag, style sheets, attributes, inline style."""
        tag = str(element.tag).lower()
        values = dict(_BY_TAG.get(tag, {}))
        set_by: dict[str, tuple[int, int, str]] = {}
        for rule in self._applying(element, tag):
            for key, found in rule.items():
                if key not in set_by or found[:2] >= set_by[key][:2]:
                    set_by[key] = found
        values.update((key, value) for key, (_, _, value) in set_by.items())
        if element.get("align"):
            values["text-align"] = str(element.get("align"))
        if tag == "font":
            for attribute, key in (("face", "font-family"), ("color", "color")):
                if element.get(attribute):
                    values[key] = str(element.get(attribute))
        values.update(declarations(element.get("style") or ""))
        return values


def _tame(text: str) -> str:
    """A style sheet without figures longer than any. Raises `PaperTooLarge` for brackets in brackets further
    than any style sheet has them."""
    depth = 0
    for match in _BRACKET.finditer(text):
        depth = depth + 1 if match.group() in "([{" else max(depth - 1, 0)
        if depth > _DEEPEST:
            raise PaperTooLarge(NESTED)
    return _ENDLESS_FIGURE.sub("0", text)


@lru_cache(maxsize=2000)
def declarations(text: str) -> Values:
    """Declarations as a table (shared: not to be changed), margins' shorthand spread out."""
    values: Values = {}
    items: list[Any] = tinycss2.parse_blocks_contents(
        _tame(text), skip_comments=True, skip_whitespace=True
    )
    for item in items:
        if item.type != "declaration":
            continue
        name, value = item.lower_name, tinycss2.serialize(item.value).strip()
        if name in ("margin", "padding"):
            parts = value.split() or ["0"]
            top, right, bottom, left = (
                parts[0], parts[1 % len(parts)], parts[2 % len(parts)] if len(parts) > 2 else parts[0],
                parts[3] if len(parts) > 3 else parts[1 % len(parts)],
            )  # fmt: skip
            for side, size in (("top", top), ("right", right), ("bottom", bottom), ("left", left)):
                values[f"{name}-{side}"] = size
        elif name == "background":
            values["background-color"] = value.split()[0] if value else ""
        elif name in _READ:
            values[name] = value
    return values


def inherited(parent: Values, own: Values) -> Values:
    """What an element has: its own, and of its parent's what is inherited."""
    values = {k: v for k, v in parent.items() if k in _INHERITED}
    for carried in ("text-decoration", "background-color", "vertical-align", "display"):
        if carried in parent and carried not in own:
            values[carried] = parent[carried]
    values.update({k: v for k, v in own.items() if v != "inherit"})
    return values


def points(value: str | None, size: float = 12.0) -> float | None:
    """A length in points; None for none, a percentage, or nonsense."""
    match = _LENGTH.match(value.strip().lower()) if value else None
    if match is None:
        return None
    count = measures.number(match.group(1))
    unit = match.group(2)
    if unit in ("em", "rem"):
        return measures.points(count, size)
    if unit is None:
        return 0.0 if count == 0 else None
    return measures.points(count, _POINTS[unit])


def run_format(values: Values, link: str | None) -> RunFormat | None:
    """Character formatting of resolved values; None for hidden text."""
    if values.get("display") == "none":
        return None
    family = values.get("font-family", "").split(",")[0].strip().strip("'\"")
    weight = values.get("font-weight")
    return RunFormat(
        face=family or None,
        size=measures.positive(points(values.get("font-size"))),
        bold=None if weight == "unsaid" else weight in _BOLD,
        italic=values.get("font-style", "normal") in ("italic", "oblique"),
        underline="underline" in values.get("text-decoration", ""),
        capitals=values.get("text-transform") == "uppercase",
        colour=_colour(values.get("color")),
        background=_background(values.get("background-color")),
        raised=values.get("vertical-align") == "super",
        link=link,
    )


def paragraph_format(
    values: Values, left_outside: float, marker: str | None, outline: int | None
) -> ParagraphFormat:
    """Paragraph formatting; what neither page nor style sheet says stays unknown."""
    size = measures.positive(points(values.get("font-size"))) or 12.0
    left = _sum(values, ("margin-left", "padding-left"), size)
    if left is not None or left_outside:
        left = (left or 0.0) + left_outside
    page_break = values.get("page-break-before", values.get("break-before"))
    alignment = {"start": "left", "end": "right"}.get(
        values.get("text-align", ""), values.get("text-align")
    )
    return ParagraphFormat(
        alignment=alignment if alignment in ("left", "right", "center", "justify") else None,
        left=left,
        right=points(values.get("margin-right"), size),
        first_line=points(values.get("text-indent"), size),
        line_spacing=_spacing(values.get("line-height"), size),
        space_before=points(values.get("margin-top"), size),
        space_after=points(values.get("margin-bottom"), size),
        page_break_before=page_break in ("always", "page") if page_break else None,
        marker=marker,
        outline=outline,
    )


def _sum(values: Values, names: tuple[str, ...], size: float) -> float | None:
    known = [p for n in names if (p := points(values.get(n), size)) is not None]
    return sum(known) if known else None


def _spacing(value: str | None, size: float) -> LineSpacing | None:
    if not value or value == "normal":
        return None
    lines = measures.number(value.removesuffix("%"))
    if lines is not None:
        # A browser's line of 1 is about the face's size; a word processor's about 1.15 of it.
        found = measures.points(lines, 0.01 if value.endswith("%") else 1.0, 3)
        return LineSpacing("multiple", found) if found and found > 0 else None
    exact = points(value, size)
    return LineSpacing("exact", exact) if exact else None


def _colour(value: str | None) -> str | None:
    if value is None:
        return None
    value = value.strip().lower()
    if value in _NAMED:
        return _NAMED[value]
    if re.fullmatch(r"#[0-9a-f]{6}", value):
        return value[1:].upper()
    if re.fullmatch(r"#[0-9a-f]{3}", value):
        return "".join(c * 2 for c in value[1:]).upper()
    match = re.match(r"rgba?\(\s*([0-9]{1,4})[\s,]+([0-9]{1,4})[\s,]+([0-9]{1,4})", value)
    if match is not None:
        return "".join(f"{min(int(n), 255):02X}" for n in match.groups())
    return "auto"


def _background(value: str | None) -> str | None:
    colour = _colour(value)
    return "none" if colour in (None, "auto", "FFFFFF") else colour
