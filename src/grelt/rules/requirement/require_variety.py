"""One source carries more than its share of the citations.

A paper that follows one source is a summary of it.
"""

from ..asked import requirement_rule

RULE = requirement_rule(
    "require-variety",
    label="share of one source",
    mark="share",
    message="The assignment gives one source {wanted} of the citations; {found}.",
    house=("most_of_one",),
)
