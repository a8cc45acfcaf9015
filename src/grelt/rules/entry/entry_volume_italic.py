"""The volume is not in italics, or the issue is.

In this guide the volume belongs to the journal’s name, the issue does not.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-volume-italic",
    subject=Subject.ENTRY,
    label="italics of the volume",
    mark="italics",
    messages={
        "volume": "The volume stands in italics, like the journal’s name.",
        "issue": "The issue does not stand in italics.",
    },
    check=owned("entry-volume-italic", ("numbering",)),
)
