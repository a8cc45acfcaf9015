"""Business words with a publisher’s name.

`Inc.`, `Ltd.` and `Company` do not help to find the book.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-publisher-form",
    subject=Subject.ENTRY,
    label="publisher’s name",
    mark="publisher",
    messages={
        "differs": "Leave out business words: “{right}”.",
    },
    check=owned("entry-publisher-form", ("publisher",)),
)
