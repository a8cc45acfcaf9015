"""A name in a note is turned round, as the list has it.

The list is ordered by surnames; a note is read, and has the name as it is spoken.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-author-order",
    subject=Subject.CITATION,
    label="name turned round in a note",
    mark="name",
    messages={
        "differs": "A note has the name as spoken: “{right}”, not “{name}”.",
    },
    check=owned_in_notes("entry-author-order", ("author", "editor", "translator")),
)
