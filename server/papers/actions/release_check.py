"""Puts a check back whose process died by another's hand; after the second death it is given up."""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone

from grelt.confined import Died

from ..models import Check
from .fail_check import fail_check, why_ended

_MOST_DEATHS = 2


@transaction.atomic
def release_check(check_id: int) -> bool:
    """Whether the check waits again; False where it was not running, or is given up."""
    check = Check.objects.select_for_update().filter(pk=check_id, state=Check.State.RUNNING).first()
    if check is None:
        return False
    check.deaths += 1
    check.save(update_fields=["deaths"])
    if check.deaths >= _MOST_DEATHS:
        fail_check(check, *why_ended(Died()))
        return False
    Check.objects.filter(pk=check.pk).update(state=Check.State.QUEUED, changed_at=timezone.now())
    return True
