"""An ISSN whose check digit does not fit.

The last figure is reckoned from the others, so a slip in copying shows.
"""

import re

from ...findings import Subject
from ..base import Rule
from ..check_digit import check_digit

_SAID = re.compile(r"\be?ISSN:?\s*(?P<number>[\dXx]{4}[\s-]?[\dXx]{3,4})\b")

RULE = Rule(
    id="ref-issn-invalid",
    subject=Subject.ENTRY,
    label="ISSN that does not reckon",
    mark="issn",
    messages={"digit": "{number} is no ISSN: its check digit does not fit."},
    check=check_digit(_SAID, "issn"),
    outranks=("entry-element-extra",),
)
