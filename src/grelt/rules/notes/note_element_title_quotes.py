"""A part’s title in a note without quotation marks.

Quotation marks tell a part from the whole that holds it.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-title-quotes",
    subject=Subject.CITATION,
    label="quotation marks in a note",
    mark="“ ”",
    messages={
        "missing": "The title of a part stands in quotation marks.",
        "extra": "No quotation marks stand round this title.",
        "kind": "Titles stand in double quotation marks.",
    },
    check=owned_in_notes("entry-title-quotes", ("title",)),
)
