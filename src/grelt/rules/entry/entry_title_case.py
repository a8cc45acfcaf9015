"""Headline capitals where the guide has sentence capitals, or the reverse.

Each guide has one manner of capitals, so that titles look alike however the source printed them.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-title-case",
    subject=Subject.ENTRY,
    label="capitals of a title",
    mark="capitals",
    messages={
        "headline": "Titles have headline capitals: “{right}”.",
        "sentence": "Titles have sentence capitals: “{right}”.",
    },
    check=owned("entry-title-case", ("title",)),
)
