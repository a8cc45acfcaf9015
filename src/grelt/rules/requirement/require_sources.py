"""Fewer sources are cited than the assignment asks for.

A paper that leans on few sources tells what they tell.
"""

from ..asked import requirement_rule

RULE = requirement_rule(
    "require-sources",
    label="number of sources",
    mark="sources",
    message="The assignment asks for {wanted}; the paper cites {found}.",
    house=("least_sources",),
)
