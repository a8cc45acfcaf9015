"""Reads of decisions, joins and the steps that can be undone, of a paper already allowed."""

from __future__ import annotations

from typing import Any

from papers.models import Paper

from .models import Decision, EntryHand, Join, ParagraphHand, Step


def desk_of(paper: Paper) -> dict[str, Any]:
    """Everything a person has decided of a paper, and what the next undo would take back."""
    last = Step.objects.filter(paper=paper).first()
    return {
        "decisions": Decision.objects.filter(paper=paper).order_by("id"),
        "joins": Join.objects.filter(paper=paper).order_by("id"),
        "hands": EntryHand.objects.filter(paper=paper).order_by("id"),
        "paragraphs": ParagraphHand.objects.filter(paper=paper).order_by("id"),
        "undo": last.said if last is not None else None,
    }
