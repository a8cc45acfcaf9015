"""A date in another order, with its month written otherwise, or in figures.

Figures can be read two ways, and a list has its dates in one form.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-date-form",
    subject=Subject.ENTRY,
    label="form of the date",
    mark="date",
    messages={
        "differs": "Write the date “{right}” in {guide}.",
        "unclear": "“{found}” can be read two ways: write the month in letters.",
    },
    check=owned("entry-date-form", ("date", "day")),
)
