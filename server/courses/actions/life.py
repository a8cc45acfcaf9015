"""A course from term to term: copied, put away, brought back, deleted."""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone

from config.problems import Problem

from ..models import Assignment, Course
from ..people import User, id_of


@transaction.atomic
def copy_course(user: User, course: Course, name: str) -> Course:
    """The course for the next term, the person's own: its house rules and assignments, no papers, no people, no
    class list."""
    copy = Course.objects.create(owner_id=id_of(user), name=name, house=course.house)
    Assignment.objects.bulk_create(
        Assignment(course=copy, title=a.title, guide=a.guide, house=a.house)
        for a in course.assignments.order_by("pk")
    )
    return copy


def put_away(course: Course, *, away: bool) -> None:
    """Out of sight, or back in it; nothing of it is lost."""
    course.put_away_at = timezone.now() if away else None
    course.save(update_fields=["put_away_at"])


def delete_course(course: Course, name: str) -> None:
    """Delete it with all its papers, for whoever can say its name. Raises `Problem`."""
    if name.strip() != course.name:
        raise Problem("name-wrong", f"Nothing was deleted: the course is called “{course.name}”.")
    course.delete()
