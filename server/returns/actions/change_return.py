"""Changes what a person adds to a return: words, rounds left out, the page to read, and that it is returned."""

from __future__ import annotations

import datetime
import secrets
from collections.abc import Iterable
from typing import Any

from django.db import transaction
from django.utils import timezone

from courses.queries import User, id_of
from decisions.actions.undo_step import undoes
from decisions.models import Step
from grelt import api as core
from papers.models import Paper
from papers.names import refuse_hidden

from ..models import PaperReturn
from .make import page_of

# As many bits as nobody guesses.
_BYTES = 18
_LONGEST_DAYS = 366


@transaction.atomic
def write_return(user: User, paper: Paper, *, words: str, without: list[str]) -> None:
    """Keep the words for the whole, and which rounds are left out; the student's page is made anew."""
    back = _locked(paper)
    if (back.words, back.without) == (words, without):
        return
    said = "Your words for the whole" if back.words != words else _left_out(back.without, without)
    _step(user, paper, said, {"words": back.words, "without": back.without})
    _write(back, words, without)


def _write(back: PaperReturn, words: str, without: list[str]) -> None:
    back.words, back.without = words, without
    back.save()
    if back.token:
        PaperReturn.objects.filter(pk=back.pk).update(page=page_of(back.paper))


def _left_out(before: list[str], after: list[str]) -> str:
    titles = {r["id"]: r["title"] for r in core.vocabulary()["rounds"]}
    changed = sorted(set(before) ^ set(after))
    names = ", ".join(titles[r] for r in changed if r in titles)
    return f"{names}: {'left out' if len(after) > len(before) else 'taken in'}"


def _step(user: User, paper: Paper, said: str, before: dict[str, object]) -> None:
    Step.objects.create(
        paper=paper, by_id=id_of(user), kind=Step.Kind.RETURN, said=said[:200], before=[before]
    )


@undoes(Step.Kind.RETURN)
def _undo(paper: Paper, before: list[dict[str, Any]]) -> None:
    for was in before:
        if "returned_at" in was:
            Paper.objects.filter(pk=paper.pk).update(returned_at=was["returned_at"])
        else:
            _write(_locked(paper), was["words"], was["without"])


@transaction.atomic
def give_page(paper: Paper, days: int) -> str:
    """Make a link to the student's page, or make the page anew and set its end; its token."""
    refuse_hidden(paper.assignment)
    back = _locked(paper)
    back.token = back.token or secrets.token_urlsafe(_BYTES)
    back.until = timezone.localdate() + datetime.timedelta(days=min(max(days, 1), _LONGEST_DAYS))
    back.page = page_of(paper)
    back.save()
    return back.token


@transaction.atomic
def withdraw_page(paper: Paper) -> None:
    """Take the page back: its address leads nowhere from now on, and is never used again."""
    back = _locked(paper)
    back.token, back.until, back.page = None, None, ""
    back.save()


@transaction.atomic
def set_returned(user: User, paper: Paper, *, returned: bool) -> None:
    """Say that the paper went back, or did not; a page that was given has then what the letter has."""
    back = _locked(paper)
    if returned and back.token:
        back.page = page_of(paper)
    back.save()
    was = paper.returned_at
    if returned or was:
        said = "Returned" if returned else "Not returned yet"
        _step(user, paper, said, {"returned_at": was.isoformat() if was else None})
    paper.returned_at = timezone.now() if returned else None
    paper.save(update_fields=["returned_at"])


def set_many_returned(user: User, papers: Iterable[Paper], *, returned: bool) -> int:
    """The same of many papers, each a step of its own; of how many it was not so before."""
    others = [paper for paper in papers if (paper.returned_at is not None) != returned]
    for paper in others:
        set_returned(user, paper, returned=returned)
    return len(others)


def _locked(paper: Paper) -> PaperReturn:
    Paper.objects.select_for_update().get(pk=paper.pk)
    back, _ = PaperReturn.objects.get_or_create(paper=paper)
    return back
