"""Before a check: what the look-up knows of the sources of its paper. The check goes on whatever comes."""

from __future__ import annotations

from django.conf import settings

from grelt import api as core
from grelt.confined import Confined
from sources.actions.look_up import look_up
from sources.queries import LONGEST_IDENTIFIER

from ..models import Check, Draft
from .run_check import confinement


def ask_for_records(check_id: int) -> None:
    """Ask, and keep what was answered and what went wrong. Nothing to do without a look-up."""
    check = Check.objects.filter(pk=check_id, state=Check.State.QUEUED).first()
    if check is None or not settings.RECORDS_ADDRESS:
        return
    draft = Draft.objects.get(pk=check.draft_id)
    if draft.identifiers is None:
        draft.identifiers = _identifiers(draft)
        draft.save(update_fields=["identifiers"])
    problem = look_up(draft.identifiers)
    Check.objects.filter(pk=check_id).update(records_problem=problem)


def _identifiers(draft: Draft) -> list[str]:
    """DOIs and addresses of the entries; none of a paper that cannot be read, as the check will say."""
    try:
        found: list[str] = confinement().run(
            core.identifiers, bytes(draft.content), draft.file_name
        )
    except (core.GreltError, Confined):
        return []
    return [i for i in found if len(i) <= LONGEST_IDENTIFIER and i.isprintable()]
