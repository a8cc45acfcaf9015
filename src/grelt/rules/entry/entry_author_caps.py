"""A name in capitals, or without them.

Names are written as people write them.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-author-caps",
    subject=Subject.ENTRY,
    label="capitals of a name",
    mark="capitals",
    messages={
        "differs": "Set names in small letters: {right}.",
    },
    check=owned("entry-author-caps", ("author", "editor")),
)
