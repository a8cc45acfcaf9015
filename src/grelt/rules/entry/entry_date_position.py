"""The date stands in another guide’s place.

Where the date stands is the first thing that tells one guide from another.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-date-position",
    subject=Subject.ENTRY,
    label="place of the date",
    mark="date",
    messages={
        "moved": "The date, “{found}”, stands elsewhere in this guide.",
        "again": "The date, “{found}”, stands in its place already.",
        "differs": "The date, “{right}”, stands after the names here.",
    },
    check=owned("entry-date-position", ("date", "day")),
)
