"""Changes the house rules of a course or an assignment, after checking that they are some."""

from __future__ import annotations

from typing import Any

from config.problems import Problem
from grelt import api as core

from ..models import Assignment, Course, laid_over


def change_assignment_house(assignment: Assignment, guide: str, house: dict[str, Any]) -> bool:
    """Whether anything changed. Raises `Problem` for an unknown guide, `HouseRuleInvalid` for rules that are
    none."""
    checked(guide, house, assignment.course)
    if (guide, house) == (assignment.guide, assignment.house):
        return False
    assignment.guide, assignment.house = guide, house
    assignment.save(update_fields=["guide", "house"])
    return True


def change_course_house(course: Course, house: dict[str, Any]) -> bool:
    """The same for all assignments of a course."""
    core.house_rules(house)
    if house == course.house:
        return False
    course.house = house
    course.save(update_fields=["house"])
    return True


def checked(guide: str, house: dict[str, Any], course: Course) -> None:
    """Raises `Problem` for an unknown guide, `HouseRuleInvalid` for rules that are none, alone or over those of
    the course."""
    if guide not in {g["id"] for g in core.guides()}:
        raise Problem("guide-unknown", f"There is no guide called “{guide}”.")
    core.house_rules(house)
    core.house_rules(laid_over(course.house, house))
