"""Sets right what Grelt misread in an entry: its kind, the borders of its elements; and re-checks."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from config.problems import Problem
from courses.queries import User, id_of
from grelt import api as core
from papers.actions.queue_check import queue_check
from papers.models import Paper
from papers.queries import file_of

from ..models import EntryHand, Step


@transaction.atomic
def set_entry(
    user: User, paper: Paper, *, entry_key: str, kind: str, borders: list[list[Any]]
) -> None:
    """Write what was set right; without kind and borders Grelt reads the entry by itself again. Raises
    `Problem` for a kind that neither Grelt nor the assignment knows."""
    names = core.source_kinds(paper.assignment.whole_house)
    if kind and kind not in names:
        raise Problem("invalid", f"There is no kind of source called “{kind}”.")
    Paper.objects.select_for_update().get(pk=paper.pk)
    old = EntryHand.objects.filter(paper=paper, entry_key=entry_key).first()
    before = {
        "entry": entry_key,
        "kind": old.kind if old else "",
        "borders": old.borders if old else [],
    }
    write_hand(paper, entry_key, kind, borders)
    said = f"Set the kind of source: {names[kind]}" if kind else "Set right an entry"
    Step.objects.create(
        paper=paper, by_id=id_of(user), kind=Step.Kind.READ, said=said, before=[before]
    )
    queue_check(file_of(paper))


def write_hand(paper: Paper, entry_key: str, kind: str, borders: list[list[Any]]) -> None:
    """Write or remove one."""
    if not kind and not borders:
        EntryHand.objects.filter(paper=paper, entry_key=entry_key).delete()
        return
    EntryHand.objects.update_or_create(
        paper=paper, entry_key=entry_key, defaults={"kind": kind, "borders": borders}
    )
