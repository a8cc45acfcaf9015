"""Asks the look-up of records for what is not known yet, and keeps its answers."""

from __future__ import annotations

import hashlib

from django.conf import settings
from django.core.cache import cache
from django.utils import timezone

from ..models import Record
from ..queries import known_to
from ..record_service import TOO_MANY, RecordService

# A service that failed is left alone for so many seconds.
_LEFT_ALONE = 20
_FAILED = "records-failed"


def look_up(identifiers: list[str]) -> str:
    """Ask for all that is not known, and keep it. Says what went wrong, in words; empty where nothing did, and
    where no look-up is set up."""
    if not settings.RECORDS_ADDRESS:
        return ""
    unknown = [i for i in dict.fromkeys(identifiers) if i not in known_to(identifiers)]
    asked = unknown[: settings.RECORDS_MOST]
    if not asked:
        return ""
    failed = f"{_FAILED}:{hashlib.sha256(settings.RECORDS_ADDRESS.encode()).hexdigest()}"
    if (before := cache.get(failed)) is not None:
        return str(before)
    service = RecordService(
        settings.RECORDS_ADDRESS, settings.RECORDS_WAIT, settings.RECORDS_WHOLE_WAIT
    )
    answers, problem = service.ask(asked)
    now = timezone.now()
    Record.objects.bulk_create(
        [
            Record(identifier=a.identifier, item=a.item, prefixes=list(a.prefixes), asked_at=now)
            for a in answers
        ],
        update_conflicts=True,
        unique_fields=["identifier"],
        update_fields=["item", "prefixes", "asked_at"],
    )
    if problem:
        cache.set(failed, problem, _LEFT_ALONE)
    return problem or (TOO_MANY if len(unknown) > len(asked) else "")
