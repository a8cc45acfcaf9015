"""Jobs of bundles: unpacking, and dropping what nobody took in."""

from __future__ import annotations

from datetime import timedelta

from django.db import close_old_connections
from django.utils import timezone
from procrastinate.contrib.django import app

from .actions.unpack import unpack_bundle
from .models import Bundle

_KEPT = timedelta(days=7)


@app.task(name="bundles.unpack", queue="checks")
def unpack_bundle_task(bundle_id: int) -> None:
    """Unpack one bundle."""
    close_old_connections()
    unpack_bundle(bundle_id)


@app.periodic(cron="17 * * * *")
@app.task(name="bundles.upkeep", queue="upkeep")
def drop_old_bundles(timestamp: int) -> None:
    """Drop bundles that nobody has taken in for a week, and what is left of those that are."""
    close_old_connections()
    Bundle.objects.filter(handed_in_at__lt=timezone.now() - _KEPT).delete()
