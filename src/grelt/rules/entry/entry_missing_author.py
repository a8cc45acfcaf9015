"""Nobody is named who made the work, although this kind of source has somebody.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-author",
    subject=Subject.ENTRY,
    label="no author",
    mark="missing",
    messages={
        "missing": "No author: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-author", ("author", "director", "title")),
)
