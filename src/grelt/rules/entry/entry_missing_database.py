"""The database is not named although the house asks for it.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-database",
    subject=Subject.ENTRY,
    label="no database",
    mark="missing",
    messages={
        "missing": "No database: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-database", ("database",)),
    house=("databases",),
)
