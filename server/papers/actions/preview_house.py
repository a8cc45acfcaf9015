"""What other house rules would do to the papers of an assignment, worked out before anything is saved."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace
from typing import Any

from django.db import transaction

from courses.actions.change_house import checked
from courses.models import Assignment, laid_over
from grelt import api as core
from grelt.confined import Confined

from ..models import Check, HousePreview, Report
from ..queries import newest_checks
from .run_check import inputs_of, key_of, report_by

Json = dict[str, Any]


@transaction.atomic
def begin_preview(assignment: Assignment, guide: str, house: Json) -> HousePreview:
    """Queue a preview; earlier ones of the assignment are of no use any more. Raises as `checked` does."""
    from ..tasks import preview_house_task

    checked(guide, house, assignment.course)
    HousePreview.objects.filter(assignment=assignment).delete()
    preview = HousePreview.objects.create(
        assignment=assignment, guide=guide, house=house, total=len(newest_checks(assignment))
    )
    preview_house_task.defer(preview_id=preview.pk)
    return preview


def run_preview(preview_id: int) -> None:
    """Check every paper by the new rules; a preview that another has followed ends quietly."""
    preview = (
        HousePreview.objects.filter(pk=preview_id).select_related("assignment__course").first()
    )
    if preview is None or preview.state == HousePreview.State.DONE:
        return
    house = laid_over(preview.assignment.course.house, preview.house)
    papers: list[Json] = []
    for done, check_id in enumerate(newest_checks(preview.assignment), start=1):
        changed = _changed(check_id, preview.guide, house)
        if changed is not None:
            papers.append(changed)
        if not HousePreview.objects.filter(pk=preview_id).update(done=done):
            return
    HousePreview.objects.filter(pk=preview_id).update(
        state=HousePreview.State.DONE, result={"papers": papers, "rules": _by_rule(papers)}
    )


def _changed(check_id: int, guide: str, house: Json) -> Json | None:
    """A paper before and after; None where it could not be checked, or is gone meanwhile."""
    needed = ("draft__paper__assignment__course", "report")
    check = Check.objects.filter(pk=check_id).select_related(*needed).first()
    if check is None or check.report is None:
        return None
    before = check.report.body
    inputs = replace(inputs_of(check), guide=guide, house=house)
    key = key_of(check.draft, inputs)
    try:
        after = report_by(key, check.draft, inputs)
    except (core.GreltError, Confined):
        return None
    # What was worked out is there when the rules are saved.
    Report.objects.get_or_create(key=key, defaults={"body": after, "schema": core.SCHEMA_VERSION})
    paper = check.draft.paper
    old, new = _findings(before), _findings(after)
    return {
        "paper": paper.pk,
        "writer": paper.writer or check.draft.file_name,
        "before": _standing(before),
        "after": _standing(after),
        "gained": dict(Counter(rule for key, rule in new.items() if key not in old)),
        "lost": dict(Counter(rule for key, rule in old.items() if key not in new)),
    }


def _findings(report: Json) -> dict[str, str]:
    return {f["key"]: f["rule"] for f in report["findings"]}


def _standing(report: Json) -> Json:
    points, verdict = report.get("points"), report.get("verdict")
    return {
        "slips": len(report["findings"]),
        "points": points["whole"] if points else None,
        "verdict": verdict["verdict"] if verdict else None,
    }


def _by_rule(papers: list[Json]) -> list[Json]:
    """Findings gained and lost by rule, those that change most first."""
    gained: Counter[str] = Counter()
    lost: Counter[str] = Counter()
    for paper in papers:
        gained.update(paper["gained"])
        lost.update(paper["lost"])
    rules = sorted({*gained, *lost}, key=lambda rule: (-(gained[rule] + lost[rule]), rule))
    return [{"rule": rule, "gained": gained[rule], "lost": lost[rule]} for rule in rules]
