"""Joins a citation to an entry by hand (or to none, or lets Grelt match it again), and re-checks."""

from __future__ import annotations

from django.db import transaction

from courses.queries import User, id_of
from papers.actions.queue_check import queue_check
from papers.models import Paper
from papers.queries import file_of

from ..models import Join, Step


@transaction.atomic
def join_citation(user: User, paper: Paper, *, citation_key: str, entry_key: str | None) -> None:
    """`entry_key` empty means “no entry”; None takes the join away again."""
    Paper.objects.select_for_update().get(pk=paper.pk)
    old = Join.objects.filter(paper=paper, citation_key=citation_key).first()
    before = [{"citation": citation_key, "entry": old.entry_key if old else None}]
    set_join(paper, citation_key, entry_key)
    Step.objects.create(
        paper=paper,
        by_id=id_of(user),
        kind=Step.Kind.JOIN,
        said="Join by hand" if entry_key is not None else "Unjoin",
        before=before,
    )
    queue_check(file_of(paper))


def set_join(paper: Paper, citation_key: str, entry_key: str | None) -> None:
    """Write or remove one join."""
    if entry_key is None:
        Join.objects.filter(paper=paper, citation_key=citation_key).delete()
    else:
        Join.objects.update_or_create(
            paper=paper, citation_key=citation_key, defaults={"entry_key": entry_key}
        )
