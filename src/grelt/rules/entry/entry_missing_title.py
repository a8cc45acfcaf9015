"""The entry gives no title.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-title",
    subject=Subject.ENTRY,
    label="no title",
    mark="missing",
    messages={
        "missing": "No title: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-title", ("title",)),
)
