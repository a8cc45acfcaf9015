"""There are fewer citations than the assignment asks for.

Whoever borrows and does not say where leaves the reader alone with it.
"""

from ..asked import requirement_rule

RULE = requirement_rule(
    "require-citations",
    label="number of citations",
    mark="citations",
    message="The assignment asks for {wanted}; the paper has {found}.",
    house=("least_citations",),
)
