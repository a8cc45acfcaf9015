"""Too few of the sources are scholarly.

What scholars have read and answered is a firmer ground than what nobody has.
"""

from ..asked import requirement_rule

RULE = requirement_rule(
    "require-scholarly",
    label="scholarly sources",
    mark="scholarly",
    message="The assignment asks for {wanted} of the sources to be scholarly; the paper has {found}.",
    house=("scholarly_share",),
)
