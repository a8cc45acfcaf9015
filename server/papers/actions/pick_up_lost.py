"""Finds checks that nobody is at work on any more, whatever became of their jobs; and reports that no check
has had for a while."""

from __future__ import annotations

from datetime import timedelta

from django.conf import settings
from django.utils import timezone
from procrastinate.contrib.django.models import ProcrastinateJob

from ..models import Check, Report
from .release_check import release_check

_REPORTS_KEPT = timedelta(days=2)
# Beyond what a check itself may take: its reading before, its rows after.
_MARGIN = timedelta(seconds=30)


def pick_up_lost(tasks: set[str]) -> list[int]:
    """Checks to queue again. `tasks` are the names of jobs that lead to a check."""
    now = timezone.now()
    Report.objects.filter(checks=None, made_at__lt=now - _REPORTS_KEPT).delete()
    longest = now - timedelta(seconds=settings.CHECK_SECONDS) - _MARGIN
    stuck = Check.objects.filter(state=Check.State.RUNNING, changed_at__lt=longest)
    found = [pk for pk in stuck.values_list("pk", flat=True) if release_check(pk)]
    waiting = Check.objects.filter(state=Check.State.QUEUED, changed_at__lt=now - _MARGIN)
    queued = ProcrastinateJob.objects.filter(task_name__in=tasks, status__in=("todo", "doing"))
    known = set(queued.values_list("args__check_id", flat=True))
    return found + [pk for pk in waiting.values_list("pk", flat=True) if pk not in known]
