"""A name in full that the guide abbreviates, or the reverse.

The short form is the guide’s own, and readers of it know it.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-abbreviation",
    subject=Subject.ENTRY,
    label="abbreviation",
    mark="short form",
    messages={
        "differs": "Write it “{right}” in {guide}.",
    },
    check=owned("entry-abbreviation", ("publisher", "institution")),
)
