"""A title in a note without headline capitals.

Titles look alike in notes and list.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-title-case",
    subject=Subject.CITATION,
    label="capitals in a note",
    mark="capitals",
    messages={
        "headline": "Titles have headline capitals: “{right}”.",
        "sentence": "Titles have sentence capitals: “{right}”.",
    },
    check=owned_in_notes("entry-title-case", ("title",)),
)
