"""Loads the demo world once: an instructor, courses, assignments, papers and their drafts."""

from __future__ import annotations

from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand
from django.db import transaction

from courses.models import Assignment, Course
from demo.chapter import load_chapter
from demo.class_papers import load_class
from demo.essay import COURSES, Essay, load_essays
from demo.write import file_of
from papers.actions.upload_paper import HandedIn, upload_draft, upload_paper
from papers.models import Paper

# House rules of an assignment, by its title.
HOUSES: dict[str, dict[str, Any]] = {
    "What the night costs": {"house": {"access_dates": "undated", "editions": "require"}},
    "A trade of the night": {
        "house": {
            "least_sources": 6,
            "least_kinds": "2 journal-article",
            "points": "habit",
            "send_back_unlisted": 2,
            "mend_slips": 4,
        },
        "points": {"cite-year-missing": 2},
        "remarks": {"cite-secondary": "Read the first source, or say through whom you have it."},
    },
}
USERNAME, PASSWORD = "vale", "slack-water"


class Command(BaseCommand):
    help = "Load the demo courses with their papers, those that are not there already."

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        user = User.objects.filter(username=USERNAME).first()
        if user is None:
            if User.objects.exists():
                return  # its account was taken away, and stays away
            user = User(username=USERNAME, first_name="Tamsin", last_name="Vale")
            user.set_password(PASSWORD)
            user.save()
        essays = [*load_essays(COURSES), load_chapter(), *load_class()]
        for name in dict.fromkeys(essay.course for essay in essays):
            if Course.objects.filter(owner=user, name=name).exists():
                continue
            course = Course.objects.create(owner=user, name=name)
            _load(course, [essay for essay in essays if essay.course == name])
            self.stdout.write(f"The demo course {name} is loaded.")


def _load(course: Course, essays: list[Essay]) -> None:
    """The papers of one course. A second draft goes to the paper of its writer."""
    assignments: dict[str, Assignment] = {}
    papers: dict[tuple[str, str], Paper] = {}
    for essay in sorted(essays, key=lambda e: e.draft):
        assignment = assignments.get(essay.assignment) or Assignment.objects.create(
            course=course,
            title=essay.assignment,
            guide=essay.guide,
            house=HOUSES.get(essay.assignment, {}),
        )
        assignments[essay.assignment] = assignment
        name, content = file_of(essay)
        earlier = papers.get((essay.assignment, essay.writer))
        if earlier is not None:
            upload_draft(earlier, HandedIn(name, content))
            continue
        paper = upload_paper(assignment, HandedIn(name, content), essay.writer)
        papers[essay.assignment, essay.writer] = paper
