"""Reads of decisions, joins and the steps that can be undone, of a paper already allowed."""

from __future__ import annotations

from typing import Any

from courses.people import User
from courses.policy import May, may
from papers.models import Paper
from papers.queries import current_check

from .models import Decision, EntryHand, Join, ParagraphHand, Step


def desk_of(user: User, paper: Paper) -> dict[str, Any]:
    """Everything that was decided of a paper, by whomever, what the next undo would take back, and whether this
    person may decide."""
    newest = current_check(paper)
    last = Step.objects.filter(paper=paper).first()
    return {
        "decisions": Decision.objects.filter(paper=paper).select_related("by").order_by("id"),
        "joins": Join.objects.filter(paper=paper).order_by("id"),
        "hands": EntryHand.objects.filter(paper=paper).order_by("id"),
        "paragraphs": ParagraphHand.objects.filter(paper=paper).order_by("id"),
        "undo": last.said if last is not None else None,
        "check": newest.pk if newest is not None else None,
        "may_decide": may(user, paper.assignment.course, May.DECIDE),
    }
