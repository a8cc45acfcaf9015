"""The one door into a check: whoever gets through it runs it, and nobody else does."""

from __future__ import annotations

from django.db.models import F
from django.utils import timezone

from ..models import Check


def begin_check(check_id: int) -> Check | None:
    """The check, now running; None where it is gone, done, or somebody else has it."""
    begun = Check.objects.filter(pk=check_id, state=Check.State.QUEUED).update(
        state=Check.State.RUNNING, attempt=F("attempt") + 1, changed_at=timezone.now()
    )
    if not begun:
        return None
    return Check.objects.select_related("draft__paper__assignment").get(pk=check_id)
