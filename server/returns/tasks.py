"""Jobs of returns: one file of a set, and dropping sets that nobody needs any more."""

from __future__ import annotations

from datetime import timedelta

from django.db import close_old_connections
from django.utils import timezone
from procrastinate.contrib.django import app

from config.urgency import Urgency

from .actions.make_many import make_one
from .models import ReturnSet

_KEPT = timedelta(days=1)


@app.task(name="returns.make_one", queue="checks", priority=Urgency.AT_ONCE)
def make_one_task(set_id: int, paper_id: int) -> None:
    """Make one file of a set."""
    close_old_connections()
    make_one(set_id, paper_id)


@app.periodic(cron="29 * * * *")
@app.task(name="returns.upkeep", queue="upkeep")
def drop_old_sets(timestamp: int) -> None:
    """Drop sets of yesterday: students' papers lie in them."""
    close_old_connections()
    ReturnSet.objects.filter(begun_at__lt=timezone.now() - _KEPT).delete()
