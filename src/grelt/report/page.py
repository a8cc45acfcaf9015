"""The page and the list as they are and as they should be, for drawing: points, and spacing in lines."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from typing import Any

from ..paper import Paper
from ..rules.laid_out import in_lines, prose, set_up, size_of

Json = dict[str, Any]
_LETTER = (612.0, 792.0)


def page_of(paper: Paper) -> Json | None:
    """None where the file says nothing of its layout. A measure that it does not say is null."""
    section = set_up(paper)
    body = [p for i in range(len(paper.document.paragraphs)) if (p := prose(paper, i)) is not None]
    spacing = _usual(
        round(in_lines(p.format.line_spacing, size_of(p)), 2) for p in body if p.format.line_spacing
    )
    first_line = _usual(round(p.format.first_line) for p in body if p.format.first_line is not None)
    if section is None and spacing is None and first_line is None:
        return None
    width, height = (
        (section.width or _LETTER[0], section.height or _LETTER[1]) if section else _LETTER
    )
    policy, page = paper.policy, paper.policy.guide.page
    edge = policy.margins
    least, most = policy.sizes_of(paper.structure.body_face)
    heads = [h for h in (section.headers if section else ()) if h.kind == "default"]
    return {
        "width": width,
        "height": height,
        "found": {
            "top": section.top if section else None,
            "bottom": section.bottom if section else None,
            "left": section.left if section else None,
            "right": section.right if section else None,
            "spacing": spacing,
            "first_line": first_line,
            "face": paper.structure.body_face,
            "size": paper.structure.body_size,
            "heads": [
                {
                    "text": h.text,
                    "place": f"{'bottom' if h.foot else 'top'} {h.alignment or 'left'}",
                }
                for h in heads
            ],
        },
        "wanted": {
            "top": edge,
            "bottom": edge,
            "left": edge,
            "right": edge,
            "spacing": policy.body_line_spacing,
            "first_line": page.first_line,
            "face": " or ".join(policy.faces) or None,
            "size": None if least <= (paper.structure.body_size or least) <= most else least,
            "heads": [{"text": _head(paper), "place": page.number_places[0]}],
        },
        "list": _list(paper),
    }


def _head(paper: Paper) -> str:
    """What stands at the head of a page: the number, behind the writer's surname where the guide has it."""
    front = paper.structure.front
    writers = [i for name, i in front.parts if name == "writer"] if front is not None else []
    if paper.policy.guide.page.running_head != "surname" or not writers:
        return "2"
    return f"{paper.paragraph(writers[0]).text.split()[-1]} 2"


def _list(paper: Paper) -> Json | None:
    layouts = [paper.paragraph(e.paragraphs[0]) for e in paper.entries]
    hanging = _usual(
        -round(p.format.first_line) for p in layouts if p.format.first_line is not None
    )
    spacing = _usual(
        round(in_lines(p.format.line_spacing, size_of(p)), 2)
        for p in layouts
        if p.format.line_spacing
    )
    gap = _usual(round(p.format.space_after) for p in layouts if p.format.space_after is not None)
    if hanging is None and spacing is None:
        return None
    wanted = paper.policy.list_line_spacing
    return {
        "found": {"hanging": hanging, "spacing": spacing, "gap": gap},
        "wanted": {
            "hanging": paper.policy.guide.list.hanging,
            "spacing": wanted if wanted is not None else spacing,
            "gap": 0 if (wanted or 0) >= 1.5 else gap,
        },
    }


def _usual(values: Iterable[float]) -> float | None:
    """What most of them are."""
    counted = Counter(values)
    return counted.most_common(1)[0][0] if counted else None
