"""No publisher is named.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-publisher",
    subject=Subject.ENTRY,
    label="no publisher",
    mark="missing",
    messages={
        "missing": "No publisher: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-publisher", ("publisher",)),
)
