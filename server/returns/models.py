"""What goes back to a student: the letter's own words, and a page to read without an account."""

from __future__ import annotations

from django.db import models

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
