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
        "missing": "No place: this kind of source needs one in this guide.",
    },
    check=owned("entry-missing-place", ("publisher",)),
)
