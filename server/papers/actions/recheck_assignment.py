"""Queues a check for every paper of an assignment, after its guide or its house rules changed."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from courses.models import Assignment

from ..models import Check
from ..queries import newest_drafts
from ..tasks import run_check_task


@transaction.atomic
def recheck_assignment(assignment: Assignment) -> int:
    """How many checks were queued, a few queries for however many papers. Decisions stay; the old reports stay
    until the new ones are there."""
    drafts = newest_drafts(assignment)
    waiting = set(
        Check.objects.filter(
            draft__in=[d.pk for d in drafts], state=Check.State.QUEUED
        ).values_list("draft_id", flat=True)
    )
    checks = Check.objects.bulk_create(Check(draft=d) for d in drafts if d.pk not in waiting)
    jobs: list[dict[str, Any]] = [{"check_id": check.pk} for check in checks]
    if jobs:
        run_check_task.batch_defer(*jobs)
    return len(checks)
