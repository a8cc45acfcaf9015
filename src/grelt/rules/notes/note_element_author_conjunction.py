"""Names of a note joined otherwise than the guide has it.

Each guide joins names in one way.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-author-conjunction",
    subject=Subject.CITATION,
    label="and or & in a note",
    mark="and / &",
    messages={
        "differs": "Names are joined by “{right}” here, not by “{name}”.",
    },
    check=owned_in_notes("entry-author-conjunction", ("author",)),
)
