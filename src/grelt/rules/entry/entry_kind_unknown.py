"""The kind of source cannot be told.

What an entry needs hangs on what the source is: a person chooses, and the entry is checked again.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-kind-unknown",
    subject=Subject.ENTRY,
    label="kind of source unclear",
    mark="kind?",
    messages={
        "differs": "What kind of source this is cannot be told; choose it, and the entry is checked as that.",
    },
    check=owned("entry-kind-unknown"),
)
