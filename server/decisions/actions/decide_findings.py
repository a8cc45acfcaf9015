"""Keeps, waives or reopens findings, one or many at once, as one step."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from courses.queries import User, id_of
from papers.models import FindingRow, Paper

from ..models import Decision, Step


@transaction.atomic
def decide_findings(
    user: User, paper: Paper, *, keys: list[str], verdict: str, remark: str | None
) -> None:
    """Decide the findings with these keys. `remark` None leaves the remarks as they are.

    Keys that no check of this paper has are passed over.
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
    before: list[dict[str, Any]] = []
    for key in known:
        decision = old.get(key)
        before.append(
            {
                "key": key,
                "rule": rules[key],
                "verdict": decision.verdict if decision else None,
                "remark": decision.remark if decision else "",
            }
        )
        words = remark if remark is not None else (decision.remark if decision else "")
        if verdict == Decision.Verdict.OPEN and not words:
            Decision.objects.filter(paper=paper, finding_key=key).delete()
            continue
        Decision.objects.update_or_create(
            paper=paper,
            finding_key=key,
            defaults={"rule": rules[key], "verdict": verdict, "remark": words},
        )
    said = {"kept": "Keep", "waived": "Waive", "open": "Reopen"}[verdict]
    count = f" {len(known)} findings" if len(known) > 1 else ""
    Step.objects.create(
        paper=paper,
        by_id=id_of(user),
        kind=Step.Kind.DECIDE,
        said=f"{said}{count}: {rules[known[0]]}",
        before=before,
    )
