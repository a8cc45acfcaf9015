"""What a paper may weigh and hold. A thesis of a thousand pages stays far below; what goes beyond is refused
in words, before memory is taken for it."""

from __future__ import annotations

from dataclasses import dataclass

from ..errors import PaperTooLarge


@dataclass(frozen=True)
class Limits:
    """Sizes in bytes, lengths in characters, the rest counted."""

    file: int = 30 * 1024 * 1024
    unpacked: int = 160 * 1024 * 1024
    part: int = 64 * 1024 * 1024
    parts: int = 3000
    elements: int = 1_000_000
    characters: int = 10_000_000
    paragraphs: int = 12_000
    paragraph: int = 100_000
    spaces: int = 5_000
    notes: int = 10_000
    brackets: int = 5_000
    styling: int = 500_000
    pages: int = 2_000
    forms: int = 500
    objects: int = 8_000


LIMITS = Limits()


def bounded(count: int, most: int, things: str) -> None:
    """Raises `PaperTooLarge` where there are more than `most` of these `things`."""
    if count > most:
        raise PaperTooLarge(
            f"The paper has more than {most:,} {things}, more than any paper needs. "
            "Split it and hand it in by chapters, or ask for a plain .docx."
        )
