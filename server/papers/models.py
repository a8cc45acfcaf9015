"""Papers, their drafts, and what checks say of them."""

from __future__ import annotations

from typing import Any

from django.db import models

from courses.models import Assignment, Course


class Paper(models.Model):
    """One writer's paper for an assignment. `guide` is its own, where it does not go by the assignment's.
    `removed_at` hides it; removing can be undone."""

    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="papers")
    writer = models.CharField(max_length=200, blank=True)
    title = models.CharField(max_length=300, blank=True)
    guide = models.CharField(max_length=60, blank=True)
    # Set by a person: what a check reads in the paper does not change it any more.
    title_by_hand = models.BooleanField(default=False)
    returned_at = models.DateTimeField(null=True, blank=True)
    created_at = models.DateTimeField(auto_now_add=True)
    removed_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ["writer", "id"]

    def __str__(self) -> str:
        return f"{self.writer}: {self.title}"

    @property
    def guide_id(self) -> str:
        """The guide that it is checked by."""
        return self.guide or self.assignment.guide


class Draft(models.Model):
    """One file handed in, kept as it came."""

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="drafts")
    number = models.PositiveIntegerField()
    file_name = models.CharField(max_length=255)
    content = models.BinaryField()
    size = models.PositiveIntegerField()
    sha256 = models.CharField(max_length=64, db_index=True)
    # Whoever tries an upload again sends the same key, and gets the same draft.
    upload_key = models.CharField(max_length=100, unique=True, null=True, blank=True)
    uploaded_at = models.DateTimeField(auto_now_add=True)
    # DOIs and addresses of its entries; null until somebody has looked.
    identifiers: models.JSONField[list[str] | None, list[str] | None] = models.JSONField(
        null=True, blank=True
    )

    class Meta:
        ordering = ["paper", "-number"]
        constraints = [
            models.UniqueConstraint(fields=["paper", "number"], name="one_draft_of_a_number")
        ]


class Report(models.Model):
    """A report as the core wrote it, under the hash of all that decides it: same key, same report. Shared by
    every check that has it, so that what was undone need not be checked anew."""

    key = models.CharField(max_length=64, primary_key=True)
    body: models.JSONField[dict[str, Any], dict[str, Any]] = models.JSONField()
    # What a class needs of it, small; null until it is asked for, of a report of an earlier release.
    figures: models.JSONField[dict[str, Any] | None, dict[str, Any] | None] = models.JSONField(
        null=True, blank=True
    )
    schema = models.PositiveSmallIntegerField()
    made_at = models.DateTimeField(auto_now_add=True)

    def __str__(self) -> str:
        return self.key


class Check(models.Model):
    """A check of a draft, from queue to report.

    It goes from *queued* to *running* by `begin_check` and on by `finish_check`, `fail_check` or, where its
    process died, back by `release_check`; nobody else sets its state. `attempt` counts its beginnings, `deaths`
    how many of them came to nothing. The columns beside the report are for lists.
    """

    class State(models.TextChoices):
        QUEUED = "queued"
        RUNNING = "running"
        DONE = "done"
        FAILED = "failed"

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="checks")
    state = models.CharField(max_length=10, choices=State, default=State.QUEUED)
    attempt = models.PositiveSmallIntegerField(default=0)
    deaths = models.PositiveSmallIntegerField(default=0)
    report = models.ForeignKey(
        Report, on_delete=models.PROTECT, null=True, blank=True, related_name="checks"
    )
    core_version = models.CharField(max_length=20, blank=True)
    records_problem = models.CharField(max_length=200, blank=True)
    error_code = models.CharField(max_length=60, blank=True)
    error_message = models.TextField(blank=True)
    queued_at = models.DateTimeField(auto_now_add=True)
    changed_at = models.DateTimeField(auto_now=True, db_index=True)
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
    # By the house rules; empty and null where they have none.
    verdict = models.CharField(max_length=10, blank=True)
    points = models.FloatField(null=True, blank=True)
    unmet = models.PositiveIntegerField(default=0)
    # Whether the figures are, for showing, those of the check before; never stored.
    lent = False

    class Meta:
        ordering = ["draft", "-id"]


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


class HousePreview(models.Model):
    """What other house rules would do to the papers of an assignment, or of a whole course (no assignment).
    One at most for each. It is done when every paper has its row."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="previews")
    assignment = models.ForeignKey(
        Assignment, on_delete=models.CASCADE, related_name="previews", null=True, blank=True
    )
    guide = models.CharField(max_length=60, blank=True)
    house: models.JSONField[dict[str, Any], dict[str, Any]] = models.JSONField(default=dict)
    total = models.PositiveIntegerField(default=0)
    asked_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-id"]


class PreviewedPaper(models.Model):
    """One paper before and after; an empty `body` where it could not be checked, or is gone meanwhile."""

    preview = models.ForeignKey(HousePreview, on_delete=models.CASCADE, related_name="papers")
    check_id = models.BigIntegerField()
    body: models.JSONField[dict[str, Any], dict[str, Any]] = models.JSONField(default=dict)

    class Meta:
        ordering = ["id"]
        constraints = [
            models.UniqueConstraint(
                fields=["preview", "check_id"], name="one_row_a_previewed_check"
            )
        ]
