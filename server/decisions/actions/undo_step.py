"""Takes back the last step done to a paper."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

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

Was = dict[str, Any]
# How a step of each kind is taken back; what stands above this app adds its own.
_UNDOING: dict[str, Callable[[Paper, list[Was]], None]] = {}


def undoes(kind: Step.Kind) -> Callable[[Callable[[Paper, list[Was]], None]], Any]:
    """Marks the function that writes again what was there before a step of this kind."""

    def kept(undo: Callable[[Paper, list[Was]], None]) -> Callable[[Paper, list[Was]], None]:
        _UNDOING[kind] = undo
        return undo

    return kept


@transaction.atomic
def undo_step(paper: Paper) -> str:
    """Undo the newest step and say what it was. Raises `Problem` where there is none."""
    Paper.objects.select_for_update().get(pk=paper.pk)
    step = Step.objects.filter(paper=paper).first()
    if step is None:
        raise Problem("nothing-to-undo", "There is nothing left to undo.")
    _UNDOING[step.kind](paper, step.before)
    said = step.said
    step.delete()
    return said


@undoes(Step.Kind.DECIDE)
def _decided(paper: Paper, before: list[Was]) -> None:
    for was in before:
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


@undoes(Step.Kind.READ)
def _read(paper: Paper, before: list[Was]) -> None:
    for was in before:
        write_hand(paper, was["entry"], was["kind"], was["borders"])
    queue_check(file_of(paper))


@undoes(Step.Kind.PARAGRAPH)
def _said(paper: Paper, before: list[Was]) -> None:
    for was in before:
        write_role(paper, was["paragraph"], was["role"])
    queue_check(file_of(paper))


@undoes(Step.Kind.DETAILS)
def _details(paper: Paper, before: list[Was]) -> None:
    for was in before:
        write_details(Paper.objects.get(pk=paper.pk), was)


@undoes(Step.Kind.JOIN)
def _joined(paper: Paper, before: list[Was]) -> None:
    for was in before:
        set_join(paper, was["citation"], was["entry"])
    queue_check(file_of(paper))
