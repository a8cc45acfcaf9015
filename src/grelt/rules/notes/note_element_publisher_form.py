"""Business words with a publisher’s name in a note.

`Inc.` and `Ltd.` do not help to find the book.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-publisher-form",
    subject=Subject.CITATION,
    label="publisher in a note",
    mark="publisher",
    messages={
        "differs": "Business words are left out: “{right}”.",
    },
    check=owned_in_notes("entry-publisher-form", ("publisher",)),
)
