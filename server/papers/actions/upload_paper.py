"""Takes a file in: a new paper, or a new draft of one. The file is kept whatever is in it."""

from __future__ import annotations

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass

from django.conf import settings
from django.db import transaction
from django.db.models import QuerySet, Sum

from config.problems import Problem
from courses.models import Assignment
from grelt.api import LIMITS

from ..models import Draft, Paper
from ..names import name_of_paper
from .queue_check import queue_checks


@dataclass(frozen=True)
class HandedIn:
    """A file as it was sent. `key` is the same where an upload is tried again; `again` takes a file in that is
    there already."""

    file_name: str
    content: bytes
    key: str | None = None
    again: bool = False
    # Its title, and what its sources can be looked up by, where somebody has looked at it already.
    title: str = ""
    identifiers: list[str] | None = None

    @property
    def sha256(self) -> str:
        return hashlib.sha256(self.content).hexdigest()


@dataclass
class _Room:
    """What an assignment has, and how much more its owner may keep: what the next file is refused by."""

    bytes_left: int
    here: dict[str, Draft]
    """By hash, the drafts that are the same file as one of those handed in."""


@transaction.atomic
def upload_paper(assignment: Assignment, file: HandedIn, writer: str = "") -> Paper:
    """Store a new paper with its first draft, and queue its check. Raises `Problem`."""
    (found,) = upload_papers(assignment, [(file, writer)])
    if isinstance(found, Problem):
        raise found
    return found


@transaction.atomic
def upload_papers(
    assignment: Assignment, files: Sequence[tuple[HandedIn, str]]
) -> list[Paper | Problem]:
    """Store new papers with their first drafts and writers, and queue their checks, in a few queries however
    many there are. Of each file its paper, or why it was not taken in; none holds up another."""
    Assignment.objects.select_for_update().get(pk=assignment.pk)
    room = _room_of(assignment, [file for file, _ in files])
    keys = [file.key for file, _ in files if file.key is not None]
    sent = {
        d.upload_key: d.paper
        for d in _drafts().filter(upload_key__in=keys, paper__assignment=assignment)
    }
    found: list[Paper | Problem] = []
    papers: list[Paper] = []
    drafts: list[Draft] = []
    for file, writer in files:
        known = sent.get(file.key) if file.key is not None else None
        problem = _refusal(file, room) if known is None else None
        if known is not None or problem is not None:
            found.append(known or problem)  # type: ignore[arg-type]
            continue
        paper = Paper(assignment=assignment, writer=writer.strip(), title=file.title)
        draft = _draft(paper, 1, file)
        room.bytes_left -= draft.size
        room.here.setdefault(draft.sha256, draft)
        papers.append(paper)
        drafts.append(draft)
        found.append(paper)
    Paper.objects.bulk_create(papers)
    Draft.objects.bulk_create(drafts)
    queue_checks(drafts)
    return found


@transaction.atomic
def upload_draft(paper: Paper, file: HandedIn) -> None:
    """Store a new draft of a paper, and queue its check. Raises `Problem`."""
    Paper.objects.select_for_update().get(pk=paper.pk)
    if file.key is not None and paper.drafts.filter(upload_key=file.key).exists():
        return
    newest = Draft.objects.filter(paper=paper).defer("content").order_by("-number").first()
    room = _room_of(paper.assignment, [file])
    # What others handed in is no matter here.
    room.here = {newest.sha256: newest} if newest is not None else {}
    if (problem := _refusal(file, room)) is not None:
        raise problem
    draft = _draft(paper, newest.number + 1 if newest else 1, file)
    draft.save()
    queue_checks([draft])
    Paper.objects.filter(pk=paper.pk).update(returned_at=None)


def _drafts() -> QuerySet[Draft]:
    return Draft.objects.defer("content", "identifiers").select_related("paper")


def _room_of(assignment: Assignment, files: Sequence[HandedIn]) -> _Room:
    owner = assignment.course.owner_id
    held = Draft.objects.filter(paper__assignment__course__owner_id=owner).aggregate(s=Sum("size"))
    same = _drafts().filter(
        paper__assignment=assignment,
        paper__removed_at=None,
        sha256__in=[file.sha256 for file in files],
    )
    return _Room(settings.QUOTA - (held["s"] or 0), {d.sha256: d for d in same})


def _draft(paper: Paper, number: int, file: HandedIn) -> Draft:
    return Draft(
        paper=paper,
        number=number,
        file_name=file.file_name[-255:],
        content=file.content,
        size=len(file.content),
        sha256=file.sha256,
        upload_key=file.key,
        identifiers=file.identifiers,
    )


def _refusal(file: HandedIn, room: _Room) -> Problem | None:
    if len(file.content) > LIMITS.file:
        return Problem(
            "paper-too-large",
            f"“{file.file_name}” is larger than {LIMITS.file // 2**20} MB and was not taken in. "
            "Take out its pictures, or save the text alone as a new .docx.",
        )
    if len(file.content) > room.bytes_left:
        return Problem(
            "too-many-papers",
            f"Your papers take {settings.QUOTA // 2**20:,} MB, all that is set aside for one person. "
            f"“{file.file_name}” was not taken in. Ask whoever runs Grelt for more.",
        )
    same = room.here.get(file.sha256)
    if same is None or file.again:
        return None
    whose = name_of_paper(same.paper)
    whose = f", handed in by {whose}" if whose else ""
    return Problem(
        "same-file",
        f"The same file is here already: “{same.file_name}”{whose}.",
        {"paper": str(same.paper_id)},
    )
