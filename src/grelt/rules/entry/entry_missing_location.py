"""An address is needed and not given.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-location",
    subject=Subject.ENTRY,
    label="no address",
    mark="missing",
    messages={
        "missing": "No address: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-location", ("url", "doi")),
)
