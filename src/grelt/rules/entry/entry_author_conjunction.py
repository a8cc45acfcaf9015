"""`and` or `&` against the guide, or the comma before it.

Each guide joins names in one way.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-author-conjunction",
    subject=Subject.ENTRY,
    label="and or &",
    mark="and / &",
    messages={
        "differs": "Join the names by “{right}” in {guide}, not by “{name}”.",
    },
    check=owned("entry-author-conjunction", ("author", "editor")),
)
