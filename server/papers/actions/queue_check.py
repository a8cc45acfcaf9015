"""Queues a check of a draft; the job commits with the transaction it is asked for in."""

from __future__ import annotations

from django.db import transaction

from ..models import Check, Draft
from ..tasks import run_check_task


@transaction.atomic
def queue_check(draft: Draft) -> Check:
    """A new check, waiting for a worker."""
    check = Check.objects.create(draft=draft)
    run_check_task.defer(check_id=check.pk)
    return check
