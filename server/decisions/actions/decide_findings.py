"""Keeps, waives or reopens findings, one or many at once, as one step."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from django.db import transaction

from config.problems import Problem
from courses.queries import User, id_of
from grelt import api as core
from papers.models import FindingRow, Paper

from ..models import Decision, Step

_SAID = {"kept": "Keep", "waived": "Waive", "open": "Reopen"}


@transaction.atomic
def decide_findings(
    user: User,
    paper: Paper,
    *,
    keys: list[str],
    verdict: str,
    remark: str | None,
    seen: Mapping[str, int] | None = None,
) -> None:
    """Decide the findings with these keys. `remark` None leaves the remarks as they are.

    Keys that no check of this paper has are passed over. `seen` has the version of each decision that the
    person saw (nought: none); where a newer one is there, nothing is written. Raises `Problem`.
    """
    Paper.objects.select_for_update().get(pk=paper.pk)
    rules = dict(
        FindingRow.objects.filter(checked__draft__paper=paper, key__in=keys).values_list(
            "key", "rule"
        )
    )
    known = [key for key in dict.fromkeys(keys) if key in rules]
    if not known:
        return
    old = {d.finding_key: d for d in Decision.objects.filter(paper=paper, finding_key__in=known)}
    _refuse_stale(old, seen or {})
    step = Step.objects.create(
        paper=paper,
        by_id=id_of(user),
        kind=Step.Kind.DECIDE,
        said=_said(verdict, [rules[key] for key in known]),
        before=[_state(key, rules[key], old.get(key)) for key in known],
    )
    for key in known:
        decision = old.get(key)
        words = remark if remark is not None else (decision.remark if decision else "")
        if verdict == Decision.Verdict.OPEN and not words:
            Decision.objects.filter(paper=paper, finding_key=key).delete()
            continue
        Decision.objects.update_or_create(
            paper=paper,
            finding_key=key,
            defaults={
                "rule": rules[key], "verdict": verdict, "remark": words, "version": step.pk,
                "by_id": id_of(user),
            },
        )  # fmt: skip


def _said(verdict: str, rules: list[str]) -> str:
    """The step in words: how many, and what, where it is one thing."""
    count = f" {len(rules)} findings" if len(rules) > 1 else ""
    what = f": {core.rule_label(rules[0])}" if len(set(rules)) == 1 else ""
    return f"{_SAID[verdict]}{count}{what}"


def _state(key: str, rule: str, decision: Decision | None) -> dict[str, Any]:
    return {
        "key": key,
        "rule": rule,
        "verdict": decision.verdict if decision else None,
        "remark": decision.remark if decision else "",
        "version": decision.version if decision else 0,
    }


def _refuse_stale(old: Mapping[str, Decision], seen: Mapping[str, int]) -> None:
    for key, version in seen.items():
        decision = old.get(key)
        if (decision.version if decision else 0) != version:
            verdict = decision.verdict if decision else Decision.Verdict.OPEN
            remark = decision.remark if decision else ""
            raise Problem(
                "changed-meanwhile",
                "This was decided elsewhere meanwhile. What you wrote is still here.",
                {"key": key, "verdict": str(verdict), "remark": remark},
            )
