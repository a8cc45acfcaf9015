"""The words that an interface shares with the core: rounds, formats, limits, where elements stand in CSL-JSON.

Here is their one home; what an interface needs is made from it (`tools/web_vocabulary.py`).
"""

from __future__ import annotations

from typing import Any

from .composing import ELEMENT_LABELS
from .exchange.csl import DATE_VARIABLES, NAME_VARIABLES, TEXT_VARIABLES
from .readers import LIMITS, READABLE
from .structure import BY_HAND

# The order of the work, and the families of rules that each round has.
ROUNDS: tuple[tuple[str, str, tuple[str, ...]], ...] = (
    ("text", "In text", ("in-text",)),
    ("match", "Match", ("match",)),
    ("list", "List", ("list",)),
    ("entries", "Entries", ("entry", "integrity")),
    ("notes", "Notes", ("notes",)),
    ("page", "Page", ("page", "requirement")),
)


def vocabulary() -> dict[str, Any]:
    """All of it as plain data; sizes in bytes."""
    return {
        "rounds": [
            {"id": identity, "title": title, "families": list(families)}
            for identity, title, families in ROUNDS
        ],
        "readable": list(READABLE),
        "largest_paper": LIMITS.file,
        "csl_names": list(NAME_VARIABLES),
        "csl_dates": dict(DATE_VARIABLES),
        "csl_texts": dict(TEXT_VARIABLES),
        "element_labels": dict(ELEMENT_LABELS),
        "paragraph_roles": list(BY_HAND),
    }
