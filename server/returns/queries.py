"""Reads of what goes back of a paper already allowed; and the one page that needs no account."""

from __future__ import annotations

from django.db.models import Q
from django.shortcuts import get_object_or_404
from django.utils import timezone

from config.problems import Problem
from courses.queries import User, assignment_for
from decisions.models import Decision
from papers.models import Paper, Report
from papers.queries import newest_done

from .models import PaperReturn, ReturnSet


def return_of(paper: Paper) -> PaperReturn:
    """The return of a paper, as it is so far."""
    return PaperReturn.objects.filter(paper=paper).first() or PaperReturn(paper=paper)


def report_of(paper: Paper) -> Report:
    """The report that goes back. Raises `Problem` where the paper has not been checked."""
    check = newest_done(paper)
    if check is None or check.report is None:
        raise Problem("not-checked", "The paper is not checked yet. It can go back when it is.")
    return check.report


def kept_of(paper: Paper) -> dict[str, str]:
    """The findings that were kept, by key, with the person's own words."""
    kept = Decision.objects.filter(paper=paper, verdict=Decision.Verdict.KEPT)
    return dict(kept.values_list("finding_key", "remark"))


def page_at(token: str) -> str | None:
    """The student's page of a link that holds; None where it was withdrawn, has ended or never was."""
    holds = Q(until=None) | Q(until__gte=timezone.localdate())
    found = PaperReturn.objects.filter(holds, token=token, paper__removed_at=None)
    return found.values_list("page", flat=True).first()


def set_for(user: User, set_id: int) -> ReturnSet:
    """A set that this person asked for, of an assignment that they may still see; any other is not found."""
    found = get_object_or_404(
        ReturnSet.objects.select_related("assignment"), pk=set_id, by_id=user.pk
    )
    assignment_for(user, found.assignment_id)
    return found
