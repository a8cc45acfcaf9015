"""A date in a note in another order or in figures.

Figures can be read two ways.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-date-form",
    subject=Subject.CITATION,
    label="form of a date in a note",
    mark="date",
    messages={
        "differs": "The date is written “{right}” here.",
        "unclear": "“{found}” can be read two ways: write the month in letters.",
    },
    check=owned_in_notes("entry-date-form", ("date",)),
)
