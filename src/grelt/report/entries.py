"""An entry in the report: its kind, elements, fields, the entry put right, and its pieces side by
side for the bench."""

from __future__ import annotations

from html import escape
from typing import Any

from ..cutting import CutElement
from ..entries import Entry, OpeningKind
from ..exchange import csl_of
from ..paper import Paper
from ..references import Reference
from ..text.spans import Span

Json = dict[str, Any]

_LEFT_OUT = frozenset(("words", "review-of", "retrieved"))


def entry_form(paper: Paper, number: int) -> Json:
    """The parts of an entry's report that its form decides."""
    entry = paper.entries[number]
    reference = paper.references.of(number)
    cut = reference.cut
    told = not reference.unclear and cut.kind != "unknown"
    corrected = told and not reference.bare
    return {
        "kind": cut.kind if told else "unknown",
        "kind_confidence": cut.confidence if told else 0.0,
        "runner_up": cut.runner_up if told and cut.runner_up else None,
        "set_by_hand": cut.by_hand,
        "elements": _elements(entry, reference),
        "fields": _fields(entry, reference),
        "corrected": reference.checked.corrected if corrected else None,
        "corrected_html": reference.checked.markup if corrected else None,
        "written_html": _written_html(reference),
        "alignment": [
            {
                "element": row.element,
                "written": row.written,
                "expected": row.expected,
                "state": row.state,
                "dress": row.dress,
                "rules": list(row.rules),
            }
            for row in reference.checked.aligned
        ],
        "foreign": reference.foreign or None,
    }


def _elements(entry: Entry, reference: Reference) -> list[Json]:
    """Elements with their borders in the entry's own text. What was told before any kind (author, title)
    stands where the entry could not be cut."""
    if not reference.cut.elements:
        return [
            {
                "name": e.name,
                "text": e.text,
                "start": e.span.start,
                "end": e.span.end,
                "confidence": 0.5,
            }
            for e in entry.elements
        ]
    found = [
        piece
        for element in reference.cut.elements
        if element.name not in _LEFT_OUT
        for piece in _pieces(element, reference)
    ]
    return sorted(found, key=lambda e: (e["start"], e["end"]))


def _pieces(element: CutElement, reference: Reference) -> list[Json]:
    flat = reference.cut.written.flat
    parts = element.parts or ((element.name, element.span),)
    sure = 1.0 if reference.cut.by_hand else reference.cut.confidence
    return [
        {
            "name": name,
            "text": span.of(flat.text),
            "start": flat.back(span).start,
            "end": flat.back(span).end,
            "confidence": round(
                max(sure, 0.9) if element.value is not None and element.dress != "plain" else sure,
                3,
            ),
        }
        for name, span in parts
        if len(span)
    ]


def _fields(entry: Entry, reference: Reference) -> Json:
    """The elements under the names of CSL-JSON. Nothing is made up."""
    fields = csl_of(reference.cut.work)
    if reference.unclear or reference.cut.kind == "unknown":
        fields.pop("type", None)
        fields["custom"].pop("kind", None)
    if (
        "author" not in fields
        and entry.author.kind is OpeningKind.PERSON
        and not _led_otherwise(reference)
    ):
        fields["author"] = [
            {k: v for k, v in (("family", p.family), ("given", p.given), ("suffix", p.suffix)) if v}
            for p in entry.persons
        ]
    return fields


def _led_otherwise(reference: Reference) -> bool:
    return bool(
        reference.cut.work.values.keys() & {"editor", "director", "host", "translator", "performer"}
    )


def _written_html(reference: Reference) -> str:
    """The entry as written, with its italics, for laying beside the corrected one."""
    written = reference.cut.written
    out: list[str] = []
    at = 0
    for span in (*written.italics, Span(len(written.text), len(written.text))):
        out.append(escape(written.text[at : span.start], quote=False))
        if len(span):
            out.append(f"<i>{escape(span.of(written.text), quote=False)}</i>")
        at = span.end
    return "".join(out)
