"""A whole work’s title in a note not in italics.

Italics tell a work that stands by itself.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-title-italic",
    subject=Subject.CITATION,
    label="italics of a title in a note",
    mark="italics",
    messages={
        "whole": "The title of a whole work stands in italics.",
        "part": "The title of a part stands in quotation marks, not in italics.",
        "plain": "This title is not set in italics here.",
    },
    check=owned_in_notes("entry-title-italic", ("title",)),
)
