"""The list of sources: cut into entries, and each read as far as its opening, title, container."""

from .cross_references import CrossReference, cross_references
from .filing import FilingKey, filing_key
from .model import Entry, EntryElement, Opening, OpeningKind, SourceEntries
from .reading import read_entries

__all__ = [
    "CrossReference",
    "Entry",
    "EntryElement",
    "FilingKey",
    "Opening",
    "OpeningKind",
    "SourceEntries",
    "cross_references",
    "filing_key",
    "read_entries",
]
