"""Takes back the last step done to a paper."""

from __future__ import annotations

from django.db import transaction

from config.problems import Problem
from papers.actions.queue_check import queue_check
from papers.models import Paper
from papers.queries import file_of

from ..models import Decision, Step
from .join_citation import set_join
from .set_details import write_details
from .set_entry import write_hand
from .set_paragraph import write_role


@transaction.atomic
def undo_step(paper: Paper) -> str:
    """Undo the newest step and say what it was. Raises `Problem` where there is none."""
    Paper.objects.select_for_update().get(pk=paper.pk)
    step = Step.objects.filter(paper=paper).first()
    if step is None:
        raise Problem("nothing-to-undo", "There is nothing left to undo.")
    if step.kind == Step.Kind.DECIDE:
        for was in step.before:
            if was["verdict"] is None:
                Decision.objects.filter(paper=paper, finding_key=was["key"]).delete()
            else:
                Decision.objects.update_or_create(
                    paper=paper,
                    finding_key=was["key"],
                    defaults={
                        # Steps of an earlier release say no version.
                        "version": was.get("version", 0),
                        **{k: was[k] for k in ("rule", "verdict", "remark")},
                    },
                )
    elif step.kind == Step.Kind.READ:
        for was in step.before:
            write_hand(paper, was["entry"], was["kind"], was["borders"])
        queue_check(file_of(paper))
    elif step.kind == Step.Kind.PARAGRAPH:
        for was in step.before:
            write_role(paper, was["paragraph"], was["role"])
        queue_check(file_of(paper))
    elif step.kind == Step.Kind.DETAILS:
        for was in step.before:
            write_details(Paper.objects.get(pk=paper.pk), was)
    else:
        for was in step.before:
            set_join(paper, was["citation"], was["entry"])
        queue_check(file_of(paper))
    said = step.said
    step.delete()
    return said
