"""Courses, the people of each, and their assignments."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models


class Role(models.TextChoices):
    """What somebody is in a course; `policy.py` has what each may."""

    OWNER = "owner"
    HELPER = "helper"
    READER = "reader"


class Course(models.Model):
    """A course. It has one owner; others help or read. What is put away is there, and out of sight."""

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="courses"
    )
    name = models.CharField(max_length=200)
    created_at = models.DateTimeField(auto_now_add=True)
    put_away_at = models.DateTimeField(null=True, blank=True)
    # House rules for all its assignments, which each of them may change.
    house: models.JSONField[dict[str, Any], dict[str, Any]] = models.JSONField(
        default=dict, blank=True
    )

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class Membership(models.Model):
    """Somebody who helps or reads in a course."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="members")
    user = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="memberships"
    )
    role = models.CharField(max_length=10, choices=Role)
    since = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["course", "since"]
        constraints = [models.UniqueConstraint(fields=["course", "user"], name="one_role_a_person")]


class Invitation(models.Model):
    """A link that makes whoever opens it a helper or reader, once, until a day."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="invitations")
    role = models.CharField(max_length=10, choices=Role)
    token = models.CharField(max_length=60, unique=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    until = models.DateField()

    class Meta:
        ordering = ["course", "-id"]


class Assignment(models.Model):
    """What papers are written for: a guide, and house rules over it and over those of the course."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="assignments")
    title = models.CharField(max_length=200)
    guide = models.CharField(max_length=60)
    # What differs from the course's own.
    house: models.JSONField[dict[str, Any], dict[str, Any]] = models.JSONField(
        default=dict, blank=True
    )
    created_at = models.DateTimeField(auto_now_add=True)
    # Marked without knowing whose the papers are.
    names_hidden = models.BooleanField(default=False)

    class Meta:
        ordering = ["title", "id"]

    def __str__(self) -> str:
        return self.title

    @property
    def whole_house(self) -> dict[str, Any]:
        """The house rules that papers are checked by: the course's, and over them the assignment's own."""
        return laid_over(self.course.house, self.house)


class Writer(models.Model):
    """Someone on the class list of a course."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="writers")
    name = models.CharField(max_length=200)
    email = models.CharField(max_length=254, blank=True)

    class Meta:
        ordering = ["course", "name", "id"]
        constraints = [
            models.UniqueConstraint(fields=["course", "name"], name="one_writer_of_a_name")
        ]

    def __str__(self) -> str:
        return self.name


def laid_over(course: dict[str, Any], own: dict[str, Any]) -> dict[str, Any]:
    """House rules with those of a course under them, setting by setting and kind by kind."""
    laid: dict[str, Any] = {
        table: {**course.get(table, {}), **own.get(table, {})}
        for table in sorted({*course, *own} - {"kind"})
    }
    kinds = {kind["name"]: kind for kind in (*course.get("kind", ()), *own.get("kind", ()))}
    return laid | ({"kind": list(kinds.values())} if kinds else {})
