"""A degree or a title stands with a name.

Titles and degrees are left out of lists; they change, and help nobody to find the work.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-author-title",
    subject=Subject.ENTRY,
    label="title with a name",
    mark="title",
    messages={
        "differs": "Leave out titles and degrees: {right}.",
    },
    check=owned("entry-author-title", ("author", "editor")),
    house=("degrees",),
)
