"""One difference, with the one rule that owns it; and an entry's pieces laid side by side."""

from __future__ import annotations

from dataclasses import dataclass

from ..text.spans import Span

_SAME = str.maketrans(
    {"“": '"', "”": '"', "„": '"', "‟": '"', "«": '"', "»": '"', "‘": "'", "’": "'", "ʼ": "'",
     "–": "-", "—": "-", "‑": "-", "‐": "-", "−": "-", "\u00a0": " ", "…": "..."}
)  # fmt: skip
# What belongs to no element, and stays where it stands.
KEPT = ("supplement", "annotation")


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


def outermost(differences: tuple[Difference, ...]) -> list[Difference]:
    """Differences that lie within no other, in order."""
    kept: list[Difference] = []
    fixable = [d for d in differences if d.expected is not None]
    for difference in sorted(
        fixable, key=lambda d: (-len(d.span), -len(d.expected or ""), d.span, d.rule)
    ):
        if not any(_clash(difference.span, other.span) for other in kept):
            kept.append(difference)
    return sorted(kept, key=lambda d: d.span)


def _clash(one: Span, other: Span) -> bool:
    return (
        one.overlaps(other)
        or (
            other.start <= one.start
            and one.end <= other.end
            and len(one) + len(other) > 0
            and other.start < one.start < other.end
        )
        or one == other
    )
