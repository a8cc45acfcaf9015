"""Doubled or missing spaces.

A space is one space, and stands after a mark.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-spacing",
    subject=Subject.ENTRY,
    label="spaces",
    mark="space",
    messages={
        "doubled": "One space is enough.",
        "missing": "A space is missing here.",
        "extra": "No space stands here.",
        "differs": "The spaces stand so: {right}.",
    },
    check=owned("entry-spacing"),
)
