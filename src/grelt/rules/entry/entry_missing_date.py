"""No date is given, nor that there is none.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-date",
    subject=Subject.ENTRY,
    label="no date",
    mark="missing",
    messages={
        "missing": "No date: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-date", ("date",)),
)
