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
        "differs": "“{right}” stands here in this guide, not “{found}”.",
    },
    check=owned("entry-punctuation"),
)
