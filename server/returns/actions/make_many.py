"""Returns of many papers at once: a file each, made side by side by jobs; or a page to read each."""

from __future__ import annotations

import csv
import io
import re
import zipfile
from collections.abc import Sequence
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from config.problems import Problem
from courses.models import Assignment
from courses.people import id_of
from grelt import api as core
from papers.models import Paper
from papers.names import refuse_hidden
from papers.queries import file_of, papers_of

from ..models import ReturnSet, SetFile
from .change_return import give_page
from .make import make_file

OWN = "own"


@transaction.atomic
def begin_set(user: User, assignment: Assignment, papers: Sequence[int], form: str) -> ReturnSet:
    """Queue a return of each of these papers. Those of an earlier set go: they were taken away, or are
    stale."""
    from ..tasks import make_one_task

    refuse_hidden(assignment)
    known = list(papers_of(assignment).filter(pk__in=papers).values_list("pk", flat=True))
    if not known:
        raise Problem("not-found", "None of these papers is here any more.")
    ReturnSet.objects.filter(assignment=assignment, by_id=id_of(user)).delete()
    made = ReturnSet.objects.create(
        assignment=assignment, by_id=id_of(user), form=form, total=len(known)
    )
    jobs: list[dict[str, Any]] = [{"set_id": made.pk, "paper_id": paper} for paper in known]
    make_one_task.batch_defer(*jobs)
    return made


def make_one(set_id: int, paper_id: int) -> None:
    """Make one file of a set; what cannot be made says why, and holds up no other."""
    found = ReturnSet.objects.filter(pk=set_id).select_related("by").first()
    paper = Paper.objects.filter(pk=paper_id).select_related("assignment__course").first()
    if found is None or SetFile.objects.filter(of=found, paper_id=paper_id).exists():
        return
    if paper is None or paper.removed_at is not None:
        file = SetFile(of=found, paper_id=paper_id, problem="The paper was taken off the list.")
    else:
        file = _made(found, paper)
    with transaction.atomic():
        if ReturnSet.objects.select_for_update().filter(pk=set_id).exists():
            file.save()


def _made(found: ReturnSet, paper: Paper) -> SetFile:
    name = file_of(paper).file_name
    file = SetFile(of=found, paper_id=paper.pk, writer=paper.writer or name)
    try:
        form = core.own_form(name) if found.form == OWN else found.form
        made = make_file(found.by, paper, form)
    except (Problem, core.GreltError) as refused:
        file.problem = f"{name}: {refused}"
        return file
    ending = made.name.rpartition(".")[2]
    file.name = f"{_as_a_file(paper.writer) or name.rpartition('.')[0]}.{ending}"[-200:]
    file.content = made.content
    return file


def zip_of(found: ReturnSet) -> bytes:
    """All files of a set as one .zip, by the names of their writers, with what could not be made as a text."""
    out = io.BytesIO()
    names: dict[str, int] = {}
    problems = []
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for file in found.files.order_by("writer", "paper_id").iterator(chunk_size=10):
            if file.problem:
                problems.append(file.problem)
                continue
            count = names[file.name] = names.get(file.name, 0) + 1
            stem, _, ending = file.name.rpartition(".")
            archive.writestr(
                file.name if count == 1 else f"{stem} {count}.{ending}", bytes(file.content)
            )
        if problems:
            archive.writestr("not made.txt", "\n".join(problems) + "\n")
    return out.getvalue()


def links_of(assignment: Assignment, papers: Sequence[int], days: int, origin: str) -> str:
    """A page to read for each of these papers, as a table for mailing: writer, address of mail, title, link."""
    refuse_hidden(assignment)
    mails = dict(assignment.course.writers.values_list("name", "email"))
    out = io.StringIO()
    table = csv.writer(out)
    table.writerow(("writer", "email", "title", "page", "problem"))
    for paper in papers_of(assignment).filter(pk__in=papers).select_related("assignment"):
        address, problem = "", ""
        try:
            address = f"{origin}/read/{give_page(paper, days)}"
        except Problem as refused:
            problem = str(refused)
        named = (paper.writer, mails.get(paper.writer, ""), paper.title)
        table.writerow([*(core.safe_cell(words) for words in named), address, problem])
    return out.getvalue()


def _as_a_file(name: str) -> str:
    """A name that every system takes for a file's."""
    return re.sub(r'[\\/:*?"<>|\x00-\x1f]+', " ", name).strip(" .")
