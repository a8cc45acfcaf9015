"""Too few of the sources are recent.

A question moves on, and a paper should know where it stands.
"""

from ..asked import requirement_rule

RULE = requirement_rule(
    "require-recent",
    label="recent sources",
    mark="recent",
    message="The assignment asks for {wanted}; the paper has {found}.",
    house=("recent_since", "recent_least"),
)
