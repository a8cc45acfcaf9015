"""A paper's drafts beside one another: what was mended, what is still there, what is new, by the stable keys of
findings, each with its words in either draft."""

from __future__ import annotations

from typing import Any

from decisions.models import Decision
from grelt import api as core
from papers.models import Check, Draft, Paper
from papers.names import shown_report

Json = dict[str, Any]


def drafts_of(paper: Paper) -> Json:
    """The drafts of a paper, the first one first, and the newest beside the one before it (null: there is but
    one, or one of the two could not be read)."""
    drafts = list(Draft.objects.filter(paper=paper).defer("content").order_by("number"))
    reports = _reports(paper, drafts)
    shown = [
        {
            "number": draft.number,
            "file_name": "" if paper.assignment.names_hidden else draft.file_name,
            "uploaded_at": draft.uploaded_at,
            "slips": len(reports[draft.pk]["findings"]) if draft.pk in reports else None,
        }
        for draft in drafts
    ]
    compared = None
    if len(drafts) > 1 and all(d.pk in reports for d in drafts[-2:]):
        before, after = (reports[d.pk] for d in drafts[-2:])
        compared = _compared(before, after, _asked(paper))
    return {"drafts": shown, "compared": compared}


def _reports(paper: Paper, drafts: list[Draft]) -> dict[int, Json]:
    checks = Check.objects.filter(draft__in=[d.pk for d in drafts], state=Check.State.DONE)
    newest = checks.select_related("report").order_by("draft_id", "-pk").distinct("draft_id")
    return {
        check.draft_id: shown_report(paper, check.report.body)
        for check in newest
        if check.report is not None
    }


def _asked(paper: Paper) -> set[str]:
    kept = Decision.objects.filter(paper=paper, verdict=Decision.Verdict.KEPT)
    return set(kept.values_list("finding_key", flat=True))


def _compared(before: Json, after: Json, asked: set[str]) -> list[Json]:
    """Every finding of either draft, once: those of the newest in their order, then those that are gone."""
    led = _led(before["findings"], after["findings"])
    still = {f["key"] for f in led.values()}
    rows = [_row(f, asked, led.get(f["key"]), f, before, after) for f in after["findings"]]
    gone = [f for f in before["findings"] if f["key"] not in still]
    return rows + [_row(f, asked, f, None, before, after) for f in gone]


def _led(before: list[Json], after: list[Json]) -> dict[str, Json]:
    """For each finding that is still there, by its key, the one that it was: by identity, or else, where the
    words round it were written anew, the next that says the same of the same."""
    old = {f["key"]: f for f in before}
    led = {f["key"]: old[f["key"]] for f in after if f["key"] in old}
    left: dict[tuple[str, str], list[Json]] = {}
    for finding in before:
        if finding["key"] not in led:
            left.setdefault((finding["rule"], finding["message"]), []).append(finding)
    for finding in after:
        alike = left.get((finding["rule"], finding["message"]))
        if finding["key"] not in led and alike:
            led[finding["key"]] = alike.pop(0)
    return led


def _row(
    finding: Json, asked: set[str], was: Json | None, now: Json | None, before: Json, after: Json
) -> Json:
    """A finding as the comparison shows it, with its place in each draft that has it."""
    return {
        "key": finding["key"],
        "rule": finding["rule"],
        "label": finding["label"],
        "message": finding["message"],
        "severity": finding["severity"],
        "asked": any(f is not None and f["key"] in asked for f in (was, now)),
        "before": _place(was, before),
        "after": _place(now, after),
    }


def _place(finding: Json | None, report: Json) -> Json | None:
    """Where a finding stands in a draft, with the words round it; None where it is not there."""
    if finding is None:
        return None
    at = next(i for i, f in enumerate(report["findings"]) if f["key"] == finding["key"])
    return {"at": at, "page": finding["page"], **core.excerpt(report, finding)}
