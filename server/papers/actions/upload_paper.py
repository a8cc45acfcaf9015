"""Takes a file in: a new paper, or a new draft of one. The file is kept whatever is in it."""

from __future__ import annotations

import hashlib

from django.db import transaction

from config.problems import Problem
from courses.models import Assignment
from grelt.api import LIMITS

from ..models import Check, Draft, Paper
from .queue_check import queue_check


@transaction.atomic
def upload_paper(
    assignment: Assignment, *, file_name: str, content: bytes, writer: str = ""
) -> Check:
    """Store a new paper with its first draft, and queue its check. Raises `Problem`."""
    _refuse_too_large(file_name, content)
    paper = Paper.objects.create(assignment=assignment, writer=writer.strip())
    return _add_draft(paper, 1, file_name, content)


@transaction.atomic
def upload_draft(paper: Paper, *, file_name: str, content: bytes) -> Check:
    """Store a new draft of a paper, and queue its check. Raises `Problem`."""
    _refuse_too_large(file_name, content)
    Paper.objects.select_for_update().get(pk=paper.pk)
    newest = Draft.objects.filter(paper=paper).order_by("-number").first()
    return _add_draft(paper, newest.number + 1 if newest else 1, file_name, content)


def _add_draft(paper: Paper, number: int, file_name: str, content: bytes) -> Check:
    draft = Draft.objects.create(
        paper=paper,
        number=number,
        file_name=file_name[-255:],
        content=content,
        size=len(content),
        sha256=hashlib.sha256(content).hexdigest(),
    )
    return queue_check(draft)


def _refuse_too_large(file_name: str, content: bytes) -> None:
    if len(content) > LIMITS.file:
        raise Problem(
            "paper-too-large",
            f"“{file_name}” is larger than {LIMITS.file // 2**20} MB and was not taken in. "
            "Take out its pictures, or save the text alone as a new .docx.",
            413,
        )
