"""What the work is (`[Film]`, `PhD dissertation`) is not said.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-medium",
    subject=Subject.ENTRY,
    label="no description",
    mark="missing",
    messages={
        "missing": "No description: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-medium", ("medium",)),
)
