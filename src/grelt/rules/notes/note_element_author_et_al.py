"""Too many or too few names before `et al.` in a note.

A reader must know whether the names are all there are.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-author-et-al",
    subject=Subject.CITATION,
    label="et al. in a note",
    mark="et al.",
    messages={
        "differs": "With {names} authors the guide cuts the names otherwise.",
    },
    check=owned_in_notes("entry-author-et-al", ("author",)),
)
