"""Creates an assignment in a course, after checking its guide and house rules."""

from __future__ import annotations

from typing import Any

from ..models import Assignment, Course
from .change_house import checked


def create_assignment(
    course: Course, *, title: str, guide: str, house: dict[str, Any]
) -> Assignment:
    """Raises `Problem` for an unknown guide, `HouseRuleInvalid` for house rules that are none."""
    checked(guide, house, course)
    return Assignment.objects.create(course=course, title=title, guide=guide, house=house)
