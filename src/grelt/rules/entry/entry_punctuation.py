"""Any other mark between elements: a comma for a period, two marks, a missing one.

The marks tell where one element ends and the next begins.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-punctuation",
    subject=Subject.ENTRY,
    label="marks between elements",
    mark="mark",
    messages={
        "differs": "In {guide} {right} stands here, not {found}.",
        "missing": "In {guide} {right} stands here.",
        "extra": "Leave out {found}.",
    },
    check=owned("entry-punctuation"),
)
