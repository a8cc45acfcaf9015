"""What other house rules would do to the papers of an assignment, worked out before anything is saved."""

from __future__ import annotations

from collections import Counter
from contextlib import suppress
from dataclasses import replace
from typing import Any

from django.db import IntegrityError, transaction

from courses.actions.change_house import checked
from courses.models import Assignment, Course, laid_over
from grelt import api as core
from grelt.confined import Confined

from ..models import Check, HousePreview, PreviewedPaper, Report
from ..queries import newest_checks
from .run_check import inputs_of, key_of, report_by

Json = dict[str, Any]


@transaction.atomic
def begin_preview(assignment: Assignment, guide: str, house: Json) -> HousePreview:
    """Queue a preview for an assignment; earlier ones are of no use any more. Raises as `checked` does."""
    checked(guide, house, assignment.course)
    return _begun(
        HousePreview(course=assignment.course, assignment=assignment, guide=guide, house=house),
        [assignment],
    )


@transaction.atomic
def begin_course_preview(course: Course, house: Json) -> HousePreview:
    """The same for all papers of a course, whose assignments keep what they set themselves."""
    core.house_rules(house)
    assignments = list(course.assignments.all())
    for assignment in assignments:
        core.house_rules(laid_over(house, assignment.house))
    return _begun(HousePreview(course=course, house=house), assignments)


def _begun(preview: HousePreview, assignments: list[Assignment]) -> HousePreview:
    from ..tasks import preview_paper_task

    HousePreview.objects.filter(course=preview.course, assignment=preview.assignment).delete()
    checks = [check for assignment in assignments for check in newest_checks(assignment)]
    preview.total = len(checks)
    preview.save()
    jobs: list[Json] = [{"preview_id": preview.pk, "check_id": check} for check in checks]
    if jobs:
        # A job a paper: they are worked out side by side.
        preview_paper_task.batch_defer(*jobs)
    return preview


def preview_paper(preview_id: int, check_id: int) -> None:
    """Check one paper by the new rules; a preview that another has followed ends quietly."""
    preview = HousePreview.objects.filter(pk=preview_id).select_related("course").first()
    if preview is None or preview.papers.filter(check_id=check_id).exists():
        return
    body = _changed(check_id, preview)
    with suppress(IntegrityError):  # it may be gone meanwhile
        PreviewedPaper.objects.get_or_create(
            preview=preview, check_id=check_id, defaults={"body": body or {}}
        )


def result_of(preview: HousePreview) -> Json | None:
    """What the rules would do, paper by paper and rule by rule; None while papers are still looked at."""
    bodies = list(preview.papers.values_list("body", flat=True))
    if len(bodies) < preview.total:
        return None
    papers = sorted((b for b in bodies if b), key=lambda b: (b["writer"], b["paper"]))
    return {"papers": papers, "rules": _by_rule(papers)}


def _changed(check_id: int, preview: HousePreview) -> Json | None:
    """A paper before and after; None where it could not be checked, or is gone meanwhile."""
    needed = ("draft__paper__assignment__course", "report")
    check = Check.objects.filter(pk=check_id).select_related(*needed).first()
    if check is None or check.report is None:
        return None
    before = check.report.body
    paper = check.draft.paper
    if preview.assignment_id is None:
        house = laid_over(preview.house, paper.assignment.house)
    else:
        house = laid_over(preview.course.house, preview.house)
    guide = paper.guide or preview.guide or paper.assignment.guide
    inputs = replace(inputs_of(check), guide=guide, house=house)
    key = key_of(check.draft, inputs)
    try:
        after = report_by(key, check.draft, inputs)
    except (core.GreltError, Confined):
        return None
    # What was worked out is there when the rules are saved.
    Report.objects.get_or_create(key=key, defaults={"body": after, "schema": core.SCHEMA_VERSION})
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
