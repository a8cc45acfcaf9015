"""Brings the database up to date, and loads the demo where asked to, in one process for a quick start."""

from __future__ import annotations

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandParser

from papers.actions.recheck_outdated import recheck_outdated


class Command(BaseCommand):
    help = (
        "Migrate, load the demo data once where asked to, queue checks that another version made."
    )

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--demo", action="store_true", help="load the demo and its account")

    def handle(self, *args: Any, demo: bool, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0)
        call_command("createcachetable", verbosity=0)
        if demo:
            call_command("load_demo")
        outdated = recheck_outdated()
        if outdated:
            self.stdout.write(f"{outdated} papers are checked again by the new version.")
