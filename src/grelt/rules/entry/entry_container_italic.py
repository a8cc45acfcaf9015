"""The container is not in italics.

Italics show what holds the work.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-container-italic",
    subject=Subject.ENTRY,
    label="italics of a container",
    mark="italics",
    messages={
        "whole": "What holds the work stands in italics.",
        "subtitle": "The subtitle stands in italics too.",
        "plain": "The name of a website is not set in italics here.",
        "part": "What holds the work stands in italics.",
    },
    check=owned("entry-container-italic", ("container", "database")),
)
