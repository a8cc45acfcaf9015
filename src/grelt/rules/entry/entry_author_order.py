"""A later author stands in the wrong order.

Each guide has one order for the names after the first.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-author-order",
    subject=Subject.ENTRY,
    label="later author’s order",
    mark="name order",
    messages={
        "differs": "After the first, write the authors so: {right}.",
    },
    check=owned("entry-author-order", ("author", "editor")),
)
