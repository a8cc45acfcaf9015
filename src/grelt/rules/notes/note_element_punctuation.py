"""Another mark between the elements of a note.

Commas part the elements of a note, parentheses hold its publication facts.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-punctuation",
    subject=Subject.CITATION,
    label="marks in a note",
    mark="mark",
    messages={
        "differs": "In a note {right} stands here, not {found}.",
        "missing": "In a note {right} stands here.",
        "extra": "Leave out {found}.",
    },
    check=owned_in_notes("entry-punctuation"),
)
