"""Queues a check for every paper of an assignment, after its guide or its house rules changed."""

from __future__ import annotations

from django.db import transaction

from courses.models import Assignment

from ..models import Check
from ..queries import newest_drafts
from .queue_check import queue_checks


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
    others = [draft for draft in drafts if draft.pk not in waiting]
    queue_checks(others)
    return len(others)
