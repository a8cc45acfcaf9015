"""The college that a thesis was written for is not named.

Without it the reader cannot be sure to have found the same source.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-missing-institution",
    subject=Subject.ENTRY,
    label="no institution",
    mark="missing",
    messages={
        "missing": "No institution: {kind} needs one in {guide}.",
    },
    check=owned("entry-missing-institution", ("institution",)),
)
