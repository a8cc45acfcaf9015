"""Sets right what Grelt took a paragraph for, and re-checks."""

from __future__ import annotations

from django.db import transaction

from courses.queries import User, id_of
from papers.actions.queue_check import queue_check
from papers.models import Paper
from papers.queries import file_of

from ..models import ParagraphHand, Step

_SAID = {
    "": "Leave a paragraph to Grelt",
    "list-heading": "The list begins here",
    "list-first": "The list begins here",
    "list-last": "The list ends here",
    "note-first": "The notes begin here",
    "writer": "This is the writer",
    "title": "This is the title",
}


@transaction.atomic
def set_paragraph(user: User, paper: Paper, *, paragraph_key: str, role: str) -> None:
    """Write what the paragraph is; an empty role leaves it to Grelt again."""
    Paper.objects.select_for_update().get(pk=paper.pk)
    old = ParagraphHand.objects.filter(paper=paper, paragraph_key=paragraph_key).first()
    write_role(paper, paragraph_key, role)
    Step.objects.create(
        paper=paper,
        by_id=id_of(user),
        kind=Step.Kind.PARAGRAPH,
        said=_SAID.get(role, f"Set a paragraph right: {role}"),
        before=[{"paragraph": paragraph_key, "role": old.role if old else ""}],
    )
    queue_check(file_of(paper))


def write_role(paper: Paper, paragraph_key: str, role: str) -> None:
    """Write or remove one."""
    if not role:
        ParagraphHand.objects.filter(paper=paper, paragraph_key=paragraph_key).delete()
        return
    ParagraphHand.objects.update_or_create(
        paper=paper, paragraph_key=paragraph_key, defaults={"role": role}
    )
