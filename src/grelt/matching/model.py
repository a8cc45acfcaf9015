"""A match, and a source that is cited and not listed."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from .candidates import Way


class MatchDegree(StrEnum):
    EXACT = "exact"
    NEAR = "near"
    AMBIGUOUS = "ambiguous"
    NONE = "none"


@dataclass(frozen=True, slots=True)
class Match:
    """Where a citation leads. `entries` are positions from 0 in the paper's entries.

    `way` tells the slip of a near match. `by_hand` marks a person's own join.
    `carried` marks a locator alone that continues the source before it; `sourceless`
    one that nothing names a source for. `rivals` are other entries that the words may mean as well, where
    only the order of the citations, or a page, speaks for the one chosen; `beside` those that begin with
    further names cited which the chosen one has not.
    """

    degree: MatchDegree
    entries: tuple[int, ...]
    reason: str
    score: float
    way: Way | None = None
    cited: str = ""
    by_hand: bool = False
    carried: bool = False
    sourceless: bool = False
    rivals: tuple[int, ...] = ()
    beside: tuple[int, ...] = ()


@dataclass(frozen=True)
class UnlistedSource:
    """A source cited and not listed: its label, the citations of it, and what it resembles;
    a `pair` with it where nothing cites that entry."""

    label: str
    citations: tuple[int, ...]
    nearest: int | None
    pair: bool = False
