"""What holds the work is not in italics in a note.

Italics show what holds the work.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-container-italic",
    subject=Subject.CITATION,
    label="italics of a container in a note",
    mark="italics",
    messages={
        "whole": "What holds the work stands in italics.",
        "plain": "This name is not set in italics here.",
        "part": "What holds the work stands in italics.",
    },
    check=owned_in_notes("entry-container-italic", ("container",)),
)
