"""Writes the class list of a course."""

from __future__ import annotations

from django.db import transaction

from config.problems import Problem

from ..models import Course, Writer
from ..writers import ListUnreadable, read_class_list


@transaction.atomic
def set_writers(course: Course, text: str) -> None:
    """The list is what the text says; an empty text is no list. Raises `Problem` where it is none."""
    try:
        listed = read_class_list(text) if text.strip() else []
    except ListUnreadable as unreadable:
        raise Problem(
            "list-unreadable", f"The class list was not taken. {unreadable}"
        ) from unreadable
    course.writers.all().delete()
    Writer.objects.bulk_create(Writer(course=course, name=w.name, email=w.email) for w in listed)
