"""Jobs of bundles: unpacking, looking at their files, and dropping what nobody took in."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from django.db import close_old_connections
from django.utils import timezone
from procrastinate.contrib.django import app

from config.urgency import Urgency

from .actions.look_at import look_at_file, to_look_at
from .actions.unpack import unpack_bundle
from .models import Bundle

_KEPT = timedelta(days=7)
# So many files are looked at in one job: a job costs as much as a look.
_A_JOB = 8


@app.task(name="bundles.unpack", queue="checks", priority=Urgency.SOON)
def unpack_bundle_task(bundle_id: int) -> None:
    """Unpack one bundle, and have its files looked at, on all cores."""
    close_old_connections()
    unpack_bundle(bundle_id)
    files = to_look_at(bundle_id)
    jobs: list[dict[str, Any]] = [
        {"files": files[at : at + _A_JOB]} for at in range(0, len(files), _A_JOB)
    ]
    if jobs:
        look_at_files_task.batch_defer(*jobs)


@app.task(name="bundles.look_at_files", queue="checks", priority=Urgency.AT_ONCE)
def look_at_files_task(files: list[int]) -> None:
    """Read whose some files are."""
    close_old_connections()
    for number in files:
        look_at_file(number)


@app.periodic(cron="17 * * * *")
@app.task(name="bundles.upkeep", queue="upkeep")
def drop_old_bundles(timestamp: int) -> None:
    """Drop bundles that nobody has taken in for a week, and what is left of those that are."""
    close_old_connections()
    Bundle.objects.filter(handed_in_at__lt=timezone.now() - _KEPT).delete()
