"""The whole entry is in the form of another guide.

One entry in another form is one slip, not ten: the whole entry is put right at once.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-wrong-guide",
    subject=Subject.ENTRY,
    label="another guide’s form",
    mark="guide",
    messages={
        "differs": "This entry is in the form of {guide}.",
    },
    check=owned("entry-wrong-guide"),
)
