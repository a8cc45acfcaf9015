"""What a rule is: one value that says everything about it, and one function."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from ..findings import Subject, Verdict
from ..paper import Paper

Check = Callable[[Paper, int], Verdict]


@dataclass(frozen=True)
class Rule:
    """One rule.

    `check` gets the paper and the number of one subject (position of the entry or
    citation, index of the paragraph, 0 for the paper or the list) and answers
    `NOT_MINE`, `RIGHT` or slips. `messages` are templates with named holes.
    `label` is the rule in a few words, for lists of slips; `mark` the word or two
    that stands in the margin. `house` names the house rules that touch it.
    `any_system` says that the rule of a family of forms holds in a paper of another guide's
    system too. `of_list` says that a fault of nearly every entry is one of the whole list.
    `of_text` says the same of one that half of the paragraphs have: it is one habit of the paper.
    `measured` says that on bare pages its lengths are measured, and stand there only as such a habit.
    `outranks` names rules whose findings on the same characters are dropped.
    """

    id: str
    subject: Subject
    label: str
    mark: str
    messages: dict[str, str]
    check: Check
    house: tuple[str, ...] = ()
    outranks: tuple[str, ...] = ()
    any_system: bool = False
    of_list: bool = False
    of_text: bool = False
    measured: bool = False
