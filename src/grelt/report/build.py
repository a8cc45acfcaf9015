"""Writes the report of the contract: plain dictionaries and lists, ready for JSON."""

from __future__ import annotations

from collections import Counter
from typing import Any

from ..document.language import language_of
from ..entries import Entry, OpeningKind
from ..entries.filing import title_filing
from ..paper import Paper
from ..requirements import requirements_of, words_of_text
from ..structure import likely_beginning
from ..text.spans import Span
from .engine import Finding, Outcome
from .entries import entry_form
from .identity import finding_keys
from .leaning import leaning_on
from .marking import points_of, verdict_of
from .page import page_of

SCHEMA_VERSION = 1
_HABIT_LEAST = 3
_HABIT_SHARE = 0.5

Json = dict[str, Any]


def build_report(paper: Paper, outcome: Outcome, *, file: str, guide: Json, inputs: Json) -> Json:
    """The whole report. `guide` and `inputs` are its parts that only the door knows."""
    citation_ids = [f"c{n}" for n in range(1, len(paper.citations) + 1)]
    entry_ids = [f"e{e.position}" for e in paper.entries]
    findings = _findings(paper, outcome.findings, citation_ids, entry_ids)
    habits = _habits(outcome, findings)
    habitual = frozenset(h["rule"] for h in habits if h["habit"])
    return {
        "file": file,
        "guide": guide,
        "inputs": inputs,
        "tally": _tally(paper),
        "paragraphs": [_paragraph(paper, i) for i in range(len(paper.document.paragraphs))],
        "citations": [
            _citation(paper, i, citation_ids, entry_ids) for i in range(len(paper.citations))
        ],
        "notes": _notes(paper, citation_ids),
        "entries": [
            _entry(paper, i, place, citation_ids, entry_ids)
            for i, place in enumerate(_places_expected(paper))
        ],
        "unlisted": _unlisted(paper, citation_ids, entry_ids),
        "list": _list(paper),
        "likely_list": likely_beginning(paper.document) if not paper.entries else None,
        "front": _front(paper),
        "page": page_of(paper),
        "requirements": _requirements(paper, entry_ids),
        "findings": findings,
        "habits": habits,
        # How often each rule had something to look at, broken or not.
        "chances": {r: c.chances for r, c in sorted(outcome.chances.items()) if c.chances},
        "points": points_of(paper.policy.house, outcome.findings, habitual),
        "verdict": verdict_of(paper, outcome.findings, habitual),
        "faults": [{"rule": rule, "error": error} for rule, error in outcome.faults],
    }


def _tally(paper: Paper) -> Json:
    pages = paper.structure.pages
    per_page = [0] * pages.count
    for number in range(len(paper.citations)):
        per_page[_page_of_citation(paper, number) - 1] += 1
    return {
        "pages": pages.count,
        "pages_from": pages.source,
        "words": words_of_text(paper),
        "citations": len(paper.citations),
        "sources_cited": paper.sources_cited,
        "entries": len(paper.entries),
        "unlisted": len(paper.unlisted),
        "uncited": sum(
            i not in paper.matching.cited_by
            and i not in paper.matching.repeats
            and i not in paper.named_by_entries
            for i in range(len(paper.entries))
        ),
        "citations_per_page": per_page,
    }


def _page_of_citation(paper: Paper, number: int) -> int:
    citation = paper.citations[number]
    paragraph = paper.paragraph(citation.paragraph)
    if paragraph.note is not None:
        marker = paper.document.note_places.get(paragraph.note)
        if marker is not None:
            return paper.structure.pages.of(*marker)
        return paper.structure.pages.count
    return paper.structure.pages.of(citation.paragraph, citation.span.start)


def _paragraph(paper: Paper, index: int) -> Json:
    paragraph = paper.paragraph(index)
    pages = paper.structure.pages
    written: Json = {
        "index": index,
        "key": paper.paragraph_keys[index] if paragraph.note is None else None,
        "role": str(paper.structure.roles[index]),
        "page": pages.of(index) if paragraph.note is None else None,
        "text": paragraph.text,
    }
    if paragraph.note is not None:
        marker = paper.document.note_places.get(paragraph.note)
        written["page"] = pages.of(*marker) if marker else pages.count
    written["detail"] = str(paper.structure.details[index]) or None
    written["page_starts"] = list(pages.starts_within(index))
    written["emphasis"] = [
        {"start": s.start, "end": s.end, "kind": kind}
        for kind, spans in (
            ("italic", paragraph.where(lambda f: bool(f.italic))),
            ("bold", paragraph.where(lambda f: bool(f.bold))),
            ("underline", paragraph.where(lambda f: bool(f.underline) and f.link is None)),
        )
        for s in spans
    ]
    layout = paragraph.format
    written["alignment"] = layout.alignment
    written["indent"] = {"left": layout.left, "first_line": layout.first_line}
    return written


def _citation(paper: Paper, number: int, citation_ids: list[str], entry_ids: list[str]) -> Json:
    citation, match = paper.citations[number], paper.matches[number]
    group = len(match.entries) == 1 and (
        paper.entries[match.entries[0]].author.kind is OpeningKind.ORGANISATION
    )
    names = [n.family for n in citation.names.names] if citation.names is not None else []
    if citation.source and citation.title is None and (group or not names):
        names = [citation.source]
    written: Json = {
        "id": citation_ids[number],
        "key": paper.citation_keys[number],
        "form": citation.form,
        "text": citation.text,
        "paragraph": citation.paragraph,
        "start": citation.span.start,
        "end": citation.span.end,
        "page": _page_of_citation(paper, number),
        "names": names,
        "title": citation.title.text if citation.title is not None else None,
        "year": citation.year,
        "locator": citation.locator,
        "match": str(match.degree),
        "entries": [entry_ids[i] for i in match.entries],
        "reason": match.reason,
        "score": round(match.score, 3),
        "by_hand": match.by_hand,
    }
    if citation.parenthesis is not None and citation.form != "parenthetical":
        written["parenthesis"] = {
            "start": citation.parenthesis.start,
            "end": citation.parenthesis.end,
        }
    return written


def _notes(paper: Paper, citation_ids: list[str]) -> list[Json]:
    written = []
    leaning = leaning_on(paper)
    for number, note in enumerate(paper.document.notes, start=1):
        cited = [citation_ids[i] for i in paper.cited_in_notes[number - 1]]
        marker = paper.document.note_places.get(note.id)
        written.append(
            {
                "id": f"n{number}",
                "number": note.number,
                "place": note.kind,
                "typed": note.typed,
                "paragraphs": list(note.paragraphs),
                "kind": paper.kind_of_note(number - 1),
                "text": "\n".join(paper.paragraph(i).text for i in note.paragraphs).strip(),
                "marker": (
                    {"paragraph": marker[0], "offset": marker[1]} if marker is not None else None
                ),
                "citations": cited,
                "leaning": [f"n{below + 1}" for below in leaning[number - 1]],
            }
        )
    return written


def _places_expected(paper: Paper) -> list[int]:
    """The place of each entry, counted from one, in the order that the guide wants."""
    places = {index: place for place, index in enumerate(paper.expected_order, start=1)}
    return [places[index] for index in range(len(paper.entries))]


def _entry(
    paper: Paper, number: int, place: int, citation_ids: list[str], entry_ids: list[str]
) -> Json:
    entry = paper.entries[number]
    return {
        "id": entry_ids[number],
        "key": paper.entry_keys[number],
        "position": entry.position,
        "paragraphs": list(entry.paragraphs),
        "text": entry.text,
        "opening": str(entry.opening.kind),
        "label": entry.label,
        "list": entry.list_number,
        "language": _language(paper, entry),
        "cited_by": [citation_ids[i] for i in paper.matching.cited_by.get(number, ())],
        "expected_position": place,
        **entry_form(paper, number),
    }


def _language(paper: Paper, entry: Entry) -> str | None:
    """The language of the entry's title; of the whole entry where no title was told."""
    span = entry.title.span if entry.title is not None else Span(0, len(entry.text))
    place = entry.place(span)
    return language_of(paper.paragraph(place.paragraph), place.span)


def _requirements(paper: Paper, entry_ids: list[str]) -> list[Json]:
    """What the house asks for, met or not, with what was counted and why."""
    return [
        {
            "key": r.key,
            "rule": r.rule,
            "wanted": r.wanted,
            "found": r.found,
            "met": r.met,
            "maybe": r.maybe,
            "counted": [
                {
                    "label": source.label,
                    "entry": entry_ids[source.entry] if source.entry is not None else None,
                    "because": because,
                }
                for source, because in r.counted
            ],
        }
        for r in requirements_of(paper)
    ]


def _front(paper: Paper) -> Json | None:
    front = paper.structure.front
    if front is None:
        return None
    return {
        "kind": front.kind,
        "parts": [
            {"name": name, "paragraph": index, "text": paper.paragraph(index).text.strip()}
            for name, index in front.parts
        ],
    }


def _unlisted(paper: Paper, citation_ids: list[str], entry_ids: list[str]) -> list[Json]:
    """Sources cited and not listed, each with the place its entry would have in the list."""
    written = []
    for number, source in enumerate(paper.unlisted, start=1):
        key = title_filing(source.label, figures_first=paper.policy.figures_first)
        position = sum(f.by_letters.first <= key.first for f in paper.filings)
        written.append(
            {
                "id": f"u{number}",
                "label": source.label,
                "citations": [citation_ids[i] for i in source.citations],
                "before_position": position + 1,
                "nearest": entry_ids[source.nearest] if source.nearest is not None else None,
                "pair": source.pair,
            }
        )
    return written


def _list(paper: Paper) -> Json | None:
    found = paper.structure.source_list
    if found is None:
        return None
    return {
        "heading": found.heading,
        "heading_text": paper.list_heading.text.strip() if paper.list_heading else None,
        "page": paper.structure.pages.of(
            found.heading if found.heading is not None else found.paragraphs[0]
        ),
        "count": len(paper.structure.lists),
    }


def _findings(
    paper: Paper, findings: tuple[Finding, ...], citation_ids: list[str], entry_ids: list[str]
) -> list[Json]:
    keys = finding_keys(paper, findings)
    written = []
    for number, (finding, key) in enumerate(zip(findings, keys, strict=True), start=1):
        slip = finding.slip
        written.append(
            {
                "id": f"f{number}",
                "key": key,
                "rule": finding.rule.id,
                "family": finding.rule.family,
                "severity": str(finding.severity),
                "entry": entry_ids[slip.entry] if slip.entry is not None else None,
                "citation": citation_ids[slip.citation] if slip.citation is not None else None,
                "note": f"n{slip.note + 1}" if slip.note is not None else None,
                "paragraph": slip.place.paragraph if slip.place is not None else None,
                "start": slip.place.span.start if slip.place is not None else None,
                "end": slip.place.span.end if slip.place is not None else None,
                "page": finding.page,
                "label": finding.rule.rule.label,
                "mark": finding.rule.rule.mark,
                "message": finding.message,
                "remark": paper.policy.house.remarks.get(finding.rule.id),
                "found": finding.found,
                "expected": slip.expected,
                "expected_html": slip.markup or None,
                "fixable": slip.fixable,
                "confidence": round(slip.confidence, 3),
                "related": [citation_ids[i] for i in slip.related],
                "places": [
                    {"paragraph": p.paragraph, "start": p.span.start, "end": p.span.end}
                    for p in slip.places
                ],
            }
        )
    return written


def _habits(outcome: Outcome, findings: list[Json]) -> list[Json]:
    """Slips made again and again: three times or more, and at half the chances or more."""
    by_rule: Counter[str] = Counter()
    for finding in findings:
        by_rule[finding["rule"]] += max(1, len(finding["places"]))
    habits = []
    for rule, count in sorted(by_rule.items()):
        chances = max(outcome.chances[rule].chances, count)
        habit = count >= _HABIT_LEAST and count >= _HABIT_SHARE * chances
        habits.append({"rule": rule, "broken": count, "chances": chances, "habit": habit})
    return habits
