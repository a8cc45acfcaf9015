"""An entry that is nothing but an address, or an address and a title.

An address changes; author, title, date and site find the page again.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-bare-url",
    subject=Subject.ENTRY,
    label="bare address",
    mark="bare address",
    messages={
        "differs": "There is little more than an address here: name author, title, site and date.",
    },
    check=owned("entry-bare-url"),
)
