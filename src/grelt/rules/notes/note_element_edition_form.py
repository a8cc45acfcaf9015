"""Words for edition, editor or translator in a note in the list’s form.

In a note the words are short: `ed.` and `trans.` are enough.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-edition-form",
    subject=Subject.CITATION,
    label="editor words in a note",
    mark="ed.",
    messages={
        "differs": "Here it is written “{right}”.",
    },
    check=owned_in_notes("entry-edition-form", ("editor", "translator", "edition")),
)
