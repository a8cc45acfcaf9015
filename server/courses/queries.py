"""Reads of courses and assignments. Every one is limited to its owner's."""

from __future__ import annotations

from django.contrib.auth.models import AbstractBaseUser, AnonymousUser
from django.core.exceptions import PermissionDenied
from django.db.models import Count, Prefetch, Q, QuerySet
from django.shortcuts import get_object_or_404

from .models import Assignment, Course

User = AbstractBaseUser | AnonymousUser


def id_of(user: User) -> int:
    """The key of whoever is signed in. Raises `PermissionDenied` for nobody."""
    if user.pk is None:
        raise PermissionDenied("Sign in to go on.")
    return int(user.pk)


def courses_of(user: User) -> QuerySet[Course]:
    """A person's courses with their assignments, and how many papers each has."""
    assignments = Assignment.objects.annotate(
        paper_count=Count("papers", filter=Q(papers__removed_at__isnull=True))
    )
    return Course.objects.filter(owner_id=user.pk).prefetch_related(
        Prefetch("assignments", queryset=assignments.select_related("course"))
    )


def course_for(user: User, course_id: int) -> Course:
    """One course of this person's; any other is not found."""
    return get_object_or_404(Course, pk=course_id, owner_id=user.pk)


def assignment_for(user: User, assignment_id: int) -> Assignment:
    """One assignment of this person's; any other is not found."""
    return get_object_or_404(
        Assignment.objects.select_related("course"), pk=assignment_id, course__owner_id=user.pk
    )
