"""Reads of kept records."""

from __future__ import annotations

from datetime import timedelta

from django.db.models import Q
from django.utils import timezone

from grelt import api as core

from .models import Record

LONGEST_IDENTIFIER = 300
# A record may be mended, and a work that had none may get one.
_KEPT, _ABSENCE_KEPT = timedelta(days=30), timedelta(days=1)


def known_to(identifiers: list[str]) -> dict[str, Record]:
    """The answers that are still good, by identifier."""
    now = timezone.now()
    good = Record.objects.filter(
        Q(item__isnull=False, asked_at__gt=now - _KEPT) | Q(asked_at__gt=now - _ABSENCE_KEPT)
    )
    return {r.identifier: r for r in good.filter(identifier__in=identifiers)}


def records_text(identifiers: list[str], problem: str) -> str:
    """What is known of works, as a check takes it in. Of a look-up that failed in part nothing is called
    absent."""
    known = known_to(identifiers)
    found = [known[i] for i in identifiers if i in known]
    prefixes = {p for r in found for p in r.prefixes} if not problem else set()
    return core.records_text([r.item for r in found if r.item], sorted(prefixes), problem)
