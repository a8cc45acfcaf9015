"""An address with `http://` where the guide drops it, without it where it is kept, or in angle brackets.

An address stands so that it can be copied and opens.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-url-form",
    subject=Subject.ENTRY,
    label="form of the address",
    mark="address",
    messages={
        "differs": "Write the address {right} in {guide}.",
    },
    check=owned("entry-url-form", ("url",)),
    house=("addresses",),
)
