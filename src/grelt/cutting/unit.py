"""A stretch of an entry, and the characters that are spoken for."""

from __future__ import annotations

from dataclasses import dataclass, field

from ..text.spans import Span
from ..works import Value


@dataclass(frozen=True)
class Unit:
    """A stretch of an entry. `element` is what it is for sure, or empty where it is free. `span` is
    the value, `whole` with its label and brackets. `dress` is `quotes`, `italics` or `plain`."""

    element: str
    span: Span
    whole: Span
    dress: str = "plain"
    value: Value | None = None
    parts: tuple[tuple[str, Span], ...] = ()
    more: bool = False
    colon_after: bool = False
    source: str = field(default="", compare=False)


@dataclass
class Taken:
    """Which characters are spoken for."""

    length: int
    flags: bytearray = field(init=False)

    def __post_init__(self) -> None:
        self.flags = bytearray(self.length + 1)

    def free(self, span: Span) -> bool:
        return not any(self.flags[span.start : span.end])

    def take(self, span: Span) -> None:
        self.flags[span.start : span.end] = b"\x01" * len(span)
