"""The day on which an address was read is not given.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-access-date",
    subject=Subject.ENTRY,
    label="no access date",
    mark="missing",
    messages={
        "missing": "No access date: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-access-date", ("accessed", "url")),
    house=("access_dates",),
)
