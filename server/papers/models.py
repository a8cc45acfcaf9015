"""Papers, their drafts, and what checks say of them."""

from __future__ import annotations

from typing import Any

from django.db import models

from courses.models import Assignment


class Paper(models.Model):
    """One writer's paper for an assignment. `removed_at` hides it; removing can be undone."""

    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="papers")
    writer = models.CharField(max_length=200, blank=True)
    title = models.CharField(max_length=300, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["writer", "id"]

    def __str__(self) -> str:
        return f"{self.writer}: {self.title}"


class Draft(models.Model):
    """One file handed in, kept as it came."""

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="drafts")
    number = models.PositiveIntegerField()
    file_name = models.CharField(max_length=255)
    content = models.BinaryField()
    size = models.PositiveIntegerField()
    sha256 = models.CharField(max_length=64)
    uploaded_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["paper", "-number"]
        constraints = [
            models.UniqueConstraint(fields=["paper", "number"], name="one_draft_of_a_number")
        ]


class Check(models.Model):
    """A check of a draft, from queue to report.

    `key` is a hash of every input and the core's version: same key, same report.
    The report is stored as the core wrote it; the columns beside it are for lists.
    """

    class State(models.TextChoices):
        QUEUED = "queued"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="checks")
    state = models.CharField(max_length=10, choices=State, default=State.QUEUED)
    key = models.CharField(max_length=64, blank=True)
    core_version = models.CharField(max_length=20, blank=True)
    report: models.JSONField[dict[str, Any] | None, dict[str, Any] | None] = models.JSONField(
        null=True, blank=True
    )
    error_code = models.CharField(max_length=60, blank=True)
    error_message = models.TextField(blank=True)
    queued_at = models.DateTimeField(auto_now_add=True)
    finished_at = models.DateTimeField(null=True, blank=True)
    seconds = models.FloatField(default=0)
    pages = models.PositiveIntegerField(default=0)
    citations = models.PositiveIntegerField(default=0)
    sources_cited = models.PositiveIntegerField(default=0)
    entries = models.PositiveIntegerField(default=0)
    unlisted = models.PositiveIntegerField(default=0)
    uncited = models.PositiveIntegerField(default=0)
    slips = models.PositiveIntegerField(default=0)
    habits = models.PositiveIntegerField(default=0)

    class Meta:
        ordering = ["draft", "-id"]


class CitationRow(models.Model):
    """One citation of a check, to be queried."""

    checked = models.ForeignKey(Check, on_delete=models.CASCADE, related_name="citation_rows")
    ref = models.CharField(max_length=12)
    key = models.CharField(max_length=16, db_index=True)
    form = models.CharField(max_length=20)
    text = models.TextField()
    page = models.PositiveIntegerField()
    match = models.CharField(max_length=12, db_index=True)


class EntryRow(models.Model):
    """One entry of a check, to be queried."""

    checked = models.ForeignKey(Check, on_delete=models.CASCADE, related_name="entry_rows")
    ref = models.CharField(max_length=12)
    key = models.CharField(max_length=16, db_index=True)
    position = models.PositiveIntegerField()
    label = models.TextField()
    text = models.TextField()
    times_cited = models.PositiveIntegerField()


class FindingRow(models.Model):
    """One finding of a check, to be queried."""

    checked = models.ForeignKey(Check, on_delete=models.CASCADE, related_name="finding_rows")
    ref = models.CharField(max_length=12)
    key = models.CharField(max_length=16, db_index=True)
    rule = models.CharField(max_length=60, db_index=True)
    family = models.CharField(max_length=20)
    severity = models.CharField(max_length=10)
    message = models.TextField()
    page = models.PositiveIntegerField(null=True)
