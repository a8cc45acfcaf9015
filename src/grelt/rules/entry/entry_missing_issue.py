"""A journal’s issue is not given.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-issue",
    subject=Subject.ENTRY,
    label="no issue",
    mark="missing",
    messages={
        "missing": "No issue: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-issue", ("numbering",)),
)
