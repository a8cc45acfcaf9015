"""Makes what goes back, in a process of its own: the student's file is read again for it."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone

from config.problems import Problem
from grelt import api as core
from grelt.confined import Confined
from papers.actions.run_check import confinement
from papers.models import Paper
from papers.names import name_of_paper, refuse_hidden, shown_report
from papers.queries import file_of

from ..queries import kept_of, report_of, return_of


@dataclass(frozen=True)
class Made:
    """A file: its bytes, its name and its kind."""

    content: bytes
    name: str
    kind: str


def make_file(user: User, paper: Paper, form: str) -> Made:
    """What goes back, in one of the forms of the core. Raises `Problem`, `GreltError`."""
    refuse_hidden(paper.assignment)
    draft = file_of(paper)
    author = user.get_full_name() or user.get_username()
    date = timezone.now().strftime("%Y-%m-%dT%H:%M:%SZ")
    report, given = report_of(paper).body, _given(paper)
    try:
        content, ending, kind = confinement().run(
            core.file_of_return,
            form,
            bytes(draft.content),
            draft.file_name,
            report,
            given,
            author,
            date,
        )
    except Confined as ended:
        raise Problem("failed", "The file could not be made: it asks for too much.") from ended
    stem = draft.file_name.rpartition(".")[0] or draft.file_name
    what = (
        ""
        if ending == f".{draft.file_name.rpartition('.')[2].casefold()}"
        else f"-{form.partition('-')[0]}"
    )
    return Made(content, f"{stem}{what}-returned{ending}", kind)


def letter_of(paper: Paper) -> list[dict[str, Any]]:
    """The letter as blocks."""
    given = {**_given(paper), "writer": name_of_paper(paper)}
    body = shown_report(paper, report_of(paper).body)
    return core.return_letter(core.return_of(body, **given))


def page_of(paper: Paper) -> str:
    """The student's page."""
    return core.return_page(core.return_of(report_of(paper).body, **_given(paper)))


def _given(paper: Paper) -> dict[str, Any]:
    back = return_of(paper)
    return {
        "kept": kept_of(paper),
        "words": back.words,
        "writer": paper.writer,
        "title": paper.title,
        "without": back.without,
    }


def rounds() -> Collection[str]:
    """The rounds that may be left out."""
    return [r["id"] for r in core.vocabulary()["rounds"]]
