"""A DOI that is not written as an address of doi.org.

Written as an address it opens with one press, and stays the same wherever the work moves.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-doi-form",
    subject=Subject.ENTRY,
    label="form of the DOI",
    mark="DOI",
    messages={
        "differs": "Write the DOI {right}.",
    },
    check=owned("entry-doi-form", ("doi",)),
    outranks=("ref-url-invalid",),
)
