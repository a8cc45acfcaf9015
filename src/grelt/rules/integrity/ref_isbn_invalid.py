"""An ISBN whose check digit does not fit.

The last figure is reckoned from the others, so a slip in copying shows.
"""

import re

from ...findings import Subject
from ..base import Rule
from ..check_digit import check_digit

_SAID = re.compile(r"\bISBN(?:-1[03])?:?\s*(?P<number>[\dXx][\dXx\s-]{7,20}[\dXx])\b")

RULE = Rule(
    id="ref-isbn-invalid",
    subject=Subject.ENTRY,
    label="ISBN that does not reckon",
    mark="isbn",
    messages={"digit": "{number} is no ISBN: its check digit does not fit."},
    check=check_digit(_SAID, "isbn"),
    outranks=("entry-element-extra",),
)
