"""Loads the demo world once: an instructor, a course, an assignment, its papers."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand
from django.db import transaction

from courses.models import Assignment, Course
from demo.essay import load_essays
from demo.write_docx import write_docx
from papers.actions.upload_paper import upload_paper

USERNAME, PASSWORD = "vale", "slack-water"


class Command(BaseCommand):
    help = "Load the demo course with its papers, unless it is there already."

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        user, new = User.objects.get_or_create(
            username=USERNAME, defaults={"first_name": "Tamsin", "last_name": "Vale"}
        )
        if new:
            user.set_password(PASSWORD)
            user.save()
        if Course.objects.filter(owner=user, name="Writing the Shore").exists():
            return
        course = Course.objects.create(owner=user, name="Writing the Shore")
        assignments: dict[str, Assignment] = {}
        for essay in load_essays():
            assignment = assignments.get(essay.assignment) or Assignment.objects.create(
                course=course, title=essay.assignment, guide="mla-9"
            )
            assignments[essay.assignment] = assignment
            content = write_docx(
                essay.document, running_head=essay.running_head, hand=essay.hand, face=essay.face
            )
            upload_paper(
                assignment, file_name=f"{essay.name}.docx", content=content, writer=essay.writer
            )
        self.stdout.write("The demo course is loaded.")
