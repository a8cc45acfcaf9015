"""Given names in full where the guide has initials.

Names in one form throughout can be compared at a glance.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-author-given",
    subject=Subject.ENTRY,
    label="given names",
    mark="initials",
    messages={
        "differs": "Write the given names so: {right}.",
    },
    check=owned("entry-author-given", ("author", "editor")),
)
