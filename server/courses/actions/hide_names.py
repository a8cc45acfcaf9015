"""Hides the names of an assignment's writers, or shows them again."""

from __future__ import annotations

from ..models import Assignment


def hide_names(assignment: Assignment, *, hidden: bool) -> None:
    """From now on, for everybody in the course."""
    assignment.names_hidden = hidden
    assignment.save(update_fields=["names_hidden"])
