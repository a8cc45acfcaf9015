"""Reads of courses and assignments. Every one is limited to those who have a role in the course, and held
against what they ask for (`policy.py`)."""

from __future__ import annotations

from typing import Any

from django.db.models import Count, Prefetch, Q, QuerySet
from django.shortcuts import get_object_or_404
from django.utils import timezone

from .models import Assignment, Course, Invitation
from .people import User, id_of, name_of
from .policy import hold, role_in, theirs

__all__ = [
    "User",
    "assignment_for",
    "course_for",
    "courses_of",
    "id_of",
    "invitation_at",
    "people_of",
    "role_in",
]


def courses_of(user: User) -> QuerySet[Course]:
    """The courses that a person has a role in, with their assignments, and how many papers each has."""
    assignments = Assignment.objects.annotate(
        paper_count=Count("papers", filter=Q(papers__removed_at__isnull=True))
    )
    return (
        Course.objects.filter(theirs(user))
        .distinct()
        .select_related("owner")
        .prefetch_related(Prefetch("assignments", queryset=assignments.select_related("course")))
    )


def course_for(user: User, course_id: int) -> Course:
    """One course that this person has a role in; any other is not found."""
    course = get_object_or_404(Course.objects.filter(theirs(user)).distinct(), pk=course_id)
    hold(user, course)
    return course


def assignment_for(user: User, assignment_id: int) -> Assignment:
    """One assignment of a course that this person has a role in; any other is not found."""
    known = Assignment.objects.filter(theirs(user, "course__")).distinct()
    assignment = get_object_or_404(known.select_related("course"), pk=assignment_id)
    hold(user, assignment.course)
    return assignment


def people_of(course: Course) -> dict[str, Any]:
    """Owner, helpers and readers of a course, and the invitations that hold."""
    members = course.members.select_related("user")
    return {
        "owner": _person(course.owner, "owner"),
        "members": [_person(m.user, m.role) for m in members],
        "invitations": course.invitations.filter(until__gte=timezone.localdate()),
    }


def _person(user: User, role: str) -> dict[str, str]:
    username = "" if user.is_anonymous else user.get_username()
    return {"username": username, "name": name_of(user), "role": role}


def invitation_at(token: str) -> Invitation | None:
    """The invitation of a link that holds; None where it was taken, withdrawn, has ended or never was."""
    holds = Invitation.objects.filter(until__gte=timezone.localdate(), token=token)
    return holds.select_related("course", "by").first()
