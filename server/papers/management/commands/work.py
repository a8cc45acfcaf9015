"""A worker: runs checks from the queue until it is told to stop. There may be any number, on any machines."""

from __future__ import annotations

from typing import Any, cast

from django.core.management.base import BaseCommand, CommandParser
from procrastinate.contrib.django import app
from procrastinate.contrib.django.django_connector import DjangoConnector

from papers.actions.run_check import confinement
from papers.tasks import STALLED_SECONDS

_BEATS = 5


class Command(BaseCommand):
    help = "Run checks from the queue until told to stop."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--slots", type=int, default=2, help="how many checks at a time")

    def handle(self, *args: Any, slots: int, **options: Any) -> None:
        # The process that checks are forked from loads the core now, not when the first paper waits.
        confinement().run(len, "")
        connector = cast(DjangoConnector, app.connector)
        with app.replace_connector(connector.get_worker_connector()) as worker:
            worker.run_worker(
                concurrency=slots,
                delete_jobs="successful",
                update_heartbeat_interval=STALLED_SECONDS / _BEATS,
                stalled_worker_timeout=float(STALLED_SECONDS * 4),
            )
