"""Queues a check of a draft; the job commits with the transaction it is asked for in."""

from __future__ import annotations

from django.db import transaction

from config.urgency import Urgency

from ..models import Check, Draft
from ..tasks import run_check_task


@transaction.atomic
def queue_check(draft: Draft, urgency: Urgency = Urgency.AT_ONCE) -> Check:
    """A check that waits for a worker: a new one, or the one that waits already, which comes sooner where that
    is asked for."""
    check = Check.objects.filter(draft=draft, state=Check.State.QUEUED).first()
    if check is not None and urgency <= Urgency.CLASS:
        return check
    check = check or Check.objects.create(draft=draft)
    # A second job of one check finds it begun, and passes it over.
    run_check_task.configure(priority=urgency).defer(check_id=check.pk)
    return check
