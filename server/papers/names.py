"""Whose a paper is, as it may be shown: an assignment can hide the names of its writers until they are shown
again."""

from __future__ import annotations

from typing import Any

from config.problems import Problem
from courses.models import Assignment
from grelt import api as core

from .models import Paper


def name_of_paper(paper: Paper) -> str:
    """The writer, or the paper's number where names are hidden."""
    return f"Paper {paper.pk}" if paper.assignment.names_hidden else paper.writer


def shown_report(paper: Paper, body: dict[str, Any]) -> dict[str, Any]:
    """A report as it may be shown."""
    whole = core.completed(body)
    return core.masked(whole, [paper.writer]) if paper.assignment.names_hidden else whole


def refuse_hidden(assignment: Assignment) -> None:
    """What bears names is not given out while they are hidden. Raises `Problem`."""
    if assignment.names_hidden:
        raise Problem(
            "names-hidden",
            "The names of this assignment are hidden, and this bears them. Show the names first.",
        )
