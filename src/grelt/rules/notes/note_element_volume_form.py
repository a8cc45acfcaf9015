"""Volume and issue in a note in another guide’s form.

A paper says volume and issue in one way.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-volume-form",
    subject=Subject.CITATION,
    label="volume and issue in a note",
    mark="volume",
    messages={
        "differs": "Volume and issue are written “{right}” here.",
    },
    check=owned_in_notes("entry-volume-form", ("numbering",)),
)
