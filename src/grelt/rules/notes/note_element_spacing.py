"""Doubled or missing spaces in a note.

A space is one space, and stands after a mark.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-spacing",
    subject=Subject.CITATION,
    label="spaces in a note",
    mark="space",
    messages={
        "doubled": "One space is enough.",
        "missing": "A space is missing here.",
        "extra": "No space stands here.",
        "differs": "The spaces stand so: {right}.",
    },
    check=owned_in_notes("entry-spacing"),
)
