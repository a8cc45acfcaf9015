"""The pages of a part are not given.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-pages",
    subject=Subject.ENTRY,
    label="no pages",
    mark="missing",
    messages={
        "missing": "No pages: {kind} has them in {guide}.",
    },
    check=owned("entry-missing-pages", ("pages", "doi", "url")),
)
