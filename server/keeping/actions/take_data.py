"""All of an account's data as one archive of open formats."""

from __future__ import annotations

import csv
import io
import json
import re
import tempfile
import zipfile
from typing import IO, Any

from django.contrib.auth.models import User

from courses.models import Assignment, Course
from courses.policy import theirs
from decisions.models import Decision
from grelt import api as core
from papers.models import Draft, Paper
from papers.queries import newest_done

# Kept in memory up to here, on disk beyond.
_IN_MEMORY = 8 * 2**20


def archive_of(user: User) -> IO[bytes]:
    """A .zip, to be read from its beginning: the courses that the person owns whole, each paper with its drafts
    as they came, its newest report, and its decisions; and what they are elsewhere."""
    out: IO[bytes] = tempfile.SpooledTemporaryFile(_IN_MEMORY)  # noqa: SIM115  # closed by whoever sends it
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        elsewhere = Course.objects.filter(theirs(user)).exclude(owner=user).distinct()
        about = {
            "username": user.get_username(),
            "name": user.get_full_name(),
            "since": user.date_joined.isoformat(),
            "in_courses_of_others": [course.name for course in elsewhere],
        }
        archive.writestr("account.json", _json(about))
        for course in Course.objects.filter(owner=user).order_by("pk"):
            _course(archive, course)
    out.seek(0)
    return out


def _course(archive: zipfile.ZipFile, course: Course) -> None:
    folder = f"{course.pk} {_safe(course.name)}"
    archive.writestr(f"{folder}/house.toml", core.house_file(course.house, course.name))
    writers = io.StringIO()
    table = csv.writer(writers)
    table.writerow(("name", "email"))
    table.writerows(course.writers.values_list("name", "email"))
    archive.writestr(f"{folder}/class list.csv", writers.getvalue())
    for assignment in course.assignments.order_by("pk"):
        _assignment(archive, f"{folder}/{assignment.pk} {_safe(assignment.title)}", assignment)


def _assignment(archive: zipfile.ZipFile, folder: str, assignment: Assignment) -> None:
    archive.writestr(f"{folder}/house.toml", core.house_file(assignment.house, assignment.title))
    for paper in Paper.objects.filter(assignment=assignment).order_by("pk").iterator():
        _paper(archive, f"{folder}/{paper.pk} {_safe(paper.writer)}".rstrip(), paper)


def _paper(archive: zipfile.ZipFile, folder: str, paper: Paper) -> None:
    for draft in Draft.objects.filter(paper=paper).order_by("number").iterator(chunk_size=1):
        name = f"{folder}/draft {draft.number} {_safe(draft.file_name)}"
        archive.writestr(name, bytes(draft.content))
    check = newest_done(paper)
    if check is not None and check.report is not None:
        archive.writestr(f"{folder}/report.json", _json(check.report.body))
    decided = Decision.objects.filter(paper=paper).order_by("pk")
    rows = decided.values("finding_key", "rule", "verdict", "remark", "by__username", "decided_at")
    archive.writestr(f"{folder}/decisions.json", _json(list(rows)))


def _json(data: Any) -> str:
    return json.dumps(data, ensure_ascii=False, indent=1, default=str) + "\n"


def _safe(name: str) -> str:
    """A name that every system takes for a folder's."""
    return re.sub(r'[\\/:*?"<>|\x00-\x1f]+', " ", name).strip(" .")[:80]
