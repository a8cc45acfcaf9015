"""The day of access in a note in another guide’s words or order.

The words tell that it is not the day of publication.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-access-form",
    subject=Subject.CITATION,
    label="access date in a note",
    mark="accessed",
    messages={
        "differs": "The day of access is written “{right}” here.",
    },
    check=owned_in_notes("entry-access-form", ("accessed",)),
)
