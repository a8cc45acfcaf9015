"""The picture of an assignment's class, and a slip's course over drafts and over a course's assignments."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from typing import Any

from courses.models import Assignment, Course
from decisions.models import Decision
from grelt import api as core
from papers.models import Check, Draft, Paper, Report
from papers.names import name_of_paper
from papers.queries import papers_of

Json = dict[str, Any]


def picture_of(assignment: Assignment, *, nameless: bool = False) -> Json:
    """The class as its newest drafts stand; without names, if they are to be hidden."""
    return core.class_picture(_handed(assignment, _newest(assignment), nameless=nameless))


def drafts_course(assignment: Assignment) -> Json | None:
    """The course of each slip from draft to draft, of the writers who handed in more than one; None where
    nobody did."""
    numbered: dict[int, list[Draft]] = defaultdict(list)
    for draft in Draft.objects.filter(paper__in=papers_of(assignment).values("pk")).defer(
        "content"
    ):
        numbered[draft.number].append(draft)
    again = {d.paper_id for d in numbered.get(2, ())}
    if not again:
        return None
    stages = [
        (
            f"draft {number}",
            core.class_picture(_handed(assignment, [d for d in drafts if d.paper_id in again])),
        )
        for number, drafts in sorted(numbered.items())
    ]
    return core.term_of(stages)


def term_of(course: Course) -> Json:
    """The course of each slip over the assignments of a course, in the order in which they were made."""
    stages = []
    for assignment in course.assignments.order_by("created_at", "pk"):
        handed = _handed(assignment, _newest(assignment))
        if handed:
            stages.append((assignment.title, core.class_picture(handed)))
    return core.term_of(stages)


def _newest(assignment: Assignment) -> list[Draft]:
    drafts = Draft.objects.filter(paper__in=papers_of(assignment).values("pk")).defer("content")
    return list(drafts.order_by("paper_id", "-number").distinct("paper_id"))


def _handed(
    assignment: Assignment, drafts: Iterable[Draft], *, nameless: bool = False
) -> list[Any]:
    """The papers of drafts that have a report, without what was waived."""
    keys = [d.pk for d in drafts]
    done = Check.objects.filter(draft__in=keys, state=Check.State.DONE, report__isnull=False)
    newest = (
        done.order_by("draft_id", "-pk")
        .distinct("draft_id")
        .select_related("draft__paper__assignment")
    )
    checks = list(newest.defer("draft__content"))
    figures = _figures({check.report_id for check in checks if check.report_id})
    waived: dict[int, set[str]] = defaultdict(set)
    verdicts = Decision.objects.filter(
        paper__assignment=assignment, verdict=Decision.Verdict.WAIVED
    )
    for of, key in verdicts.values_list("paper_id", "finding_key"):
        waived[of].add(key)
    handed = []
    for check in sorted(checks, key=lambda c: c.draft.paper_id):
        paper = check.draft.paper
        handed.append(
            core.handed(
                _called(paper, check.draft, nameless),
                figures[str(check.report_id)],
                title=paper.title,
                address=f"/papers/{paper.pk}",
                waived=frozenset(waived[paper.pk]),
            )
        )
    return handed


def _called(paper: Paper, draft: Draft, nameless: bool) -> str:
    if nameless:
        return f"Paper {paper.pk}"
    return name_of_paper(paper) or draft.file_name


def _figures(keys: set[str]) -> dict[str, Json]:
    """The figures of reports; what an earlier release kept without them is worked out once."""
    found = dict(Report.objects.filter(pk__in=keys).values_list("pk", "figures"))
    for key in [key for key, figures in found.items() if figures is None]:
        report = Report.objects.get(pk=key)
        report.figures = core.paper_figures(report.body)
        report.save(update_fields=["figures"])
        found[key] = report.figures
    return {key: figures for key, figures in found.items() if figures is not None}
