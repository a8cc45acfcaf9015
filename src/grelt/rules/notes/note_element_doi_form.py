"""A DOI in a note that is not written as an address of doi.org.

Written as an address it opens with one press.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-doi-form",
    subject=Subject.CITATION,
    label="DOI in a note",
    mark="DOI",
    messages={
        "differs": "A DOI is written {right}.",
    },
    check=owned_in_notes("entry-doi-form", ("doi",)),
)
