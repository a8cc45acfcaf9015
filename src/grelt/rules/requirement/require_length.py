"""The paper is shorter or longer than the assignment asks.

Length is part of the task: what is to be said in so many words is another thing in twice as many.
"""

from ..asked import requirement_rule

RULE = requirement_rule(
    "require-length",
    label="length of the paper",
    mark="length",
    message="The assignment asks for {wanted}; it has {found}.",
    house=("least_pages", "most_pages", "least_words", "most_words"),
)
