"""An address in a note without its `https://`.

An address stands so that it can be copied and opens.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-url-form",
    subject=Subject.CITATION,
    label="address in a note",
    mark="address",
    messages={
        "differs": "The address is written {right} here.",
    },
    check=owned_in_notes("entry-url-form", ("url",)),
)
