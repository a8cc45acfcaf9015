"""Sets right whose paper it is, what it is called, and the guide that it goes by."""

from __future__ import annotations

from django.db import transaction

from config.problems import Problem
from courses.queries import User, id_of
from grelt import api as core
from papers.actions.queue_check import queue_check
from papers.models import Paper
from papers.queries import file_of

from ..models import Step


@transaction.atomic
def set_details(user: User, paper: Paper, *, writer: str, title: str, guide: str) -> None:
    """Write what a person says. An empty writer or title is read from the paper again, an empty guide is the
    assignment's; another guide re-checks. Raises `Problem` for a guide that there is none of."""
    if guide and guide not in {g["id"] for g in core.guides()}:
        raise Problem("guide-unknown", f"There is no guide called “{guide}”.")
    if paper.assignment.names_hidden:
        # What is not shown is not changed by whoever changes the rest.
        writer = paper.writer
    paper = Paper.objects.select_for_update().get(pk=paper.pk)
    before = {
        "writer": paper.writer,
        "title": paper.title,
        "guide": paper.guide,
        "by_hand": paper.title_by_hand,
    }
    wanted = {
        "writer": writer,
        "title": title,
        "guide": guide,
        "by_hand": paper.title_by_hand or title != paper.title,
    }
    if wanted["by_hand"] and not title:
        wanted["by_hand"] = False
    if wanted == before:
        return
    Step.objects.create(
        paper=paper,
        by_id=id_of(user),
        kind=Step.Kind.DETAILS,
        said=_said(before, wanted),
        before=[before],
    )
    write_details(paper, wanted)


def write_details(paper: Paper, wanted: dict[str, object]) -> None:
    """Write them, and check again where the check reads them."""
    read_again = paper.guide != wanted["guide"] or not wanted["writer"] or not wanted["title"]
    paper.writer, paper.title = str(wanted["writer"]), str(wanted["title"])
    paper.guide, paper.title_by_hand = str(wanted["guide"]), bool(wanted["by_hand"])
    paper.save(update_fields=["writer", "title", "guide", "title_by_hand"])
    if read_again:
        queue_check(file_of(paper))


def _said(before: dict[str, object], wanted: dict[str, object]) -> str:
    if before["guide"] != wanted["guide"]:
        name = (
            core.guide_name(str(wanted["guide"]))
            if wanted["guide"]
            else "the guide of the assignment"
        )
        return f"Check this paper by {name}"
    if before["writer"] != wanted["writer"]:
        return f"This is a paper of {wanted['writer'] or 'whom it names'}"
    return (
        f"Its title is “{wanted['title']}”"[:200]
        if wanted["title"]
        else "Its title is what it says"
    )
