"""Reads of bundles. Every one is limited to assignments that are already allowed."""

from __future__ import annotations

from django.db.models import Prefetch, QuerySet
from django.shortcuts import get_object_or_404

from courses.models import Assignment
from courses.policy import May, may
from courses.queries import User, assignment_for

from .models import Bundle, BundleFile


def bundles_of(user: User, assignment: Assignment) -> QuerySet[Bundle]:
    """The bundles of an assignment that nobody has put away, the newest first. Files bear names: where those
    are hidden, only who takes files in sees any."""
    if assignment.names_hidden and not may(user, assignment.course, May.RUN):
        return Bundle.objects.none()
    files = BundleFile.objects.defer("content")
    return assignment.bundles.defer("content").prefetch_related(Prefetch("files", queryset=files))


def bundle_for(user: User, bundle_id: int) -> Bundle:
    """One bundle of an assignment that this person may work on; any other is not found."""
    found = get_object_or_404(Bundle.objects.defer("content"), pk=bundle_id)
    assignment_for(user, found.assignment_id)
    return get_object_or_404(bundles_of(user, found.assignment), pk=bundle_id)
