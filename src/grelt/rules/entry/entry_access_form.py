"""The day of access in another guide’s words or order.

The words tell at once that it is not the day of publication.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-access-form",
    subject=Subject.ENTRY,
    label="form of the access date",
    mark="accessed",
    messages={
        "differs": "Write the day of access “{right}” in {guide}.",
    },
    check=owned("entry-access-form", ("accessed",)),
    house=("access_dates",),
)
