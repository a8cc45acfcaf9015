"""A part’s title without quotation marks, or with them where the guide has none.

Quotation marks tell a part from the whole that holds it.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-title-quotes",
    subject=Subject.ENTRY,
    label="quotation marks of a title",
    mark="“ ”",
    messages={
        "missing": "The title of a part stands in quotation marks.",
        "extra": "This guide sets no quotation marks round a title.",
        "kind": "Titles stand in double quotation marks.",
    },
    check=owned("entry-title-quotes", ("title",)),
)
