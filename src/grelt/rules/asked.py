"""Rules of what an assignment asks: each has one verdict, made from what was counted."""

from __future__ import annotations

from ..findings import NOT_MINE, RIGHT, Slip, Subject, Verdict
from ..paper import Paper
from ..requirements import requirements_of
from .base import Rule


def requirement_rule(
    identity: str, label: str, mark: str, message: str, house: tuple[str, ...]
) -> Rule:
    """A rule that says which requirements of its own are not met, with the figures."""

    def check(paper: Paper, number: int) -> Verdict:
        mine = [r for r in requirements_of(paper) if r.rule == identity]
        if not mine:
            return NOT_MINE
        return (
            tuple(
                Slip(
                    template="unmet",
                    holes=(("wanted", r.wanted), ("found", r.found)),
                    confidence=0.6 if r.maybe else 1.0,
                    doubt="it hangs on sources or pages that could not be told" if r.maybe else "",
                )
                for r in mine
                if not r.met
            )
            or RIGHT
        )

    return Rule(
        id=identity, subject=Subject.PAPER, label=label, mark=mark, messages={"unmet": message},
        check=check, house=house,
    )  # fmt: skip
