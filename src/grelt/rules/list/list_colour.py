"""Text of an entry is not black, or has a shaded or highlighted background.

Grey or coloured print and shading are pasted along from a web page; on paper they
show as smudges.
"""

from ...document import RunFormat
from ...findings import RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_DARK = 0x33
_LIGHT = 0xFA


def check(paper: Paper, number: int) -> Verdict:
    entry = paper.entries[number]
    for paragraph in paper.paragraphs_of(entry):
        shaded = paragraph.where(_is_shaded)
        if shaded:
            colour = paragraph.format_at(shaded[0].start)
            return (
                Slip(
                    template="shaded",
                    holes=(("colour", colour.background or "" if colour else ""),),
                    place=Place(paragraph.index, shaded[0]),
                    entry=number,
                ),
            )
        coloured = paragraph.where(_is_coloured)
        coloured = tuple(s for s in coloured if s.of(paragraph.text).strip())
        if coloured:
            colour = paragraph.format_at(coloured[0].start)
            return (
                Slip(
                    template="coloured",
                    holes=(("colour", colour.colour or "" if colour else ""),),
                    place=Place(paragraph.index, coloured[0]),
                    entry=number,
                ),
            )
    return RIGHT


def _channels(colour: str) -> tuple[int, int, int]:
    return int(colour[:2], 16), int(colour[2:4], 16), int(colour[4:], 16)


def _is_hex(colour: str | None) -> bool:
    return colour is not None and len(colour) == 6 and all(c in "0123456789ABCDEF" for c in colour)


def _is_shaded(format: RunFormat) -> bool:
    """Darker than paper can be. Near-white shading does not print."""
    behind = format.background
    return _is_hex(behind) and min(_channels(behind or "")) < _LIGHT


def _is_coloured(format: RunFormat) -> bool:
    """Lighter than black. A link's own colour is the business of the rule for links."""
    if format.link is not None or format.underline:
        return False
    return _is_hex(format.colour) and max(_channels(format.colour or "")) > _DARK


RULE = Rule(
    id="list-colour",
    subject=Subject.ENTRY,
    label="colour or shading in the list",
    mark="colour",
    messages={
        "shaded": "Part of the entry has a shaded background (#{colour}), left from pasting.",
        "coloured": "Part of the entry is not black (#{colour}).",
    },
    check=check,
    of_list=True,
)
