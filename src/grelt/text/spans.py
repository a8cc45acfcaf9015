"""Half-open ranges of character offsets, and text with its white space squeezed."""

from __future__ import annotations

from bisect import bisect_left, bisect_right
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import accumulate


@dataclass(frozen=True, slots=True, order=True)
class Span:
    """Characters `start` up to, not including, `end` of one text."""

    start: int
    end: int

    def __post_init__(self) -> None:
        if not 0 <= self.start <= self.end:
            raise ValueError(f"not a span: {self.start}..{self.end}")

    def __len__(self) -> int:
        return self.end - self.start

    def of(self, text: str) -> str:
        """The characters this span covers in `text`."""
        return text[self.start : self.end]

    def overlaps(self, other: Span) -> bool:
        return self.start < other.end and other.start < self.end

    def contains(self, offset: int) -> bool:
        return self.start <= offset < self.end

    def shifted(self, by: int) -> Span:
        return Span(self.start + by, self.end + by)


class Spans:
    """Many spans of one text, asked whether they touch one, in time that hardly grows with their number."""

    def __init__(self, spans: Iterable[Span]) -> None:
        ordered = sorted(spans)
        self._starts = [s.start for s in ordered]
        # The furthest end of all spans up to each.
        self._ends = list(accumulate((s.end for s in ordered), max))

    def overlap(self, span: Span) -> bool:
        """Whether any of them overlaps it."""
        before = bisect_left(self._starts, span.end)
        return before > 0 and self._ends[before - 1] > span.start

    def contain(self, offset: int) -> bool:
        """Whether a character stands in one of them."""
        before = bisect_right(self._starts, offset)
        return before > 0 and self._ends[before - 1] > offset

    def part_at(self, offset: int) -> bool:
        """Whether one of them goes on over an offset, with characters on both sides."""
        before = bisect_left(self._starts, offset)
        return before > 0 and self._ends[before - 1] > offset


@dataclass(frozen=True, slots=True)
class Squeezed:
    """A text in which every run of white space is one space, with the way back.

    `origin[i]` is the offset in the source of character `i`; it has one item
    more than `text`, for the end.
    """

    text: str
    origin: tuple[int, ...]

    def back(self, span: Span) -> Span:
        """The span in the source text of a span in the squeezed one."""
        if span.start == span.end:
            return Span(self.origin[span.start], self.origin[span.start])
        return Span(self.origin[span.start], self.origin[span.end - 1] + 1)

    def forth(self, offset: int) -> int:
        """The squeezed offset of a source offset (clamped to the text)."""
        return max(0, min(len(self.text), bisect_right(self.origin, offset) - 1))


def squeeze(text: str) -> Squeezed:
    """Squeeze white space: inner runs become one space, outer runs vanish."""
    characters: list[str] = []
    origin: list[int] = []
    pending: int | None = None
    for offset, character in enumerate(text):
        if character.isspace():
            if characters and pending is None:
                pending = offset
            continue
        if pending is not None:
            characters.append(" ")
            origin.append(pending)
            pending = None
        characters.append(character)
        origin.append(offset)
    origin.append(origin[-1] + 1 if origin else 0)
    return Squeezed("".join(characters), tuple(origin))


def merge(spans: list[Span], text: str) -> tuple[Span, ...]:
    """Join spans that touch or are parted by white space alone."""
    joined: list[Span] = []
    for span in sorted(spans):
        if joined and not text[joined[-1].end : span.start].strip():
            joined[-1] = Span(joined[-1].start, max(joined[-1].end, span.end))
        else:
            joined.append(span)
    return tuple(joined)
