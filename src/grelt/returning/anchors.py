"""Where remarks stand in the student's own file: paragraphs of the report led back to those of the file by
their words, since lists whose entries run on are parted while they are read."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from .gather import At, Json, Return
from .gather import said_of as lines_of

# So far ahead a paragraph is looked for within others.
_AHEAD = 60
# So many empty paragraphs may part an empty place from what it stands behind.
_NEAR = 12


@dataclass(frozen=True)
class Anchored:
    """A remark at a stretch of one of the file's paragraphs; `lines` are its words."""

    paragraph: int
    start: int
    end: int
    lines: tuple[str, ...]


def anchored(
    returned: Return, texts: Sequence[str]
) -> tuple[list[Anchored], list[tuple[str, ...]]]:
    """The remarks at their places in a file of these paragraphs; and those that have none."""
    led = led_back(returned.report["paragraphs"], texts)
    notes = {
        index: (note["number"], note["marker"])
        for note in returned.report["notes"]
        for index in note["paragraphs"]
        if not note["typed"]
    }
    found: list[Anchored] = []
    loose: list[tuple[str, ...]] = []
    for remark in returned.remarks:
        lines = tuple(lines_of(remark))
        place = None
        if remark.places:
            at = remark.places[0]
            if at.paragraph in notes:
                number, marker = notes[at.paragraph]
                words = returned.report["paragraphs"][at.paragraph]["text"][at.start : at.end]
                lines = (f"Note {number}: “{words.strip()}”", *lines) if words.strip() else lines
                place = _before(marker) if marker is not None else None
            else:
                place = at
        spot = _spot(place, led, texts) if place is not None else None
        if spot is None:
            loose.append(lines)
        else:
            found.append(Anchored(*spot, lines))
    return found, loose


def _before(marker: Json) -> At:
    """The character that a note's number stands behind."""
    return At(marker["paragraph"], max(0, marker["offset"] - 1), max(1, marker["offset"]))


def _spot(
    at: At, led: dict[int, tuple[int, int]], texts: Sequence[str]
) -> tuple[int, int, int] | None:
    """A place in the file, widened to words where it has no width."""
    known = led.get(at.paragraph)
    if known is None:
        return _end_before(at.paragraph, led, texts)
    index, shift = known
    text = texts[index]
    start, end = min(at.start + shift, len(text)), min(at.end + shift, len(text))
    if end <= start:
        end = min(len(text), start + 1)
        start = max(0, end - 1)
    return (index, start, end) if end > start else None


def _end_before(
    paragraph: int, led: dict[int, tuple[int, int]], texts: Sequence[str]
) -> tuple[int, int, int] | None:
    """The last word before an empty paragraph: where there is nothing nothing can be marked."""
    for before in range(paragraph - 1, max(-1, paragraph - _NEAR), -1):
        if before in led:
            index, _ = led[before]
            text = texts[index].rstrip()
            return index, max(text.rfind(" ") + 1, 0), len(text)
    return None


def led_back(paragraphs: Sequence[Json], texts: Sequence[str]) -> dict[int, tuple[int, int]]:
    """For each paragraph of a report, that of the file and where it begins there."""
    whole: dict[str, list[int]] = defaultdict(list)
    for index, text in enumerate(texts):
        whole[text].append(index)
    found: dict[int, tuple[int, int]] = {}
    at = shift = 0
    for paragraph in paragraphs:
        text = paragraph["text"]
        if not text.strip():
            continue
        exact = next((i for i in whole.get(text, ()) if i > at or (i == at and not shift)), None)
        if exact is not None:
            found[paragraph["index"]] = (exact, 0)
            at, shift = exact, len(text)
            continue
        for index in range(at, min(at + _AHEAD, len(texts))):
            begin = texts[index].find(text, shift if index == at else 0)
            if begin >= 0:
                found[paragraph["index"]] = (index, begin)
                at, shift = index, begin + len(text)
                break
    return found


def first_word(text: str) -> int:
    """Where the first word of a text ends."""
    begin = len(text) - len(text.lstrip())
    end = next((i for i in range(begin, len(text)) if text[i].isspace()), len(text))
    return max(end, 1)
