"""A journal’s volume is not given.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-volume",
    subject=Subject.ENTRY,
    label="no volume",
    mark="missing",
    messages={
        "missing": "No volume: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-volume", ("numbering",)),
)
