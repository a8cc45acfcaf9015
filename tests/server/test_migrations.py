"""Migrations carry over what was stored."""

from __future__ import annotations

from typing import Any

from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import TransactionTestCase


class ReportsByKey(TransactionTestCase):
    """Reports that stood with each check move to one row a key; what was not done is done anew."""

    def setUp(self) -> None:
        self.addCleanup(self.migrate, None)

    def migrate(self, *to: Any) -> Any:
        """Go to these migrations (or the newest of all), and give the models as they are then."""
        executor = MigrationExecutor(connection)
        targets = list(to) if to != (None,) else executor.loader.graph.leaf_nodes()
        executor.migrate(targets)
        return MigrationExecutor(connection).loader.project_state(targets).apps

    def test_what_was_stored_moves_over(self) -> None:
        apps = self.migrate(("papers", "0001_initial"), ("courses", "0001_initial"))
        user = apps.get_model("auth", "User").objects.create(username="vale")
        course = apps.get_model("courses", "Course").objects.create(owner_id=user.pk, name="Shore")
        assignment = apps.get_model("courses", "Assignment").objects.create(
            course_id=course.pk, title="Tides", guide="mla-9"
        )
        paper = apps.get_model("papers", "Paper").objects.create(
            assignment_id=assignment.pk, writer="Iris Vale"
        )
        draft = apps.get_model("papers", "Draft").objects.create(
            paper_id=paper.pk, number=1, file_name="a.docx", content=b"PK", size=2, sha256="0" * 64
        )
        checks = apps.get_model("papers", "Check").objects
        one = checks.create(draft_id=draft.pk, state="done", key="a" * 64, report={"version": "1"})
        two = checks.create(draft_id=draft.pk, state="done", key="a" * 64, report={"version": "2"})
        failed = checks.create(draft_id=draft.pk, state="failed", key="", report=None)
        running = checks.create(draft_id=draft.pk, state="running", key="", report=None)
        keyless = checks.create(draft_id=draft.pk, state="done", key="", report={"version": "0"})

        apps = self.migrate(("papers", "0003_upload_keys"))
        report = apps.get_model("papers", "Report").objects.get()
        self.assertEqual((report.key, report.body), ("a" * 64, {"version": "2"}))
        check = apps.get_model("papers", "Check").objects
        stand = {c.pk: (c.state, c.report_id) for c in check.all()}
        self.assertEqual(
            stand,
            {
                one.pk: ("done", "a" * 64),
                two.pk: ("done", "a" * 64),
                failed.pk: ("failed", None),
                running.pk: ("queued", None),
                keyless.pk: ("queued", None),
            },
        )
        kept = apps.get_model("papers", "Draft").objects.get()
        self.assertEqual((bytes(kept.content), kept.upload_key), (b"PK", None))
