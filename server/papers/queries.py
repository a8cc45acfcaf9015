"""Reads of papers. Every one is limited to those who have a role in the course."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from datetime import datetime

from django.db.models import QuerySet, Subquery
from django.shortcuts import get_object_or_404

from courses.models import Assignment
from courses.policy import hold, theirs
from courses.queries import User

from .models import Check, Draft, Paper

BUSY = (Check.State.QUEUED, Check.State.RUNNING)
# What a check has counted, in its columns.
FIGURES = (
    "pages", "citations", "sources_cited", "entries", "unlisted", "uncited", "slips", "habits", "verdict",
    "points", "unmet",
)  # fmt: skip


def papers_of(assignment: Assignment) -> QuerySet[Paper]:
    """The papers of an assignment already checked to be the asker's, in the order they came."""
    return assignment.papers.filter(removed_at__isnull=True).order_by("pk")


def paper_for(user: User, paper_id: int, *, removed: bool = False) -> Paper:
    """One paper of a course that this person has a role in; any other, and a removed one, is not found."""
    papers = Paper.objects.filter(theirs(user, "assignment__course__")).distinct()
    if not removed:
        papers = papers.filter(removed_at__isnull=True)
    paper = get_object_or_404(papers.select_related("assignment__course"), pk=paper_id)
    hold(user, paper.assignment.course)
    return paper


def newest_drafts(assignment: Assignment) -> list[Draft]:
    """The newest draft of each paper of an assignment, without the file."""
    papers = papers_of(assignment).values("pk")
    drafts = Draft.objects.filter(paper__in=papers).defer("content")
    return list(drafts.order_by("paper_id", "-number").distinct("paper_id"))


def newest_checks(assignment: Assignment) -> list[int]:
    """Keys of the newest check with a report of each paper's newest draft, in the order the papers came."""
    checks = Check.objects.filter(
        draft__in=[d.pk for d in newest_drafts(assignment)], state=Check.State.DONE
    )
    newest = checks.order_by("draft_id", "-pk").distinct("draft_id").values("pk")
    return list(
        Check.objects.filter(pk__in=newest).order_by("draft__paper_id").values_list("pk", flat=True)
    )


@dataclass(frozen=True)
class PaperRow:
    """A paper as lists show it: its newest draft (without the file), the newest check of that, and how many
    findings are decided."""

    paper: Paper
    draft: Draft | None
    check: Check | None
    kept: int
    waived: int


def rows_of(papers: QuerySet[Paper]) -> list[PaperRow]:
    """Papers as lists show them, in a few queries however many there are."""
    found = list(papers.select_related("assignment__course"))
    keys = [p.pk for p in found]
    newest = Draft.objects.filter(paper__in=keys).defer("content", "identifiers")
    drafts = {d.paper_id: d for d in newest.order_by("paper_id", "-number").distinct("paper_id")}
    of_drafts = Check.objects.filter(draft__in=[d.pk for d in drafts.values()])
    checks = {c.draft_id: c for c in of_drafts.order_by("draft_id", "-id").distinct("draft_id")}
    _lend_figures([c for c in checks.values() if c.state in BUSY])
    decided = Counter(Paper.objects.filter(pk__in=keys).values_list("pk", "decisions__verdict"))
    return [
        PaperRow(
            paper,
            draft := drafts.get(paper.pk),
            checks.get(draft.pk) if draft is not None else None,
            decided[paper.pk, "kept"],
            decided[paper.pk, "waived"],
        )
        for paper in found
    ]


def _lend_figures(busy: list[Check]) -> None:
    """Give checks under way, for showing, the figures that the one before has found of the same draft."""
    if not busy:
        return
    done = Check.objects.filter(draft__in=[c.draft_id for c in busy], state=Check.State.DONE)
    before = {c.draft_id: c for c in done.order_by("draft_id", "-id").distinct("draft_id")}
    for check in busy:
        if (known := before.get(check.draft_id)) is not None:
            check.lent = True
            for name in FIGURES:
                setattr(check, name, getattr(known, name))


def changed_since(assignment: Assignment, since: datetime) -> list[int]:
    """Papers of an assignment whose checks went on since then."""
    checks = Check.objects.filter(draft__paper__in=papers_of(assignment), changed_at__gt=since)
    return list(
        checks.order_by("draft__paper_id").values_list("draft__paper_id", flat=True).distinct()
    )


def busy_in(assignment: Assignment) -> int:
    """How many checks of an assignment wait or run."""
    return Check.objects.filter(draft__paper__in=papers_of(assignment), state__in=BUSY).count()


def current_check(paper: Paper) -> Check | None:
    """The newest check of the newest draft."""
    return Check.objects.filter(draft__paper=paper).order_by("-draft__number", "-id").first()


def newest_done(paper: Paper) -> Check | None:
    """The newest finished check of the newest draft."""
    newest = Draft.objects.filter(paper=paper).order_by("-number").values("pk")
    done = Check.objects.filter(state=Check.State.DONE, draft=Subquery(newest[:1]))
    return done.order_by("-id").first()


def file_of(paper: Paper) -> Draft:
    """The newest draft with its file."""
    draft = Draft.objects.filter(paper=paper).order_by("-number").first()
    if draft is None:
        raise Draft.DoesNotExist
    return draft
