"""The container’s name in a note in the wrong capitals.

A journal keeps its capitals.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-container-case",
    subject=Subject.CITATION,
    label="capitals of a container in a note",
    mark="capitals",
    messages={
        "headline": "The name of what holds the work has headline capitals: “{right}”.",
        "sentence": "It has sentence capitals: “{right}”.",
    },
    check=owned_in_notes("entry-container-case", ("container",)),
)
