"""Courses and their assignments. Everything belongs to one instructor."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models


class Course(models.Model):
    """A course of one instructor."""

    owner = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="courses"
    )
    name = models.CharField(max_length=200)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["name", "id"]

    def __str__(self) -> str:
        return self.name


class Assignment(models.Model):
    """What papers are written for: a guide, and house rules over it."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="assignments")
    title = models.CharField(max_length=200)
    guide = models.CharField(max_length=60)
    house: models.JSONField[dict[str, Any], dict[str, Any]] = models.JSONField(
        default=dict, blank=True
    )
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["title", "id"]

    def __str__(self) -> str:
        return self.title
