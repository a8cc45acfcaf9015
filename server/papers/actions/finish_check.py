"""The one door out of a check that succeeded: report, rows and paper in one short transaction."""

from __future__ import annotations

from typing import Any

from django.db import transaction
from django.utils import timezone

from courses.writers import whose
from grelt import api as core

from ..models import Check, Draft, FindingRow, Paper, Report


@transaction.atomic
def finish_check(check: Check, key: str, body: dict[str, Any], seconds: float) -> bool:
    """Keep the report. Whether it was still this attempt's to finish."""
    # The paper first, as everybody does who writes to it and its checks.
    paper = Paper.objects.select_for_update().filter(pk=check.draft.paper_id).first()
    running = Check.objects.filter(
        pk=check.pk, state=Check.State.RUNNING, attempt=check.attempt
    )  # fmt: skip
    if paper is None or not running.exists():
        return False
    report, _ = Report.objects.get_or_create(
        key=key,
        defaults={
            "body": body,
            "figures": core.paper_figures(body),
            "schema": core.SCHEMA_VERSION,
        },
    )
    tally = body["tally"]
    now = timezone.now()
    running.update(
        state=Check.State.DONE,
        report=report,
        core_version=core.build_id(),
        seconds=seconds,
        finished_at=now,
        changed_at=now,
        slips=len(body["findings"]),
        habits=sum(h["habit"] for h in body["habits"]),
        verdict=body["verdict"]["verdict"] if body["verdict"] else "",
        points=body["points"]["whole"] if body["points"] else None,
        unmet=sum(not r["met"] and not r["maybe"] for r in body["requirements"]),
        **{
            n: tally[n]
            for n in ("pages", "citations", "sources_cited", "entries", "unlisted", "uncited")
        },
    )
    FindingRow.objects.bulk_create(
        FindingRow(
            checked=check, ref=f["id"], key=f["key"], rule=f["rule"], family=f["family"],
            severity=f["severity"], message=f["message"], page=f["page"],
        )
        for f in body["findings"]
    )  # fmt: skip
    _name_paper(paper, body)
    Check.objects.filter(draft=check.draft, pk__lt=check.pk).exclude(
        state=Check.State.RUNNING
    ).delete()
    return True


def _name_paper(paper: Paper, report: dict[str, Any]) -> None:
    """Take title and writer from the paper itself, where nobody gave them."""
    parts: dict[str, str] = {}
    for part in (report["front"] or {"parts": []})["parts"]:
        parts.setdefault(part["name"], " ".join(part["text"].split()))
    if not paper.title_by_hand:
        paper.title = parts.get("title", "")[:300] or paper.title
    if not paper.writer:
        paper.writer = _whose(paper, core.writer_of(report))
    paper.save(update_fields=["title", "writer"])


def _whose(paper: Paper, said: str) -> str:
    """Whom the paper names, as the class list has them; whom its file names, where the paper names nobody."""
    names = list(paper.assignment.course.writers.values_list("name", flat=True))
    newest = Draft.objects.filter(paper=paper).defer("content").order_by("-number").first()
    return whose(names, said, newest.file_name if newest is not None else "")[:200]
