"""Characters that belong to no element, left from copying (`Web`, `Print`).

What is left from copying says that the entry was not read.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-stray",
    subject=Subject.ENTRY,
    label="left from copying",
    mark="stray",
    messages={
        "stray": "“{found}” belongs to no element of the entry.",
    },
    check=owned("entry-stray"),
)
