"""A whole work’s title not in italics, or a part’s in italics.

Italics tell a work that stands by itself.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-title-italic",
    subject=Subject.ENTRY,
    label="italics of a title",
    mark="italics",
    messages={
        "whole": "The title of a whole work stands in italics.",
        "subtitle": "The subtitle stands in italics too.",
        "part": "The title of a part stands in quotation marks, not in italics.",
        "plain": "This title is not set in italics here.",
    },
    check=owned("entry-title-italic", ("title",)),
)
