"""A whole list composed: sources written in a guide, in its order, under its heading."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..composing import composed
from ..document import Document
from ..document.fragment import parse_fragment
from ..guides import Policy
from ..paper import analyse
from ..report import run_rules
from ..rules.registry import rule
from ..text.spans import Span
from ..works import Work
from .gather import Json
from .letter import stretches
from .put_right import Listed, PutRight

# What an entry's words owe to its neighbours in the list.
_BESIDE_OTHERS = ("list-repeated-author", "list-year-letters")

Runs = tuple[tuple[str, bool], ...]


@dataclass(frozen=True)
class ComposedList:
    """A list with its entries in order. `order` has for each entry which of the sources it is of; `gaps` what
    each source lacks, and `unlisted` are those that the guide does not list, with why not."""

    right: PutRight
    order: tuple[int, ...]
    gaps: tuple[list[Json], ...]
    unlisted: tuple[tuple[int, str], ...]


def compose_list(sources: Sequence[tuple[Work, str]], policy: Policy) -> ComposedList:
    """Compose works (each with the id of a kind of the house's own, or none) and file them as the guide
    does."""
    written = tuple(composed(work, policy, "", kind) for work, kind in sources)
    listed = [i for i, one in enumerate(written) if not one["unlisted"]]
    heading = policy.list_headings(len(listed))[0]
    filed = _filed(heading, [stretches(written[i]["entry"]["html"]) for i in listed], policy)
    right = PutRight(
        heading,
        tuple(Listed(runs) for _, runs in filed),
        policy.guide.list.hanging,
        policy.list_line_spacing or 1.0,
        policy.guide.list.heading_print == "bold",
    )
    unlisted = tuple((i, str(one["unlisted"])) for i, one in enumerate(written) if one["unlisted"])
    order = tuple(listed[at] for at, _ in filed)
    return ComposedList(right, order, tuple(one["gaps"] for one in written), unlisted)


def _filed(heading: str, entries: list[Runs], policy: Policy) -> list[tuple[int, Runs]]:
    """Entries in the order that a paper with this list would be filed in, and how each stands there: an author
    named again, works of one year, are as the rules of lists have them."""
    if not entries:
        return []
    paper = analyse(_document(heading, entries), policy)
    if len(paper.entries) != len(entries):
        # Something in it was not read as an entry: by its letters, as people would at first.
        words = ["".join(t for t, _ in runs).casefold().lstrip("“\"'‘") for runs in entries]
        return [(i, entries[i]) for i in sorted(range(len(entries)), key=lambda i: words[i])]
    order = paper.expected_order
    filed = [entries[i] for i in order]
    ordered = analyse(_document(heading, filed), policy)
    first = len(ordered.document.paragraphs) - len(filed)
    found = run_rules(ordered, [rule(identity) for identity in _BESIDE_OTHERS]).findings
    for finding in sorted(
        found, key=lambda f: f.slip.place.span.start if f.slip.place else 0, reverse=True
    ):
        place, expected = finding.slip.place, finding.slip.expected
        if place is not None and expected is not None and place.paragraph >= first:
            at = place.paragraph - first
            filed[at] = _with(filed[at], place.span, expected)
    return list(zip(order, filed, strict=True))


def _with(runs: Runs, span: Span, words: str) -> Runs:
    """Stretches with other words in the place of some; these have the print of the first that they replace."""
    made: list[tuple[str, bool]] = []
    start, put = 0, False
    for text, italic in runs:
        end = start + len(text)
        before, after = text[: max(0, span.start - start)], text[max(0, span.end - start) :]
        if end <= span.start or start >= span.end:
            made.append((text, italic))
        else:
            made.append((before + ("" if put else words) + after, italic))
            put = True
        start = end
    return tuple((text, italic) for text, italic in made if text)


def _document(heading: str, entries: list[Runs]) -> Document:
    lines = ("".join(f"*{_safe(t)}*" if i else _safe(t) for t, i in runs) for runs in entries)
    return parse_fragment("\n".join(["A list.", f"# {heading}", *lines]))


def _safe(words: str) -> str:
    """Words without the signs of the notation, which mean nothing to the order; as many letters."""
    return (
        words.replace("*", "")
        .replace("[", "(")
        .replace("]", ")")
        .replace("^", "")
        .replace("\n", " ")
    )
