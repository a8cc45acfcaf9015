"""The list put right: its entries corrected, in their order, under the heading that the guide asks for."""

from __future__ import annotations

import re
from dataclasses import dataclass
from html import escape

from ..guides import Policy, load_guide
from .gather import Json
from .letter import stretches


@dataclass(frozen=True)
class Listed:
    """An entry as it should stand: stretches with whether they are in italics. `was` is what stood there,
    where that is another; `moved` says that it stood elsewhere."""

    runs: tuple[tuple[str, bool], ...]
    was: str = ""
    moved: bool = False

    @property
    def text(self) -> str:
        return "".join(words for words, _ in self.runs)

    @property
    def html(self) -> str:
        """The entry with italics as `<i>`."""
        return "".join(
            f"<i>{escape(t, quote=False)}</i>" if italic else escape(t, quote=False)
            for t, italic in self.runs
        )


@dataclass(frozen=True)
class PutRight:
    """A whole list; `hanging` in points, `spacing` in lines."""

    heading: str
    entries: tuple[Listed, ...]
    hanging: float
    spacing: float
    bold_heading: bool


def put_right(report: Json) -> PutRight:
    """The list of a report, corrected as far as the paper tells what belongs there."""
    entries = sorted(report["entries"], key=lambda e: (e["list"], e["expected_position"]))
    led = _leads(report["entries"], entries)
    policy = Policy(load_guide(report["guide"]["id"]))
    wanted = ((report["page"] or {}).get("list") or {}).get("wanted") or {}
    found = (report["list"] or {}).get("heading_text") or ""
    right = policy.list_headings(len(entries))
    return PutRight(
        found if found in right else right[0],
        tuple(_listed(entry, led[entry["id"]]) for entry in entries),
        wanted.get("hanging") or policy.guide.list.hanging,
        wanted.get("spacing") or policy.list_line_spacing or 1.0,
        policy.guide.list.heading_print == "bold",
    )


# Marks in the place of a name that the entry before has.
_MARKS = re.compile(r"^(?:-{2,6}|[–—⸺⸻―]{1,6})(?=[.,])")


def _leads(entries: list[Json], ordered: list[Json]) -> dict[str, tuple[str, str]]:
    """What each entry begins with, and what it should begin with in its new place: the first of an author's
    works has the name, the others the marks that the list has for it."""
    name = ""
    names: dict[str, str] = {}
    begins: dict[str, str] = {}
    for entry in entries:
        text = _text(entry["corrected_html"] or entry["written_html"])
        marks = _MARKS.match(text)
        author = next((e["text"] for e in entry["elements"] if e["name"] == "author"), "")
        if marks is None:
            name = author if author and text.startswith(author) else ""
        names[entry["id"]] = name
        begins[entry["id"]] = marks.group() if marks is not None else name
    marks_of = {
        names[i]: lead for i, lead in begins.items() if _MARKS.match(f"{lead}.") and names[i]
    }
    led: dict[str, tuple[str, str]] = {}
    before = ""
    for entry in ordered:
        mine, begin = names[entry["id"]], begins[entry["id"]]
        again = mine and mine == before and mine in marks_of
        led[entry["id"]] = (begin, (marks_of[mine] if again else mine) or begin)
        before = mine
    return led


def _text(html: str) -> str:
    return "".join(words for words, _ in stretches(html))


def _listed(entry: Json, lead: tuple[str, str]) -> Listed:
    right, written = entry["corrected_html"] or entry["written_html"], entry["written_html"]
    begin, wanted = lead
    if begin != wanted and right.startswith(escape(begin, quote=False)):
        # A name that ends in an initial has its period already.
        rest = right[len(escape(begin, quote=False)) :]
        wanted = wanted.removesuffix(".") if rest.startswith(".") else wanted
        right = escape(wanted, quote=False) + rest
    runs = stretches(right)
    moved = entry["expected_position"] != entry["position"]
    changed = "".join(w for w, _ in runs) != "".join(
        w for w, _ in stretches(written)
    ) or runs != stretches(written)
    return Listed(runs, " ".join(entry["text"].split()) if changed else "", moved)
