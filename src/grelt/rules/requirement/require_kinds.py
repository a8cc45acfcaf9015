"""A kind of source that the assignment asks for is missing, or one that it limits is there too often.

Each kind of source can show something that others cannot.
"""

from ..asked import requirement_rule

RULE = requirement_rule(
    "require-kinds",
    label="kinds of source",
    mark="kinds",
    message="The assignment asks for {wanted}; the paper has {found}.",
    house=("least_kinds", "most_kinds"),
)
