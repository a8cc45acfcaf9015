"""Creates an assignment in a course, after checking its guide and house rules."""

from __future__ import annotations

from typing import Any

from config.problems import Problem
from grelt import api as core

from ..models import Assignment, Course


def create_assignment(
    course: Course, *, title: str, guide: str, house: dict[str, Any]
) -> Assignment:
    """Raises `Problem` for an unknown guide, `HouseRuleInvalid` for house rules that are none."""
    if guide not in {g["id"] for g in core.guides()}:
        raise Problem("guide-unknown", f"There is no guide called “{guide}”.")
    core.house_rules(house)
    return Assignment.objects.create(course=course, title=title, guide=guide, house=house)
