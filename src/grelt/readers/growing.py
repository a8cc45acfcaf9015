"""A paragraph's text and runs while they are read, put together in time that grows with their length alone."""

from __future__ import annotations

from ..document import Run, RunFormat
from ..errors import PaperTooLarge
from ..text.spans import Span
from .limits import LIMITS


class GrowingText:
    """Pieces of text with their formats; neighbours of one format are one run.

    Raises `PaperTooLarge` for a paragraph longer, or of more runs, than any paper has."""

    def __init__(self) -> None:
        self.length = 0
        self._pieces: list[str] = []
        self._formats: list[RunFormat] = []
        self._starts: list[int] = []

    def add(self, text: str, format: RunFormat) -> None:
        """Append a piece."""
        if not text:
            return
        if not self._formats or self._formats[-1] != format:
            self._formats.append(format)
            self._starts.append(self.length)
        self._pieces.append(text)
        self.length += len(text)
        if self.length > LIMITS.paragraph:
            raise PaperTooLarge(
                f"One paragraph has more than {LIMITS.paragraph:,} characters: no paper has. "
                "Check that its lines and paragraphs were kept when it was saved."
            )

    @property
    def last(self) -> str:
        """The last character; nothing at the beginning."""
        return self._pieces[-1][-1] if self._pieces else ""

    @property
    def text(self) -> str:
        return "".join(self._pieces)

    @property
    def runs(self) -> tuple[Run, ...]:
        ends = [*self._starts, self.length][1:]
        return tuple(
            Run(Span(start, end), format)
            for start, end, format in zip(self._starts, ends, self._formats, strict=True)
        )
