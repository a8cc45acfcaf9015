"""Words for edition, editor or translator in another form.

`2nd ed.` and `edited by` have one form in a list.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-edition-form",
    subject=Subject.ENTRY,
    label="edition and editor words",
    mark="ed.",
    messages={
        "differs": "Write it “{right}” in {guide}.",
    },
    check=owned("entry-edition-form", ("edition", "editor", "translator")),
)
