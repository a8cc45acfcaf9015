"""The first author does not stand surname first.

The list is in the order of surnames; the first name must show its own.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-author-inverted",
    subject=Subject.ENTRY,
    label="first author’s order",
    mark="name order",
    messages={
        "differs": "Put the first author’s surname first: {right}.",
    },
    check=owned("entry-author-inverted", ("author", "editor")),
)
