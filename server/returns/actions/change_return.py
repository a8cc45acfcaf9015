"""Changes what a person adds to a return: words, rounds left out, the page to read, and that it is returned."""

from __future__ import annotations

import datetime
import secrets

from django.db import transaction
from django.utils import timezone

from papers.models import Paper

from ..models import PaperReturn
from .make import page_of

# As many bits as nobody guesses.
_BYTES = 18
_LONGEST_DAYS = 366


@transaction.atomic
def write_return(paper: Paper, *, words: str, without: list[str]) -> None:
    """Keep the words for the whole, and which rounds are left out; the student's page is made anew."""
    back = _locked(paper)
    back.words, back.without = words, without
    back.save()
    if back.token:
        PaperReturn.objects.filter(pk=back.pk).update(page=page_of(paper))


@transaction.atomic
def give_page(paper: Paper, days: int) -> None:
    """Make a link to the student's page, or make the page anew and set its end."""
    back = _locked(paper)
    back.token = back.token or secrets.token_urlsafe(_BYTES)
    back.until = timezone.localdate() + datetime.timedelta(days=min(max(days, 1), _LONGEST_DAYS))
    back.page = page_of(paper)
    back.save()


@transaction.atomic
def withdraw_page(paper: Paper) -> None:
    """Take the page back: its address leads nowhere from now on, and is never used again."""
    back = _locked(paper)
    back.token, back.until, back.page = None, None, ""
    back.save()


@transaction.atomic
def set_returned(paper: Paper, *, returned: bool) -> None:
    """Say that the paper went back, or did not; a page that was given has then what the letter has."""
    back = _locked(paper)
    if returned and back.token:
        back.page = page_of(paper)
    back.save()
    paper.returned_at = timezone.now() if returned else None
    paper.save(update_fields=["returned_at"])


def _locked(paper: Paper) -> PaperReturn:
    Paper.objects.select_for_update().get(pk=paper.pk)
    back, _ = PaperReturn.objects.get_or_create(paper=paper)
    return back
