"""One difference, with the one rule that owns it; and an entry's pieces laid side by side."""

from __future__ import annotations

from dataclasses import dataclass

from ..text.spans import Span

_SAME = str.maketrans(
    {"“": '"', "”": '"', "„": '"', "‟": '"', "«": '"', "»": '"', "‘": "'", "’": "'", "ʼ": "'",
     "–": "-", "—": "-", "‑": "-", "‐": "-", "−": "-", "\u00a0": " ", "…": "..."}
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Difference:
    """`span` is in the entry's text with single spaces; `expected` the right text for it, `markup` the
    same with italics as `<i>`. `template` picks the message of the rule. A difference whose span lies
    within another's is put right by that one too. `expected` is None where no text can be given."""

    rule: str
    span: Span
    expected: str | None
    markup: str
    element: str
    template: str = "differs"
    holes: tuple[tuple[str, str], ...] = ()
    confidence: float = 1.0


@dataclass(frozen=True, slots=True)
class Aligned:
    """One piece for the bench: what is written and what is expected, and how they stand to each
    other: `same`, `differs`, `missing`, `extra`, `moved` or `kept`."""

    element: str
    written: str
    expected: str
    state: str
    dress: str
    rules: tuple[str, ...] = ()


def alike(one: str, other: str) -> bool:
    """Equal but for the shape of quotation marks, apostrophes and dashes."""
    return one == other or one.translate(_SAME).replace("--", "-") == other.translate(
        _SAME
    ).replace("--", "-")
