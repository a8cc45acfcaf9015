"""Before a check: what the look-up knows of the sources of its paper. The check goes on whatever comes."""

from __future__ import annotations

from django.conf import settings

from sources.actions.look_up import look_up

from ..models import Check, Draft
from .first_look import first_look


def ask_for_records(check_id: int) -> None:
    """Ask, and keep what was answered and what went wrong. Nothing to do without a look-up."""
    check = Check.objects.filter(pk=check_id, state=Check.State.QUEUED).first()
    if check is None or not settings.RECORDS_ADDRESS:
        return
    draft = Draft.objects.get(pk=check.draft_id)
    if draft.identifiers is None:
        looked = first_look(bytes(draft.content), draft.file_name)
        draft.identifiers = looked.identifiers
        draft.save(update_fields=["identifiers"])
    problem = look_up(draft.identifiers)
    Check.objects.filter(pk=check_id).update(records_problem=problem)
