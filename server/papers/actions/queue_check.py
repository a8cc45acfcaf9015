"""Queues a check of a draft; the job commits with the transaction it is asked for in."""

from __future__ import annotations

from django.db import transaction

from ..models import Check, Draft
from ..tasks import run_check_task


@transaction.atomic
def queue_check(draft: Draft) -> Check:
    """A check that waits for a worker: a new one, or the one that waits already."""
    waiting = Check.objects.filter(draft=draft, state=Check.State.QUEUED).first()
    if waiting is not None:
        return waiting
    check = Check.objects.create(draft=draft)
    run_check_task.defer(check_id=check.pk)
    return check
