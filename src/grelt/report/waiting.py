"""What follows from a slip waits until that is put right: where the author or the title of an entry is wrong,
what is said of its order, of its being cited and of citations of it may be no slip of its own."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import TYPE_CHECKING

from ..paper import Paper

if TYPE_CHECKING:
    from .engine import Finding

# Slips in what an entry begins with.
_OPENING = frozenset(
    """entry-author-inverted entry-author-order entry-author-title entry-missing-author entry-missing-title
    entry-stray entry-kind-unknown entry-bare-url""".split()
)
_TITLE = frozenset(("entry-title-italic", "entry-title-quotes", "entry-missing-title"))
# The rules whose findings wait, and what in the entry they wait for.
_WAITING: dict[str, frozenset[str]] = {
    "entry-uncited": _OPENING,
    "cite-unlisted": _OPENING,
    "list-order": _OPENING,
    "list-order-same-author": _OPENING | _TITLE,
    "cite-et-al": _OPENING | {"entry-author-et-al"},
    "cite-first-element": _OPENING,
    "cite-name-spelling": _OPENING,
    "cite-title-form": _TITLE,
}


def without_what_follows(paper: Paper, findings: Sequence[Finding]) -> list[Finding]:
    """The findings without those that wait for another in the same entry."""
    wrong: dict[int, set[str]] = {}
    for finding in findings:
        if finding.slip.entry is not None:
            wrong.setdefault(finding.slip.entry, set()).add(finding.rule.id)
    return [f for f in findings if not _waits(f, paper, lambda e: wrong.get(e, set()))]


def _waits(finding: Finding, paper: Paper, wrong: Callable[[int], set[str]]) -> bool:
    cause = _WAITING.get(finding.rule.id)
    if cause is None:
        return False
    slip = finding.slip
    entries: tuple[int, ...] = ()
    if slip.entry is not None:
        entries = (slip.entry,)
    elif finding.rule.id == "cite-unlisted":
        entries = tuple(
            s.nearest
            for s in paper.unlisted
            if slip.citation in s.citations and s.nearest is not None
        )
    elif slip.citation is not None:
        entries = paper.matches[slip.citation].entries
    return any(not cause.isdisjoint(wrong(entry)) for entry in entries)
