"""One thing done to many papers of an assignment at once."""

from __future__ import annotations

from collections.abc import Sequence

from config.urgency import Urgency
from courses.models import Assignment
from courses.queries import User
from papers.actions.queue_check import queue_check
from papers.models import FindingRow, Paper
from papers.queries import file_of, newest_done, papers_of

from ..models import Decision
from .decide_findings import decide_findings

CHECK, KEEP = "check", "keep"
# In the place of a rule: whatever was found and nobody has decided yet.
EVERYTHING = "*"


def do_to_many(
    user: User, assignment: Assignment, papers: Sequence[int], what: str, rule: str = ""
) -> int:
    """Check these papers again; or keep, or waive, every finding of a rule in them (or all that is open), a
    step a paper, so that each can be undone at its desk. How many papers it was done to."""
    done = 0
    for paper in papers_of(assignment).filter(pk__in=papers).select_related("assignment__course"):
        if what == CHECK:
            queue_check(file_of(paper), Urgency.CLASS)
            done += 1
        else:
            done += _decide(user, paper, what, rule)
    return done


def _decide(user: User, paper: Paper, what: str, rule: str) -> bool:
    check = newest_done(paper)
    if check is None:
        return False
    found = FindingRow.objects.filter(checked=check)
    if rule == EVERYTHING:
        decided = Decision.objects.filter(paper=paper).exclude(verdict=Decision.Verdict.OPEN)
        found = found.exclude(key__in=decided.values("finding_key"))
    else:
        found = found.filter(rule=rule)
    keys = list(found.values_list("key", flat=True))
    if keys:
        verdict = "kept" if what == KEEP else "waived"
        decide_findings(user, paper, keys=keys, verdict=verdict, remark=None)
    return bool(keys)
