"""Takes a file in: a new paper, or a new draft of one. The file is kept whatever is in it."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass

from django.conf import settings
from django.db import transaction
from django.db.models import Sum

from config.problems import Problem
from config.urgency import Urgency
from courses.models import Assignment
from grelt.api import LIMITS

from ..models import Draft, Paper
from ..names import name_of_paper
from .queue_check import queue_check


@dataclass(frozen=True)
class HandedIn:
    """A file as it was sent. `key` is the same where an upload is tried again; `again` takes a file in that is
    there already."""

    file_name: str
    content: bytes
    key: str | None = None
    again: bool = False
    # What its sources can be looked up by, where somebody has looked at it already.
    identifiers: list[str] | None = None

    @property
    def sha256(self) -> str:
        return hashlib.sha256(self.content).hexdigest()


@transaction.atomic
def upload_paper(assignment: Assignment, file: HandedIn, writer: str = "") -> Paper:
    """Store a new paper with its first draft, and queue its check. Raises `Problem`."""
    Assignment.objects.select_for_update().get(pk=assignment.pk)
    known = _known(file)
    if known is not None and known.paper.assignment_id == assignment.pk:
        return known.paper
    _refuse(assignment, file)
    same = Draft.objects.filter(
        paper__assignment=assignment, paper__removed_at=None, sha256=file.sha256
    ).first()
    _refuse_same(file, same)
    paper = Paper.objects.create(assignment=assignment, writer=writer.strip())
    _add_draft(paper, 1, file)
    return paper


@transaction.atomic
def upload_draft(paper: Paper, file: HandedIn) -> None:
    """Store a new draft of a paper, and queue its check. Raises `Problem`."""
    Paper.objects.select_for_update().get(pk=paper.pk)
    known = _known(file)
    if known is not None and known.paper_id == paper.pk:
        return
    _refuse(paper.assignment, file)
    newest = Draft.objects.filter(paper=paper).defer("content").order_by("-number").first()
    _refuse_same(file, newest if newest is not None and newest.sha256 == file.sha256 else None)
    _add_draft(paper, newest.number + 1 if newest else 1, file)
    Paper.objects.filter(pk=paper.pk).update(returned_at=None)


def _known(file: HandedIn) -> Draft | None:
    if file.key is None:
        return None
    return Draft.objects.filter(upload_key=file.key).select_related("paper").first()


def _add_draft(paper: Paper, number: int, file: HandedIn) -> None:
    draft = Draft.objects.create(
        paper=paper,
        number=number,
        file_name=file.file_name[-255:],
        content=file.content,
        size=len(file.content),
        sha256=file.sha256,
        upload_key=file.key,
        identifiers=file.identifiers,
    )
    queue_check(draft, Urgency.CLASS)


def _refuse(assignment: Assignment, file: HandedIn) -> None:
    if len(file.content) > LIMITS.file:
        raise Problem(
            "paper-too-large",
            f"“{file.file_name}” is larger than {LIMITS.file // 2**20} MB and was not taken in. "
            "Take out its pictures, or save the text alone as a new .docx.",
        )
    owner = assignment.course.owner_id
    held = Draft.objects.filter(paper__assignment__course__owner_id=owner).aggregate(s=Sum("size"))
    if (held["s"] or 0) + len(file.content) > settings.QUOTA:
        raise Problem(
            "too-many-papers",
            f"Your papers take {settings.QUOTA // 2**20:,} MB, all that is set aside for one person. "
            f"“{file.file_name}” was not taken in. Ask whoever runs Grelt for more.",
        )


def _refuse_same(file: HandedIn, same: Draft | None) -> None:
    if same is None or file.again:
        return
    whose = name_of_paper(same.paper)
    whose = f", handed in by {whose}" if whose else ""
    raise Problem(
        "same-file",
        f"The same file is here already: “{same.file_name}”{whose}.",
        {"paper": str(same.paper_id)},
    )
