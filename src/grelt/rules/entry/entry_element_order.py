"""An element stands in the wrong place.

Readers find an element by its place; each kind of source has one order.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-element-order",
    subject=Subject.ENTRY,
    label="element out of place",
    mark="order",
    messages={
        "moved": "“{found}” stands in the wrong place.",
    },
    check=owned("entry-element-order"),
)
