"""There are fewer citations a page, on average, than the assignment asks for.

Evidence should run through the whole of a paper.
"""

from ..asked import requirement_rule

RULE = requirement_rule(
    "require-citations-per-page",
    label="citations a page",
    mark="a page",
    message="The assignment asks for {wanted}, on average; there are {found}.",
    house=("citations_a_page",),
)
