"""The marks between two elements as written, against those that the guide has there."""

from __future__ import annotations

import re
from collections.abc import Iterator

from ..text.spans import Span
from .model import Difference, alike

_PARTS = re.compile(r"(?P<close>\S*)(?P<space>\s*)(?P<open>\S*)$")


def mark_differences(text: str, span: Span, wanted: str, element: str) -> Iterator[Difference]:
    """Differences of one gap."""
    words = span.of(text)
    if alike(words, wanted):
        return
    one, other = _PARTS.match(words), _PARTS.match(wanted)
    if one is None or other is None or not words.strip():
        yield _whole(span, words, wanted, element)
        return
    close, gap, opening = one["close"], one["space"], one["open"]
    if alike(close, other["close"]) and alike(opening, other["open"]):
        start = span.start + len(close)
        end = start + len(gap)
        yield Difference(
            "entry-spacing",
            seen(Span(start, end)),
            _with_seen(text, Span(start, end), other["space"]),
            "",
            element,
            template="missing" if not gap else "extra",
        )
        return
    if alike(opening, other["open"]) and gap == other["space"]:
        where = Span(span.start, span.start + len(close))
        yield _punctuation(text, where, close, other["close"], gap, element)
        return
    yield _whole(span, words, wanted, element)


def _punctuation(
    text: str, span: Span, close: str, wanted: str, gap: str, element: str
) -> Difference:
    if not close or not wanted:
        # A mark that is missing: the space behind it makes the place visible.
        end = span.end + (1 if gap else 0)
        return Difference(
            "entry-punctuation", Span(span.start, end), wanted + text[span.end : end], "", element,
            holes=(("found", close or "nothing"), ("right", wanted or "nothing")),
        )  # fmt: skip
    return Difference(
        "entry-punctuation", span, wanted, "", element, holes=(("found", close), ("right", wanted))
    )


def _whole(span: Span, words: str, wanted: str, element: str) -> Difference:
    return Difference(
        "entry-punctuation", span, wanted, "", element,
        holes=(("found", words.strip() or "a space"), ("right", wanted.strip() or "a space")),
    )  # fmt: skip


def _with_seen(text: str, span: Span, wanted: str) -> str:
    return wanted if len(span) or not span.start else text[span.start - 1] + wanted


def trimmed(
    text: str, span: Span, wanted: str, markup: str, least: Span | None = None
) -> tuple[Span, str, str]:
    """A change without the marks that both have in common at the ends. `least` is the stretch that
    stays whole: elements are not cut into."""
    words = span.of(text)
    lead = least.start - span.start if least is not None else len(words)
    rear = span.end - least.end if least is not None else len(words)
    head = 0
    while (
        head < min(len(words), len(wanted), max(0, lead))
        and words[head] == wanted[head]
        and not words[head].isalnum()
    ):
        head += 1
    tail = 0
    room = min(min(len(words), len(wanted)) - head, max(0, rear))
    while tail < room and words[-1 - tail] == wanted[-1 - tail] and not words[-1 - tail].isalnum():
        tail += 1
    if head == len(words) - tail:  # nothing would be left to point at
        tail = max(0, tail - 1) if tail else 0
        head = max(0, head - 1) if not tail and head else head
    cut = Span(span.start + head, span.end - tail)
    shorter = wanted[head : len(wanted) - tail]
    if markup:
        markup = _shortened(markup, head, tail)
    return cut, shorter, markup


def _shortened(markup: str, head: int, tail: int) -> str:
    """Markup without so many characters at its ends, where no italics begin or end there."""
    lead = markup[:head]
    rest = markup[len(markup) - tail :] if tail else ""
    if "<" in lead or "&" in lead or ">" in rest or ";" in rest:
        return markup
    return markup[head : len(markup) - tail]


def seen(span: Span) -> Span:
    """A place without width, widened by the character before it."""
    return span if len(span) or not span.start else Span(span.start - 1, span.end)
