"""Queues a check for every paper of an assignment, after its guide or its house rules changed."""

from __future__ import annotations

from courses.models import Assignment

from ..models import Draft
from ..queries import newest_drafts
from .queue_check import queue_check


def recheck_assignment(assignment: Assignment) -> int:
    """How many checks were queued. Decisions stay; the old reports stay until the new ones are there."""
    drafts: list[Draft] = newest_drafts(assignment)
    for draft in drafts:
        queue_check(draft)
    return len(drafts)
