"""The edition of a work of reference is not given although the house asks for it.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-edition",
    subject=Subject.ENTRY,
    label="no edition",
    mark="missing",
    messages={
        "missing": "No edition: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-edition", ("edition",)),
    house=("editions",),
)
