"""What a person decides of a paper. It hangs on the stable keys of findings, citations and
entries, and so outlives a new check and a new draft."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models

from papers.models import Paper


class Decision(models.Model):
    """Kept or waived, with a remark. No row: not decided.

    `version` is the step that wrote it: a write that has seen another one is stale."""

    class Verdict(models.TextChoices):
        KEPT = "kept"
        WAIVED = "waived"
        OPEN = "open"

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="decisions")
    finding_key = models.CharField(max_length=16)
    rule = models.CharField(max_length=60)
    verdict = models.CharField(max_length=10, choices=Verdict)
    remark = models.TextField(blank=True)
    version = models.BigIntegerField(default=0)
    # Nobody: decided in an earlier release, or by somebody who is gone.
    by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, blank=True, related_name="+"
    )
    decided_at = models.DateTimeField(auto_now=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["paper", "finding_key"], name="one_decision_a_finding")
        ]


class Join(models.Model):
    """A match made by hand: this citation means that entry, or none (an empty key)."""

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="joins")
    citation_key = models.CharField(max_length=16)
    entry_key = models.CharField(max_length=16, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["paper", "citation_key"], name="one_join_a_citation")
        ]


class EntryHand(models.Model):
    """What a person has set right in one entry: its kind, and borders of elements."""

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="hands")
    entry_key = models.CharField(max_length=16)
    kind = models.CharField(max_length=60, blank=True)
    borders: models.JSONField[list[list[Any]], list[list[Any]]] = models.JSONField(default=list)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["paper", "entry_key"], name="one_hand_an_entry")
        ]


class ParagraphHand(models.Model):
    """What a person says that a paragraph is: where the list begins, a heading, the writer."""

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="paragraph_hands")
    paragraph_key = models.CharField(max_length=16)
    role = models.CharField(max_length=20)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["paper", "paragraph_key"], name="one_hand_a_paragraph")
        ]


class Step(models.Model):
    """One thing done to a paper, with what was there before, so that it can be undone."""

    class Kind(models.TextChoices):
        DECIDE = "decide"
        JOIN = "join"
        READ = "read"
        PARAGRAPH = "paragraph"
        DETAILS = "details"
        RETURN = "return"

    paper = models.ForeignKey(Paper, on_delete=models.CASCADE, related_name="steps")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE)
    kind = models.CharField(max_length=10, choices=Kind)
    said = models.CharField(max_length=200)
    before: models.JSONField[list[dict[str, Any]], list[dict[str, Any]]] = models.JSONField()
    done_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-id"]
