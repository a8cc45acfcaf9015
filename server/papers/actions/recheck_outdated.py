"""Queues a check for every paper whose newest report was written by another version of the core."""

from __future__ import annotations

from config.urgency import Urgency
from grelt import api as core

from ..models import Check, Draft, Paper
from .queue_check import queue_check


def recheck_outdated() -> int:
    """Queue the checks and return how many. The old reports stay until the new ones are there."""
    count = 0
    for paper in Paper.objects.filter(removed_at__isnull=True):
        draft = Draft.objects.filter(paper=paper).defer("content").order_by("-number").first()
        check = Check.objects.filter(draft=draft).order_by("-id").first()
        if draft is None or check is None or check.state != Check.State.DONE:
            continue
        if check.core_version != core.build_id():
            # Entries may be read otherwise now, and have other addresses.
            Draft.objects.filter(pk=draft.pk).update(identifiers=None)
            queue_check(draft, Urgency.BEHIND)
            count += 1
    return count
