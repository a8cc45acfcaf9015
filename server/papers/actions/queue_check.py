"""Queues a check of a draft; the job commits with the transaction it is asked for in."""

from __future__ import annotations

from django.conf import settings
from django.db import transaction

from ..models import Check, Draft
from ..tasks import ask_for_records_task, run_check_task


@transaction.atomic
def queue_check(draft: Draft) -> Check:
    """A check that waits for a worker: a new one, or the one that waits already.

    Where records are looked up, that comes first, as a job of its own."""
    waiting = Check.objects.filter(draft=draft, state=Check.State.QUEUED).first()
    if waiting is not None:
        return waiting
    check = Check.objects.create(draft=draft)
    (ask_for_records_task if settings.RECORDS_ADDRESS else run_check_task).defer(check_id=check.pk)
    return check
