"""An address is a live link, or has a link's underline and blue left on it.

On paper an address is read, not pressed; underline and blue hide its marks and set it off
from the entry. House rules may allow live links, or require them.
"""

import re

from ...document import RunFormat
from ...findings import NOT_MINE, RIGHT, Place, Slip, Subject, Verdict
from ...paper import Paper
from ..base import Rule

_ADDRESS = re.compile(r"https?://\S+|\bwww\.\S+|\bdoi\.org/\S+|\b[\w-]+(?:\.[\w-]+)+/\S*")


def check(paper: Paper, number: int) -> Verdict:
    choice = paper.policy.house.value("links")
    entry = paper.entries[number]
    has_address = False
    for paragraph in paper.paragraphs_of(entry):
        live = paragraph.where(lambda f: f.link is not None)
        if live:
            if choice != "plain":
                return RIGHT
            return (Slip(template="live", place=Place(paragraph.index, live[0]), entry=number),)
        for match in _ADDRESS.finditer(paragraph.text):
            has_address = True
            format = paragraph.format_at(match.start())
            if choice == "plain" and format is not None and _looks_like_link(format):
                left = paragraph.where(_looks_like_link)
                return (
                    Slip(template="dress", place=Place(paragraph.index, left[0]), entry=number),
                )
    if not has_address:
        return NOT_MINE
    if choice == "require":
        return (Slip(template="dead", place=entry.whole, entry=number),)
    return RIGHT


def _looks_like_link(format: RunFormat) -> bool:
    colour = format.colour or "auto"
    if len(colour) != 6:
        return bool(format.underline)
    red, green, blue = int(colour[:2], 16), int(colour[2:4], 16), int(colour[4:], 16)
    bluish = blue > 0x60 and blue > red + 0x20 and blue >= green
    return bluish or bool(format.underline)


RULE = Rule(
    id="list-hyperlink",
    subject=Subject.ENTRY,
    label="live links in the list",
    mark="link",
    messages={
        "live": "The address is a live link; it should be plain text.",
        "dress": "The address keeps a link’s underline or blue; it should be plain text.",
        "dead": "The address is plain text; the house asks for a live link.",
    },
    check=check,
    of_list=True,
    house=("links",),
    outranks=("list-colour",),
)
