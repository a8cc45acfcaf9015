"""The final period is missing, or stands after an address where the guide has none.

The period says that nothing more follows; after an address it may be taken for a part of it.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-end-period",
    subject=Subject.ENTRY,
    label="final period",
    mark="end",
    messages={
        "missing": "The entry ends with a period.",
        "extra": "No period stands after an address here.",
        "differs": "The entry ends with “{right}”.",
    },
    check=owned("entry-end-period"),
)
