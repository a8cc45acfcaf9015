"""What holds the work (journal, book, site) is not named.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-container",
    subject=Subject.ENTRY,
    label="no container",
    mark="missing",
    messages={
        "missing": "No container: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-container", ("container",)),
)
