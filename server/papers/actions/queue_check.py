"""Queues a check of a draft; the job commits with the transaction it is asked for in."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

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


@transaction.atomic
def queue_checks(drafts: Iterable[Draft], urgency: Urgency = Urgency.CLASS) -> None:
    """Checks of drafts that have none waiting, in two queries however many there are."""
    checks = Check.objects.bulk_create(Check(draft=draft) for draft in drafts)
    if checks:
        jobs: list[dict[str, Any]] = [{"check_id": check.pk} for check in checks]
        run_check_task.configure(priority=urgency).batch_defer(*jobs)
