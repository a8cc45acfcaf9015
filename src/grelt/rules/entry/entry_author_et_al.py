"""Too many or too few names before `et al.`, or `et al.` written otherwise.

A reader must know whether the names are all there are.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-author-et-al",
    subject=Subject.ENTRY,
    label="et al.",
    mark="et al.",
    messages={
        "differs": "With {names} authors the guide cuts the names otherwise.",
        "all": "The list names every author here: give the names that “et al.” stands for.",
    },
    check=owned("entry-author-et-al", ("author", "editor")),
)
