"""`p.` before the page of a note, or a range not in the guide’s form.

The place is known by where it stands.
"""

from ...findings import Subject
from ..base import Rule
from ..owned import owned_in_notes

RULE = Rule(
    id="note-element-pages-form",
    subject=Subject.CITATION,
    label="page label in a note",
    mark="page",
    messages={
        "differs": "Write the page “{right}” in a note.",
        "label": "Pages take “{label}” in a note: write {right}.",
        "no_label": "Pages take no “p.” or “pp.” in a note: write {right}.",
    },
    check=owned_in_notes("entry-pages-form", ("locator",)),
    house=("dashes",),
)
