"""Reads of papers. Every one is limited to the owner of the course."""

from __future__ import annotations

from django.db.models import Count, OuterRef, Prefetch, Q, QuerySet, Subquery
from django.shortcuts import get_object_or_404

from courses.models import Assignment
from courses.queries import User

from .models import Check, Draft, Paper


def _with_current(papers: QuerySet[Paper]) -> QuerySet[Paper]:
    """Papers with their drafts (without the files) and each draft's checks (without reports)."""
    checks = Check.objects.defer("report").order_by("-id")
    drafts = (
        Draft.objects.defer("content")
        .order_by("-number")
        .prefetch_related(Prefetch("checks", queryset=checks))
    )
    return papers.prefetch_related(Prefetch("drafts", queryset=drafts)).annotate(
        kept=Count("decisions", filter=Q(decisions__verdict="kept"), distinct=True),
        waived=Count("decisions", filter=Q(decisions__verdict="waived"), distinct=True),
    )


def papers_of(assignment: Assignment) -> QuerySet[Paper]:
    """The papers of an assignment already checked to be the asker's."""
    return _with_current(
        assignment.papers.filter(removed_at__isnull=True).select_related("assignment__course")
    )


def paper_for(user: User, paper_id: int, *, removed: bool = False) -> Paper:
    """One paper of this person's; any other, and a removed one, is not found."""
    papers = Paper.objects.filter(assignment__course__owner_id=user.pk)
    if not removed:
        papers = papers.filter(removed_at__isnull=True)
    return get_object_or_404(
        _with_current(papers).select_related("assignment__course"), pk=paper_id
    )


def current_draft(paper: Paper) -> Draft | None:
    """The newest draft, from what was prefetched."""
    return next(iter(paper.drafts.all()), None)


def current_check(paper: Paper) -> Check | None:
    """The newest check of the newest draft, from what was prefetched (no report in it)."""
    draft = current_draft(paper)
    return next(iter(draft.checks.all()), None) if draft is not None else None


def newest_done(paper: Paper) -> Check | None:
    """The newest finished check of the newest draft, with its report."""
    newest = Draft.objects.filter(paper=OuterRef("draft__paper")).order_by("-number").values("pk")
    return (
        Check.objects.filter(draft__paper=paper, state=Check.State.DONE, draft=Subquery(newest[:1]))
        .order_by("-id")
        .first()
    )


def file_of(paper: Paper) -> Draft:
    """The newest draft with its file."""
    draft = Draft.objects.filter(paper=paper).order_by("-number").first()
    if draft is None:
        raise Draft.DoesNotExist
    return draft
