"""Takes a paper off the desk, and puts it back. Nothing is deleted."""

from __future__ import annotations

from django.utils import timezone

from ..models import Paper


def remove_paper(paper: Paper) -> None:
    paper.removed_at = timezone.now()
    paper.save(update_fields=["removed_at"])


def restore_paper(paper: Paper) -> None:
    paper.removed_at = None
    paper.save(update_fields=["removed_at"])
