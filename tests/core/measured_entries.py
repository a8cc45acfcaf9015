"""What the core makes of a marked entry."""

from __future__ import annotations

from dataclasses import dataclass, field

from grelt.document.fragment import parse_fragment
from grelt.findings import Severity
from grelt.guides import Policy, load_guide
from grelt.paper import Paper, analyse
from grelt.report.engine import Finding, run_rules
from grelt.rules.registry import all_rules
from grelt.works import DateValue, TextValue

from .marked_entries import MarkedEntry

_FAMILIES = ("entry", "integrity")
# Kinds that a guide gives one form, so that nothing in an entry tells them apart.
_ALIKE = (
    {"book", "dataset", "report", "legal", "software", "edited-book", "image"},
    {"web-page", "web-site"},
    {"magazine-article", "newspaper-article"},
)


@dataclass
class Measured:
    """`clean` is a correct entry without error or caution; `wrong` says in words what went amiss."""

    clean: bool = True
    kind_right: bool = True
    elements_total: int = 0
    elements_right: int = 0
    faults_total: int = 0
    faults_found: int = 0
    faults_exact: int = 0
    alarms: list[str] = field(default_factory=list)
    wrong: list[str] = field(default_factory=list)


def measure(entry: MarkedEntry) -> Measured:
    """Check a marked entry as it stands, and with each of its slips."""
    measured = Measured()
    paper, found = _checked(entry.text, entry.guide)
    reference = paper.references.of(0)
    for finding in found:
        measured.clean = False
        measured.alarms.append(finding.rule.id)
        measured.wrong.append(
            f"ALARM {entry.guide} {finding.rule.id} {finding.found!r} -> {finding.slip.expected!r} :: {entry.text}"
        )
    kind = reference.cut.kind
    if kind != entry.kind:
        measured.kind_right = False
        measured.wrong.append(
            f"KIND {entry.guide} {kind} for {entry.kind} ({reference.cut.confidence}) :: {entry.text}"
        )
    for name, words in entry.elements.items():
        measured.elements_total += 1
        said = _said(paper, name)
        if said.strip(" .") == words.strip(" ."):
            measured.elements_right += 1
        else:
            measured.wrong.append(
                f"ELEMENT {entry.guide} {name} {said!r} for {words!r} :: {entry.text}"
            )
    right = paper.references.of(0).cut.written.text
    for fault in entry.faults:
        measured.faults_total += 1
        beside = _journals(entry) if fault.rule == "entry-missing-issue" else ()
        faulty, slips = _checked(fault.text, entry.guide, Severity.ADVICE, beside)
        rules = [f.rule.id for f in slips]
        if fault.rule in rules:
            measured.faults_found += 1
            corrected = faulty.references.of(0).checked.corrected
            if corrected == right or "[" in corrected:
                measured.faults_exact += 1
            else:
                measured.wrong.append(f"INEXACT {entry.guide} {fault.why} :: {corrected}")
        else:
            measured.wrong.append(
                f"MISS {entry.guide} {fault.why} :: {rules} {faulty.references.of(0).cut.kind}"
            )
    return measured


def _said(paper: Paper, name: str) -> str:
    cut = paper.references.of(0).cut
    if name == "year":
        value = cut.work.values.get("date")
        return (
            f"{value.year or value.literal}{value.letter}" if isinstance(value, DateValue) else ""
        )
    names = ("author", "editor", "director", "host") if name == "author" else (name,)
    for element in cut.elements:
        if element.name in names:
            words = element.span.of(cut.written.text)
            if name == "author" and isinstance(cut.work.values.get("handle"), TextValue):
                handle = cut.element("handle")
                return cut.written.text[element.span.start : handle.whole.end] if handle else words
            return words
    return ""


def _journals(entry: MarkedEntry) -> tuple[str, ...]:
    """The right entry beside the one with a slip: that a journal has issues is told by its neighbours."""
    return (entry.text,)


def _checked(
    text: str, guide: str, least: Severity = Severity.CAUTION, beside: tuple[str, ...] = ()
) -> tuple[Paper, list[Finding]]:
    document = parse_fragment("\n".join(("Text.", "# References", text, *beside)))
    paper = analyse(document, Policy(load_guide(guide)))
    rules = [r for r in all_rules().values() if r.family in _FAMILIES and r.id != "entry-uncited"]
    outcome = run_rules(paper, rules, strict=True)
    order = [Severity.ADVICE, Severity.CAUTION, Severity.ERROR]
    return paper, [
        f
        for f in outcome.findings
        if f.slip.entry == 0 and order.index(f.severity) >= order.index(least)
    ]
