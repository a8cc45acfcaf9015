"""The place of publication is not given.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-place",
    subject=Subject.ENTRY,
    label="no place",
    mark="missing",
    messages={
        "missing": "No place: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-place", ("publisher",)),
)
