"""What goes back to a student: the letter's own words, and a page to read without an account."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from courses.models import Assignment
from papers.models import Paper


class PaperReturn(models.Model):
    """The return of a paper. What it says is made of the report and of what was kept; here is what a person
    adds.

    `without` has the rounds that are left out. `token` is the address of the student's page, which shows
    `page` as it was when the link was made, until the day `until`; no token: no page."""

    paper = models.OneToOneField(Paper, on_delete=models.CASCADE, related_name="sent_back")
    words = models.TextField(blank=True)
    without: models.JSONField[list[str], list[str]] = models.JSONField(default=list)
    token = models.CharField(max_length=60, unique=True, null=True, blank=True)
    until = models.DateField(null=True, blank=True)
    page = models.TextField(blank=True)

    def __str__(self) -> str:
        return f"return of {self.paper}"


class ReturnSet(models.Model):
    """Returns of many papers, made by jobs: done when there are as many files as papers."""

    assignment = models.ForeignKey(Assignment, on_delete=models.CASCADE, related_name="return_sets")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    form = models.CharField(max_length=20)
    total = models.PositiveIntegerField()
    begun_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-id"]


class SetFile(models.Model):
    """One file of a set; `problem` says why there is none."""

    of = models.ForeignKey(ReturnSet, on_delete=models.CASCADE, related_name="files")
    paper_id = models.BigIntegerField()
    writer = models.CharField(max_length=255, blank=True)
    name = models.CharField(max_length=200, blank=True)
    content = models.BinaryField(default=bytes)
    problem = models.TextField(blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["of", "paper_id"], name="one_file_a_paper")]
