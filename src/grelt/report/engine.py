"""Runs the rules. The engine walks, fills messages, weighs severities and counts chances."""

from __future__ import annotations

import re
import string
from collections.abc import Iterable
from dataclasses import dataclass

from ..errors import RuleMisbehaved
from ..findings import RIGHT, Answer, Place, Severity, Slip, Subject
from ..paper import Paper
from ..rules.registry import Registered
from .settle import gathered, habitual, settle
from .waiting import without_what_follows

# Under this confidence an error is reported as a caution, with its doubt.
_SURE_ENOUGH = 0.75
_FORMS = ("in-text", "notes")


@dataclass(frozen=True)
class Finding:
    """A slip with everything the report says of it. `found` is the text at its place."""

    rule: Registered
    severity: Severity
    slip: Slip
    message: str
    found: str | None
    page: int | None


@dataclass(frozen=True)
class Chances:
    """How often a rule could have been broken, and was."""

    broken: int
    chances: int


@dataclass(frozen=True)
class Outcome:
    """What a run of all rules gives. `faults` are rules that crashed, with the error."""

    findings: tuple[Finding, ...]
    chances: dict[str, Chances]
    faults: tuple[tuple[str, str], ...]


def run_rules(paper: Paper, rules: Iterable[Registered], *, strict: bool = False) -> Outcome:
    """Run `rules` over a paper. A rule that crashes costs its own findings only, a slip that
    says nothing (`idle`) itself only; with `strict` the error is raised instead."""
    findings: list[Finding] = []
    chances: dict[str, Chances] = {}
    faults: list[tuple[str, str]] = []
    for registered in rules:
        severity = paper.policy.severity(registered.id)
        if severity is Severity.OFF or (paper.other_system and _of_own_system(registered)):
            continue
        try:
            mine, count = _run(paper, registered, severity)
        except Exception as error:
            if strict:
                raise
            faults.append((registered.id, f"{type(error).__name__}: {error}"))
            continue
        for finding in mine:
            fault = idle(paper, finding.slip)
            if not fault:
                findings.append(finding)
                continue
            if strict:
                raise RuleMisbehaved(f"{registered.id} {fault}: {finding.found!r}")
            faults.append((registered.id, fault))
        if count.chances:
            chances[registered.id] = count
    lists = [entry.list_number for entry in paper.entries]
    settled = without_what_follows(paper, settle(findings))
    counted = {rule: count.chances for rule, count in chances.items()}
    settled = habitual(gathered(settled, lists), counted, on_pages=paper.document.format == "pdf")
    return Outcome(tuple(settled), chances, tuple(faults))


def idle(paper: Paper, slip: Slip) -> str:
    """What makes a slip one that no person could act on, or nothing: it points at no characters, or
    what it expects stands there already."""
    place = slip.place
    if place is None:
        return ""
    if not len(place.span):
        return "" if paper.paragraph(place.paragraph).is_blank else "points at no characters"
    if slip.expected is None or slip.expected != paper.text_at(place):
        return ""
    dressed = bool(slip.markup) and slip.markup != paper.markup_at(place)
    return "" if dressed else "expects what stands there"


def _of_own_system(registered: Registered) -> bool:
    """Whether a rule would only repeat, form by form, that the paper uses another system."""
    return registered.family in _FORMS and not registered.rule.any_system


def subjects(paper: Paper, subject: Subject) -> range:
    """The numbers of the subjects a rule is handed."""
    if subject is Subject.ENTRY:
        return range(len(paper.entries))
    if subject is Subject.CITATION:
        return range(len(paper.citations))
    if subject is Subject.PARAGRAPH:
        return range(len(paper.document.paragraphs))
    if subject is Subject.NOTE:
        return range(len(paper.document.notes))
    return range(1)


def _run(paper: Paper, registered: Registered, severity: Severity) -> tuple[list[Finding], Chances]:
    found: list[Finding] = []
    right = 0
    for number in subjects(paper, registered.rule.subject):
        verdict = registered.rule.check(paper, number)
        if isinstance(verdict, Answer):
            right += verdict is RIGHT
            continue
        found += [_finding(paper, registered, severity, slip) for slip in verdict]
    return found, Chances(len(found), len(found) + right)


def _finding(paper: Paper, registered: Registered, severity: Severity, slip: Slip) -> Finding:
    if severity is Severity.ERROR and slip.confidence < _SURE_ENOUGH:
        severity = Severity.CAUTION
    message = fill(registered.rule.messages[slip.template], dict(slip.holes))
    if slip.doubt:
        message = f"{message} Not sure: {slip.doubt}."
    place = slip.place
    return Finding(
        registered,
        severity,
        slip,
        message,
        paper.text_at(place) if place is not None else None,
        _page(paper, place),
    )


def _page(paper: Paper, place: Place | None) -> int | None:
    """The page of a place; of a place in a note, the page of its marker."""
    if place is None:
        return None
    note = paper.paragraph(place.paragraph).note
    marker = paper.document.note_places.get(note) if note is not None else None
    return paper.structure.pages.of(*marker) if marker is not None else paper.page_of(place)


def fill(template: str, holes: dict[str, str]) -> str:
    """Fill a message's holes. Raises `KeyError` for a hole that nothing fills."""
    names = {name for _, name, _, _ in string.Formatter().parse(template) if name}
    said = template.format_map({name: holes[name] for name in names})
    # A name that ends in a period closes the sentence too.
    return re.sub(r"(?<!\.)\.\.$", ".", said)
