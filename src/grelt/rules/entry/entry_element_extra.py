"""An element that the guide leaves out: a place of publication, `Retrieved from`, a vendor.

What the guide leaves out does not help to find the source, and hides what does.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-element-extra",
    subject=Subject.ENTRY,
    label="element too much",
    mark="leave out",
    messages={
        "extra": "“{found}” is not given in this guide.",
        "place": "The place of publication, “{found}”, is not given in this guide.",
        "retrieved": "“{found}” is not said any more; the address stands alone.",
        "database": "The database, “{found}”, is not named in this guide.",
        "stray": "“{found}” is left out.",
    },
    check=owned("entry-element-extra"),
    house=("databases", "access_dates"),
)
