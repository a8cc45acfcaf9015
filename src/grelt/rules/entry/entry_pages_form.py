"""`p.` or `pp.` missing or too much, or the range’s digits not as the guide has them.

A list shows its pages in one form.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned

RULE = Rule(
    id="entry-pages-form",
    subject=Subject.ENTRY,
    label="form of the pages",
    mark="pages",
    messages={
        "differs": "Write the pages “{right}” in {guide}.",
        "label": "Pages take “{label}” in {guide}: write {right}.",
        "no_label": "Pages take no “p.” or “pp.” in {guide}: write {right}.",
    },
    check=owned("entry-pages-form", ("pages",)),
    house=("dashes",),
)
