"""Checks a paper again after something was set right: at once if that is quick, else by the queue."""

from __future__ import annotations

from django.db.models import Max

from ..models import Check, Paper
from ..queries import file_of
from .queue_check import queue_check
from .run_check import run_check

_AT_ONCE_SECONDS = 2.0


def recheck_now(paper: Paper) -> None:
    """A person who set something right sees its effect at once; a long paper's check is queued."""
    draft = file_of(paper)
    last = Check.objects.filter(draft=draft, state=Check.State.DONE).aggregate(s=Max("seconds"))
    if (last["s"] or 0.0) > _AT_ONCE_SECONDS:
        queue_check(draft)
        return
    check = Check.objects.create(draft=draft)
    run_check(check.pk)
