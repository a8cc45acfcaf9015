"""The container’s name in the wrong capitals.

A journal keeps its capitals in every guide.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-container-case",
    subject=Subject.ENTRY,
    label="capitals of a container",
    mark="capitals",
    messages={
        "headline": "The name of what holds the work has headline capitals: “{right}”.",
        "sentence": "The title of the book has sentence capitals: “{right}”.",
    },
    check=owned("entry-container-case", ("container",)),
)
