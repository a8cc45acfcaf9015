"""Volume and issue in another guide’s form.

`12(3)`, `12, no. 3` and `vol. 12, no. 3` say the same: a list says it in one way.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-volume-form",
    subject=Subject.ENTRY,
    label="form of volume and issue",
    mark="volume",
    messages={
        "differs": "Write volume and issue “{right}” in {guide}.",
    },
    check=owned("entry-volume-form", ("numbering", "volume")),
)
