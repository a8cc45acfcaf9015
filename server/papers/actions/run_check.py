"""Runs a check: the core on the stored file, with the assignment's house rules and the joins made
by hand; the report is kept whole, and its parts as rows."""

from __future__ import annotations

import hashlib
import json
import time
from typing import Any

from django.db import transaction
from django.utils import timezone

from grelt import api as core
from sources.looked_up import records_for

from ..models import Check, CitationRow, Draft, EntryRow, FindingRow, Paper


def run_check(check_id: int) -> None:
    """Run a queued check to its end. A check that is gone or done is passed over."""
    check = Check.objects.select_related("draft__paper__assignment").filter(pk=check_id).first()
    if check is None or check.state in (Check.State.DONE, Check.State.FAILED):
        return
    Check.objects.filter(pk=check.pk).update(state=Check.State.RUNNING)
    draft = check.draft
    inputs = _inputs(draft)
    key = _key(draft, inputs)
    began = time.perf_counter()
    try:
        report = _same_report(draft, key) or core.check(
            bytes(draft.content), draft.file_name, inputs
        )
    except core.GreltError as error:
        _fail(check, error.code, error.message)
    except Exception:
        _fail(
            check,
            "check-failed",
            "Grelt could not finish checking this paper; the file is kept. "
            "Try the check again, and if it fails again tell whoever runs Grelt.",
        )
        raise
    else:
        _finish(check, report, key, time.perf_counter() - began)


def _inputs(draft: Draft) -> core.CheckInputs:
    assignment = draft.paper.assignment
    joins = dict(draft.paper.joins.values_list("citation_key", "entry_key"))
    hands = {
        key: {"kind": kind, "borders": borders}
        for key, kind, borders in draft.paper.hands.values_list("entry_key", "kind", "borders")
    }
    return core.CheckInputs(
        guide=assignment.guide,
        house=assignment.house,
        date=timezone.localdate().isoformat(),
        joins=joins,
        hands=hands,
        records=records_for(bytes(draft.content), draft.file_name, assignment.guide),
    )


def _key(draft: Draft, inputs: core.CheckInputs) -> str:
    """A hash of everything that decides the report."""
    parts = [
        draft.sha256, draft.file_name, inputs.guide, inputs.house, inputs.date,
        sorted(inputs.joins.items()), sorted(inputs.hands.items()), inputs.records,
        core.build_id(), core.SCHEMA_VERSION,
    ]  # fmt: skip
    return hashlib.sha256(json.dumps(parts, sort_keys=True).encode()).hexdigest()


def _same_report(draft: Draft, key: str) -> dict[str, Any] | None:
    done = Check.objects.filter(draft=draft, key=key, state=Check.State.DONE).first()
    return done.report if done is not None else None


def _fail(check: Check, code: str, message: str) -> None:
    check.state = Check.State.FAILED
    check.error_code, check.error_message = code, message
    check.finished_at = timezone.now()
    check.save()


@transaction.atomic
def _finish(check: Check, report: dict[str, Any], key: str, seconds: float) -> None:
    tally = report["tally"]
    check.state = Check.State.DONE
    check.key, check.core_version = key, core.build_id()
    check.report = report
    check.seconds = seconds
    check.finished_at = timezone.now()
    for name in ("pages", "citations", "sources_cited", "entries", "unlisted", "uncited"):
        setattr(check, name, tally[name])
    check.slips = len(report["findings"])
    check.habits = sum(h["habit"] for h in report["habits"])
    check.save()
    _write_rows(check, report)
    _name_paper(check.draft.paper, report)
    Check.objects.filter(draft=check.draft, pk__lt=check.pk).delete()


def _write_rows(check: Check, report: dict[str, Any]) -> None:
    CitationRow.objects.bulk_create(
        CitationRow(
            checked=check, ref=c["id"], key=c["key"], form=c["form"], text=c["text"],
            page=c["page"], match=c["match"],
        )
        for c in report["citations"]
    )  # fmt: skip
    EntryRow.objects.bulk_create(
        EntryRow(
            checked=check, ref=e["id"], key=e["key"], position=e["position"], label=e["label"],
            text=e["text"], times_cited=len(e["cited_by"]),
        )
        for e in report["entries"]
    )  # fmt: skip
    FindingRow.objects.bulk_create(
        FindingRow(
            checked=check, ref=f["id"], key=f["key"], rule=f["rule"], family=f["family"],
            severity=f["severity"], message=f["message"], page=f["page"],
        )
        for f in report["findings"]
    )  # fmt: skip


def _name_paper(paper: Paper, report: dict[str, Any]) -> None:
    """Take title and writer from the paper itself, where nobody gave them."""
    parts: dict[str, str] = {}
    for part in (report["front"] or {"parts": []})["parts"]:
        parts.setdefault(part["name"], " ".join(part["text"].split()))
    paper.title = parts.get("title", "")[:300] or paper.title
    paper.writer = paper.writer or parts.get("writer", "")[:200]
    paper.save(update_fields=["title", "writer"])
